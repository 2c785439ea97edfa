import { plants } from '@/desks/plants/desk'
import { titleOf } from '@/ui/frame/desk'
import { GroomingPage } from '@/desks/plants/grooming/grooming-page'

export const metadata = titleOf(plants, '/grooming')

export default async function Page({ params }: { params: Promise<{ tank: string }> }) {
  return <GroomingPage slug={(await params).tank} />
}
