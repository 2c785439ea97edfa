import { Rail } from '@/desks/bench/rail'
import { SetUpPage } from '@/desks/setup/view'

export const dynamic = 'force-dynamic'
export const metadata = { title: 'Set up a tank' }

export default function Page() {
  return (
    <>
      <Rail open={null} />
      <SetUpPage />
    </>
  )
}
