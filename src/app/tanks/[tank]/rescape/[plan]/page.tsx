import { rescape } from '@/desks/rescape/desk'
import { titleOf } from '@/ui/frame/desk'
import { PlanDesk } from '@/desks/rescape/plan-desk'

export const metadata = titleOf(rescape, '/[plan]')

export default async function Page({
  params,
}: {
  params: Promise<{ tank: string; plan: string }>
}) {
  const { tank, plan } = await params
  return <PlanDesk slug={tank} planId={plan} />
}
