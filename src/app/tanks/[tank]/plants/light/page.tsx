import { LightPage } from '@/desks/plants/light/light-page'

export const metadata = { title: 'Light' }

export default async function Page({
  params,
  searchParams,
}: {
  params: Promise<{ tank: string }>
  searchParams: Promise<{ in?: string | string[] }>
}) {
  return <LightPage slug={(await params).tank} days={(await searchParams).in} />
}
