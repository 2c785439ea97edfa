import { GasPage } from '@/desks/water/gas/gas-page'

export const metadata = { title: 'Gas and air' }

export default async function Page({ params }: { params: Promise<{ tank: string }> }) {
  return <GasPage slug={(await params).tank} />
}
