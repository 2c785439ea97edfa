import { DriftPage } from '@/desks/water/drift/drift-page'

export const metadata = { title: 'Water' }

export default async function Page({
  params,
  searchParams,
}: {
  params: Promise<{ tank: string }>
  searchParams: Promise<{ of?: string | string[] }>
}) {
  return <DriftPage slug={(await params).tank} of={(await searchParams).of} />
}
