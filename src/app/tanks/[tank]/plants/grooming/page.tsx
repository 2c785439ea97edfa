import { GroomingPage } from '@/desks/plants/grooming/grooming-page'

export const metadata = { title: 'Lawns and grooming' }

export default async function Page({ params }: { params: Promise<{ tank: string }> }) {
  return <GroomingPage slug={(await params).tank} />
}
