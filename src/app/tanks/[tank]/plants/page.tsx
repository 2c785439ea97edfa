import { GrowthPage } from '@/desks/plants/growth/growth-page'

export const metadata = { title: 'Plants' }

export default async function Page({ params }: { params: Promise<{ tank: string }> }) {
  return <GrowthPage slug={(await params).tank} />
}
