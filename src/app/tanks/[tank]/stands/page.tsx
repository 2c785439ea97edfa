import { StandsPage } from '@/desks/setup/view'

export const metadata = { title: 'As it stands' }

export default async function Page({ params }: { params: Promise<{ tank: string }> }) {
  const { tank } = await params
  return <StandsPage slug={tank} />
}
