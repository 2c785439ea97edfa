import { BenchDesk } from '@/desks/bench/view'
import { Rail } from '@/desks/bench/rail'

export const dynamic = 'force-dynamic'

export default function Page() {
  return (
    <>
      <Rail open={null} />
      <BenchDesk />
    </>
  )
}
