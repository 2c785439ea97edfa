import { TrimmingPage } from '@/desks/plants/trimming/trimming-page'

export const metadata = { title: 'Trimming' }

export default async function Page({
  params,
  searchParams,
}: {
  params: Promise<{ tank: string }>
  searchParams: Promise<Record<string, string | string[] | undefined>>
}) {
  return <TrimmingPage slug={(await params).tank} query={await searchParams} />
}
