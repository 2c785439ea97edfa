import { rescape } from '@/desks/rescape/desk'
import { titleOf } from '@/ui/frame/desk'
import { RescapeDesk } from '@/desks/rescape/view'

export const metadata = titleOf(rescape, '')

export default async function Page({ params }: { params: Promise<{ tank: string }> }) {
  const { tank } = await params
  return <RescapeDesk slug={tank} />
}
