import { plants } from '@/desks/plants/desk'
import { titleOf } from '@/ui/frame/desk'
import { LeavesPage } from '@/desks/plants/leaves/leaves-page'

export const metadata = titleOf(plants, '/leaves')

export default async function Page({ params }: { params: Promise<{ tank: string }> }) {
  return <LeavesPage slug={(await params).tank} />
}
