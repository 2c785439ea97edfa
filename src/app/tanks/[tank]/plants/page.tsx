import { plants } from '@/desks/plants/desk'
import { titleOf } from '@/ui/frame/desk'
import { GrowthPage } from '@/desks/plants/growth/growth-page'

export const metadata = titleOf(plants, '')

export default async function Page({ params }: { params: Promise<{ tank: string }> }) {
  return <GrowthPage slug={(await params).tank} />
}
