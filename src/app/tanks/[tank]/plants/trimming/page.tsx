import { plants } from '@/desks/plants/desk'
import { titleOf } from '@/ui/frame/desk'
import { TrimmingPage } from '@/desks/plants/trimming/trimming-page'

export const metadata = titleOf(plants, '/trimming')

export default async function Page({
  params,
  searchParams,
}: {
  params: Promise<{ tank: string }>
  searchParams: Promise<Record<string, string | string[] | undefined>>
}) {
  return <TrimmingPage slug={(await params).tank} query={await searchParams} />
}
