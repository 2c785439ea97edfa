'use client'

import { Box, chakra, Flex } from '@chakra-ui/react'
import { useMemo } from 'react'
import { unpackStage } from '@/core/layout/pack-stage'
import { drawnSceneOn } from '@/core/layout/drawn-scene'
import { Elevation } from '@/ui/drawing/elevation'
import { PlanView } from '@/ui/drawing/plan-view'
import { useMeasures } from '@/ui/measures.client'
import { useWidth } from '@/ui/use-width.client'
import { costLine, lightLine, sumsOf } from './sums'
import type { Weighed } from './weighed'

/** Room for the drawing from the front, and for that from above, px. */
const HEIGHT = 330
const PLAN_HEIGHT = 150
const GAP = 20
const NARROW = 560

/** The drawing some weeks on, by the growth of this tank and its kinds: pencil. With another beside it, both on one day and one scale. */
export function Aged({
  weighed,
  days,
  name,
  beside,
}: {
  weighed: Weighed
  days: number
  name: string
  beside: { name: string; weighed: Weighed | null } | null
}) {
  const [ref, width] = useWidth<HTMLDivElement>(740)
  // Two stand side by side on one scale where the page is wide enough.
  const each = beside && width > NARROW ? (width - GAP) / 2 : width
  const day = { days, width: each, height: HEIGHT }
  return (
    <Box ref={ref}>
      {beside ? (
        <>
          <Flex gap={`${GAP}px`} wrap="wrap">
            <div>
              <Caption says={name} />
              <OneDay {...day} weighed={weighed} name={name} />
            </div>
            <div>
              <Caption says={beside.name} />
              {beside.weighed ? (
                <OneDay {...day} weighed={beside.weighed} name={beside.name} />
              ) : (
                <Box color="pencil">Weighing it …</Box>
              )}
            </div>
          </Flex>
          {beside.weighed ? (
            <Differences a={weighed} b={beside.weighed} names={[name, beside.name]} />
          ) : null}
        </>
      ) : (
        <OneDay {...day} weighed={weighed} name={name} />
      )}
    </Box>
  )
}

const Caption = ({ says }: { says: string }) => (
  <Box className="serif" fontSize="md" fontWeight={620}>
    {says}
  </Box>
)

function OneDay({
  weighed,
  days,
  name,
  width,
  height,
}: {
  weighed: Weighed
  days: number
  name: string
  width: number
  height: number
}) {
  const scene = useMemo(
    () => drawnSceneOn(unpackStage(weighed.stage), weighed.today + days),
    [weighed, days],
  )
  const { lengthCm, depthCm } = scene.tank.vessel
  const when = days === 0 ? 'today' : `${days} days on`
  const planWidth = Math.min(width - 34, (PLAN_HEIGHT * lengthCm) / depthCm)
  return (
    <>
      <Elevation
        scene={scene}
        width={width}
        maxHeight={height}
        alarmed={NONE}
        title={`${name}, ${when}`}
      />
      <PlanView scene={scene} width={planWidth} left={34} title={`${name} from above, ${when}`} />
    </>
  )
}
const NONE: ReadonlySet<string> = new Set()

/** What the two come to, where they differ. */
function Differences({
  a,
  b,
  names: [left, right],
}: {
  a: Weighed
  b: Weighed
  names: readonly [string, string]
}) {
  const measures = useMeasures()
  const linesOf = (one: Weighed) =>
    new Map([...sumsOf(one, measures), ...lightLine(one), ...costLine(one)])
  const [ours, theirs] = [linesOf(a), linesOf(b)]
  const rows = [...new Set([...ours.keys(), ...theirs.keys()])].filter(
    (what) => ours.get(what) !== theirs.get(what),
  )
  if (rows.length === 0)
    return (
      <Box fontSize="sm" color="pencil">
        They come to the same in water, ground and weight.
      </Box>
    )
  return (
    <chakra.table fontSize="sm" mt={3} css={{ '& td, & th': { paddingRight: '24px' } }}>
      <thead>
        <tr>
          <th />
          <Box as="th" textAlign="left" fontWeight={560}>
            {left}
          </Box>
          <Box as="th" textAlign="left" fontWeight={560}>
            {right}
          </Box>
        </tr>
      </thead>
      <tbody>
        {rows.map((what) => (
          <tr key={what}>
            <chakra.th textAlign="left" fontWeight={430} color="pencil" scope="row">
              {what}
            </chakra.th>
            <td>{ours.get(what) ?? '—'}</td>
            <td>{theirs.get(what) ?? '—'}</td>
          </tr>
        ))}
      </tbody>
    </chakra.table>
  )
}
