import { board } from '@/desks/board/desk'
import { titleOf } from '@/ui/frame/desk'
import { BoardDesk } from '@/desks/board/view'

export const metadata = titleOf(board, '')

export default async function Page({
  params,
  searchParams,
}: {
  params: Promise<{ tank: string }>
  searchParams: Promise<{ draft?: string | string[] }>
}) {
  const { tank } = await params
  const { draft } = await searchParams
  return <BoardDesk slug={tank} draftId={typeof draft === 'string' ? draft : null} />
}
