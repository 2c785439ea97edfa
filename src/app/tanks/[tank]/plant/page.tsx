import { PlantPage } from '@/desks/setup/view'

export const metadata = { title: 'Plant' }

export default async function Page({ params }: { params: Promise<{ tank: string }> }) {
  const { tank } = await params
  return <PlantPage slug={tank} />
}
