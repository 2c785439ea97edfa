import { book } from '@/desks/book/desk'
import { titleOf } from '@/ui/frame/desk'
import { BookDesk, type BookQuery } from '@/desks/book/view'

export const metadata = titleOf(book, '')

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
