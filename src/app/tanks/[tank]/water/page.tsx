import { water } from '@/desks/water/desk'
import { titleOf } from '@/ui/frame/desk'
import { DriftPage } from '@/desks/water/drift/drift-page'

export const metadata = titleOf(water, '')

export default async function Page({
  params,
  searchParams,
}: {
  params: Promise<{ tank: string }>
  searchParams: Promise<{ of?: string | string[] }>
}) {
  return <DriftPage slug={(await params).tank} of={(await searchParams).of} />
}
