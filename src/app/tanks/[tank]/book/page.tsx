import { BookDesk, type BookQuery } from '@/desks/book/view'

export const metadata = { title: 'Book' }

export default async function Page({
  params,
  searchParams,
}: {
  params: Promise<{ tank: string }>
  searchParams: Promise<BookQuery>
}) {
  const { tank } = await params
  return <BookDesk slug={tank} query={await searchParams} />
}
