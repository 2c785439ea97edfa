import { ImportPage } from '@/desks/exchange/view'

export const metadata = { title: 'Read readings' }

export default async function Page({ params }: { params: Promise<{ tank: string }> }) {
  const { tank } = await params
  return <ImportPage slug={tank} />
}
