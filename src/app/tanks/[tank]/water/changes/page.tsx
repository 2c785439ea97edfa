import { water } from '@/desks/water/desk'
import { titleOf } from '@/ui/frame/desk'
import { ChangesPage } from '@/desks/water/changes/changes-page'

export const metadata = titleOf(water, '/changes')

export default async function Page({
  params,
  searchParams,
}: {
  params: Promise<{ tank: string }>
  searchParams: Promise<{ of?: string | string[] }>
}) {
  return <ChangesPage slug={(await params).tank} of={(await searchParams).of} />
}
