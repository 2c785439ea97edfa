import { book } from '@/desks/book/desk'
import { titleOf } from '@/ui/frame/desk'
import { ImportPage } from '@/desks/exchange/view'

export const metadata = titleOf(book, '/import')

export default async function Page({ params }: { params: Promise<{ tank: string }> }) {
  const { tank } = await params
  return <ImportPage slug={tank} />
}
