'use client'

import { Box, chakra, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import type { Scene } from '@/core/layout/scene'
import { Slider, Tick } from '@/ui/kit/input.client'
import { useWidth } from '@/ui/use-width.client'
import { FrontSheet } from './front-sheet.client'
import type { Axes } from './handling.client'
import { LIGHT_BANDS } from './light-bands.client'
import { PlanSheet, type PlanProps } from './plan-sheet.client'
import { commonScale } from './sheet'
import { SideSheet } from './side-sheet.client'

/** Room for the three views, px. */
const HEIGHT = 500
const NARROW = 620

/** Front over plan on one scale, the side beside the front; on a narrow page one view at a time. */
export function Views({
  hand,
  glass,
  species,
  pencilled,
  onKey,
  kind,
  shape,
  freehand,
  onRefused,
  grown,
  scene,
}: Omit<PlanProps, 'scale' | 'cutAt' | 'lit'> & { scene: Scene | null }) {
  const [byLight, setByLight] = useState(false)
  const [ref, width] = useWidth<HTMLDivElement>(740)
  const [cutAt, setCutAt] = useState(Math.round(glass.lengthCm / 2))
  const [alone, setAlone] = useState<Axes>('plan')
  const narrow = width < NARROW
  const scale = commonScale(glass, width, HEIGHT, narrow ? 'one' : 'three')
  const shared = { hand, glass, scale, species, pencilled, onKey, grown }
  const shown = (view: Axes) => !narrow || alone === view
  return (
    <Box ref={ref}>
      {narrow ? (
        <Flex gap={4} mb={1} role="group" aria-label="View">
          {(['plan', 'front', 'side'] as const).map((view) => (
            <ViewChoice key={view} view={view} chosen={alone === view} onChoose={setAlone} />
          ))}
        </Flex>
      ) : null}
      <Flex wrap="wrap" align="flex-start">
        {shown('front') ? <FrontSheet {...shared} /> : null}
        {shown('side') ? <SideSheet {...shared} cutAt={cutAt} /> : null}
      </Flex>
      <Flex wrap="wrap" align="flex-start">
        {shown('plan') ? (
          <PlanSheet
            {...shared}
            kind={kind}
            shape={shape}
            freehand={freehand}
            cutAt={cutAt}
            onRefused={onRefused}
            lit={byLight ? scene : null}
          />
        ) : null}
        <Box pl={4} pt={3} fontSize="sm" color="pencil">
          {narrow && alone !== 'side' ? null : (
            <CutAt cutAt={cutAt} lengthCm={glass.lengthCm} onCut={setCutAt} />
          )}
          {shown('plan') ? <ByLight on={byLight} onSay={setByLight} /> : null}
        </Box>
      </Flex>
    </Box>
  )
}

const VIEW_NAMES: Record<Axes, string> = {
  plan: 'from above',
  front: 'from the front',
  side: 'from the side',
}

function ViewChoice({
  view,
  chosen,
  onChoose,
}: {
  view: Axes
  chosen: boolean
  onChoose: (view: Axes) => void
}) {
  return (
    <chakra.button
      type="button"
      aria-pressed={chosen}
      onClick={() => onChoose(view)}
      minH="44px"
      cursor="pointer"
      borderBottom="2px solid"
      borderColor={chosen ? 'ink' : 'transparent'}
      fontWeight={chosen ? 650 : 430}
    >
      {VIEW_NAMES[view]}
    </chakra.button>
  )
}

function CutAt({
  cutAt,
  lengthCm,
  onCut,
}: {
  cutAt: number
  lengthCm: number
  onCut: (cm: number) => void
}) {
  return (
    <chakra.label display="block">
      <Box as="span" display="block">
        The side view cuts at {cutAt} cm
      </Box>
      <Slider
        min={0}
        max={Math.floor(lengthCm)}
        value={cutAt}
        onChange={(event) => onCut(Number(event.target.value))}
      />
    </chakra.label>
  )
}

/** Whether the light that reaches the ground is shown, and what its shades mean. */
function ByLight({ on, onSay }: { on: boolean; onSay: (on: boolean) => void }) {
  return (
    <Box mt={2} maxW="240px">
      <chakra.label display="flex" gap={2} alignItems="center" minH="32px">
        <Tick type="checkbox" checked={on} onChange={(event) => onSay(event.target.checked)} />
        light at the ground
      </chakra.label>
      {on ? (
        <div>
          The darker, the less: under {LIGHT_BANDS.join(', ')} µmol. Lawns want 30, crypts 12; all
          to a factor of about 1.5.
        </div>
      ) : null}
    </Box>
  )
}
