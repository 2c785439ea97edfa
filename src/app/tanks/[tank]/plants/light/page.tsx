import { plants } from '@/desks/plants/desk'
import { titleOf } from '@/ui/frame/desk'
import { LightPage } from '@/desks/plants/light/light-page'

export const metadata = titleOf(plants, '/light')

export default async function Page({
  params,
  searchParams,
}: {
  params: Promise<{ tank: string }>
  searchParams: Promise<{ in?: string | string[] }>
}) {
  return <LightPage slug={(await params).tank} days={(await searchParams).in} />
}
