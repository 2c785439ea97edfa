import { water } from '@/desks/water/desk'
import { titleOf } from '@/ui/frame/desk'
import { DosingPage } from '@/desks/water/dosing/dosing-page'

export const metadata = titleOf(water, '/dosing')

export default async function Page({ params }: { params: Promise<{ tank: string }> }) {
  return <DosingPage slug={(await params).tank} />
}
