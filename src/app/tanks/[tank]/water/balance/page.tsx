import { water } from '@/desks/water/desk'
import { titleOf } from '@/ui/frame/desk'
import { BalancePage } from '@/desks/water/balance/balance-page'

export const metadata = titleOf(water, '/balance')

export default async function Page({
  params,
  searchParams,
}: {
  params: Promise<{ tank: string }>
  searchParams: Promise<{ of?: string | string[] }>
}) {
  return <BalancePage slug={(await params).tank} of={(await searchParams).of} />
}
