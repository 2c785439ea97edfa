import { BenchDesk } from '@/desks/bench/view'
import { Rail } from '@/desks/bench/rail'

export const dynamic = 'force-dynamic'

export default async function Page({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>
}) {
  const { shelves } = await searchParams
  const page =
    typeof shelves === 'string' && /^[1-9]\d{0,4}$/.test(shelves) ? Number(shelves) - 1 : 0
  return (
    <>
      <Rail open={null} />
      <BenchDesk page={page} />
    </>
  )
}
