import { KeptPage } from '@/desks/water/kept-page'

export const metadata = { title: 'Waters and bottles' }

export default async function Page({ params }: { params: Promise<{ tank: string }> }) {
  return <KeptPage slug={(await params).tank} />
}
