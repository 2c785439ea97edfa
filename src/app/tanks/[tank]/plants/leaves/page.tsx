import { LeavesPage } from '@/desks/plants/leaves/leaves-page'

export const metadata = { title: 'Leaves' }

export default async function Page({ params }: { params: Promise<{ tank: string }> }) {
  return <LeavesPage slug={(await params).tank} />
}
