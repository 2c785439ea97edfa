import { WaterDesk } from '@/desks/water/view'

export const metadata = { title: 'Water' }

export default async function Page({ params }: { params: Promise<{ tank: string }> }) {
  const { tank } = await params
  return <WaterDesk slug={tank} />
}
