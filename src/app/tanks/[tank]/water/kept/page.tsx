import { WaterSettingsPage } from '@/desks/water/settings/settings-page'

export const metadata = { title: 'Waters and bottles' }

export default async function Page({ params }: { params: Promise<{ tank: string }> }) {
  return <WaterSettingsPage slug={(await params).tank} />
}
