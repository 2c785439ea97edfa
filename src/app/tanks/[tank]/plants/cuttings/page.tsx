import { CuttingsPage } from '@/desks/plants/cuttings/cuttings-page'

export const metadata = { title: 'Cuttings' }

export default async function Page({ params }: { params: Promise<{ tank: string }> }) {
  return <CuttingsPage slug={(await params).tank} />
}
