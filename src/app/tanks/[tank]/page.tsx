import { LookDesk } from '@/desks/look/view'

export default async function Page({ params }: { params: Promise<{ tank: string }> }) {
  const { tank } = await params
  return <LookDesk slug={tank} />
}
