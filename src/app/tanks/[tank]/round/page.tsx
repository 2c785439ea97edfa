import { round } from '@/desks/round/desk'
import { titleOf } from '@/ui/frame/desk'
import { RoundDesk } from '@/desks/round/view'

export const metadata = titleOf(round, '')

export default async function Page({ params }: { params: Promise<{ tank: string }> }) {
  const { tank } = await params
  return <RoundDesk slug={tank} />
}
