import { plants } from '@/desks/plants/desk'
import { titleOf } from '@/ui/frame/desk'
import { KindsPage } from '@/desks/plants/kinds/kinds-page'

export const metadata = titleOf(plants, '/kinds')

export default async function Page({
  params,
  searchParams,
}: {
  params: Promise<{ tank: string }>
  searchParams: Promise<Record<string, string | string[] | undefined>>
}) {
  return <KindsPage slug={(await params).tank} query={await searchParams} />
}
