import { water } from '@/desks/water/desk'
import { titleOf } from '@/ui/frame/desk'
import { GasPage } from '@/desks/water/gas/gas-page'

export const metadata = titleOf(water, '/gas')

export default async function Page({ params }: { params: Promise<{ tank: string }> }) {
  return <GasPage slug={(await params).tank} />
}
