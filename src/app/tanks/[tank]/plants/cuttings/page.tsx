import { plants } from '@/desks/plants/desk'
import { titleOf } from '@/ui/frame/desk'
import { CuttingsPage } from '@/desks/plants/cuttings/cuttings-page'

export const metadata = titleOf(plants, '/cuttings')

export default async function Page({ params }: { params: Promise<{ tank: string }> }) {
  return <CuttingsPage slug={(await params).tank} />
}
