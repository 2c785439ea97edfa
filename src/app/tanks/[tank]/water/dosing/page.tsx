import { DosingPage } from '@/desks/water/dosing/dosing-page'

export const metadata = { title: 'Dosing' }

export default async function Page({ params }: { params: Promise<{ tank: string }> }) {
  return <DosingPage slug={(await params).tank} />
}
