import { RescapeDesk } from '@/desks/rescape/view'

export const metadata = { title: 'Rescape' }

export default async function Page({ params }: { params: Promise<{ tank: string }> }) {
  const { tank } = await params
  return <RescapeDesk slug={tank} />
}
