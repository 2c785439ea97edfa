import { plants } from '@/desks/plants/desk'
import { titleOf } from '@/ui/frame/desk'
import { HerePage } from '@/desks/plants/here/here-page'

export const metadata = titleOf(plants, '/here')

export default async function Page({
  params,
  searchParams,
}: {
  params: Promise<{ tank: string }>
  searchParams: Promise<Record<string, string | string[] | undefined>>
}) {
  return <HerePage slug={(await params).tank} query={await searchParams} />
}
