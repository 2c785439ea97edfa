import { StandsPage } from '@/desks/setup/view'

export const metadata = { title: 'On paper' }

export default async function Page({ params }: { params: Promise<{ tank: string }> }) {
  const { tank } = await params
  return <StandsPage slug={tank} />
}
