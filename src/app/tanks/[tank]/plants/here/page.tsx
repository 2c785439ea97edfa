import { HerePage } from '@/desks/plants/here/here-page'

export const metadata = { title: 'What grows here' }

export default async function Page({
  params,
  searchParams,
}: {
  params: Promise<{ tank: string }>
  searchParams: Promise<Record<string, string | string[] | undefined>>
}) {
  return <HerePage slug={(await params).tank} query={await searchParams} />
}
