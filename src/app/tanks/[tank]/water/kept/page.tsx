import { water } from '@/desks/water/desk'
import { titleOf } from '@/ui/frame/desk'
import { WaterSettingsPage } from '@/desks/water/settings/settings-page'

export const metadata = titleOf(water, '/kept')

export default async function Page({ params }: { params: Promise<{ tank: string }> }) {
  return <WaterSettingsPage slug={(await params).tank} />
}
