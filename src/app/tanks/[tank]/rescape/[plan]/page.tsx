import { PlanDesk } from '@/desks/rescape/plan-desk'

export const metadata = { title: 'Plan' }

export default async function Page({
  params,
}: {
  params: Promise<{ tank: string; plan: string }>
}) {
  const { tank, plan } = await params
  return <PlanDesk slug={tank} planId={plan} />
}
