import { RoundDesk } from '@/desks/round/view'

export const metadata = { title: 'Round' }

export default async function Page({ params }: { params: Promise<{ tank: string }> }) {
  const { tank } = await params
  return <RoundDesk slug={tank} />
}
