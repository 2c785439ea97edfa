import { setup } from '@/desks/setup/desk'
import { titleOf } from '@/ui/frame/desk'
import { StandsPage } from '@/desks/setup/view'

export const metadata = titleOf(setup, '')

export default async function Page({ params }: { params: Promise<{ tank: string }> }) {
  const { tank } = await params
  return <StandsPage slug={tank} />
}
