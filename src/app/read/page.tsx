import { Rail } from '@/desks/bench/rail'
import { ReadTankPage } from '@/desks/exchange/view'

export const dynamic = 'force-dynamic'
export const metadata = { title: 'Read a tank file' }

export default function Page() {
  return (
    <>
      <Rail open={null} />
      <ReadTankPage />
    </>
  )
}
