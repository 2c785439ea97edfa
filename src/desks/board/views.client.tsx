'use client'

import { Box, chakra, Flex } from '@chakra-ui/react'
import { usePinch } from '@use-gesture/react'
import { useMemo, useState } from 'react'
import { Button } from '@/ui/kit/button.client'
import { flowMap } from '@/core/layout/flow-map'
import { LIGHT_STEPS } from '@/core/layout/light-map'
import type { DrawnScene } from '@/core/layout/drawn-scene'
import { Slider, Tick } from '@/ui/kit/input.client'
import { useMeasures } from '@/ui/measures.client'
import { useWidth } from '@/ui/use-width.client'
import { FrontSheet } from './front-sheet.client'
import type { Axes } from './handling.client'
import { PlanSheet, type PlanProps } from './plan-sheet.client'
import { commonScale } from './sheet'
import { SideSheet } from './side-sheet.client'
import { useHeldFingers } from './use-held-fingers.client'

/** Room for the three views, px. */
const HEIGHT = 462
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
  ground,
  onRefused,
  grown,
  scene,
}: Omit<PlanProps, 'scale' | 'cutAt' | 'lit' | 'flowing' | 'thirds' | 'sight' | 'groups'> & {
  scene: DrawnScene | null
}) {
  const [over, setOver] = useState<Over>({
    light: false,
    flow: false,
    thirds: false,
    sight: false,
    groups: false,
  })
  const [ref, width] = useWidth<HTMLDivElement>(740)
  const [cutAt, setCutAt] = useState(Math.round(glass.lengthCm / 2))
  const [alone, setAlone] = useState<Axes>('plan')
  const [zoom, setZoom] = useState<number>(1)
  usePinched(ref, zoom, setZoom)
  useHeldFingers(ref, hand)
  const narrow = width < NARROW
  const scale = zoom * commonScale(glass, width, HEIGHT, narrow ? 'one' : 'three')
  const { thirds, sight, groups } = over
  const shared = { hand, glass, scale, species, pencilled, onKey, grown, thirds, sight, groups }
  const shown = (view: Axes) => !narrow || alone === view
  const choices = (
    <Box pl={4} pt={3} fontSize="sm" color="pencil">
      {narrow && alone !== 'side' ? null : (
        <CutAt cutAt={cutAt} lengthCm={glass.lengthCm} onCut={setCutAt} />
      )}
      <Zoom zoom={zoom} onZoom={setZoom} />
      <Overlays over={over} onOver={setOver} plan={shown('plan')} scene={scene} />
    </Box>
  )
  return (
    <Box ref={ref}>
      {narrow ? (
        <Flex gap={4} mb={1} role="group" aria-label="View">
          {(['plan', 'front', 'side'] as const).map((view) => (
            <ViewChoice key={view} view={view} chosen={alone === view} onChoose={setAlone} />
          ))}
        </Flex>
      ) : null}
      <Box css={zoom > 1 ? LARGER : undefined}>
        <Flex wrap={zoom > 1 ? 'nowrap' : 'wrap'} align="flex-start">
          {shown('front') ? (
            <FrontSheet {...shared} freehand={freehand} onRefused={onRefused} />
          ) : null}
          {shown('side') ? <SideSheet {...shared} cutAt={cutAt} /> : null}
        </Flex>
        <Flex wrap="wrap" align="flex-start">
          {shown('plan') ? (
            <PlanSheet
              {...shared}
              kind={kind}
              shape={shape}
              freehand={freehand}
              ground={ground}
              cutAt={cutAt}
              onRefused={onRefused}
              lit={over.light ? scene : null}
              flowing={over.flow ? scene : null}
            />
          ) : null}
          {zoom === 1 ? choices : null}
        </Flex>
      </Box>
      {zoom > 1 ? choices : null}
    </Box>
  )
}

/** What is laid over the views. */
type Over = Record<'light' | 'flow' | 'thirds' | 'sight' | 'groups', boolean>

function Overlays({
  over,
  onOver,
  plan,
  scene,
}: {
  over: Over
  onOver: (over: Over) => void
  /** Whether the tank is seen from above. */
  plan: boolean
  scene: DrawnScene | null
}) {
  const say = (which: keyof Over) => (on: boolean) => onOver({ ...over, [which]: on })
  return (
    <>
      {plan ? (
        <>
          <ByLight on={over.light} onSay={say('light')} />
          <ByFlow on={over.flow} onSay={say('flow')} scene={scene} />
        </>
      ) : null}
      <TickOf says="lines of thirds" on={over.thirds} onSay={say('thirds')} />
      {plan ? <TickOf says="lines of sight" on={over.sight} onSay={say('sight')} /> : null}
      {plan ? <TickOf says="groups of a kind" on={over.groups} onSay={say('groups')} /> : null}
    </>
  )
}

/** Two fingers draw it larger or smaller, to the step they come nearest to. */
function usePinched(
  target: React.RefObject<HTMLDivElement | null>,
  zoom: number,
  onZoom: (zoom: number) => void,
): void {
  usePinch(
    ({ movement: [times], first, memo, last }) => {
      const from = first ? zoom : (memo as number)
      if (last) onZoom(nearestZoom(from * times))
      return from
    },
    { target, eventOptions: { passive: false } },
  )
}

/** Drawn larger than the page, the views are moved about by scrolling, or with a finger on the water. */
const LARGER = {
  overflow: 'auto',
  maxHeight: `${HEIGHT + 40}px`,
  '& svg': { maxWidth: 'none !important', flexShrink: 0 },
} as const
const ZOOMS = [1, 1.5, 2, 3] as const

/** The step of drawing larger that two fingers come nearest to. */
const nearestZoom = (times: number): number =>
  ZOOMS.reduce<number>(
    (best, one) => (Math.abs(one - times) < Math.abs(best - times) ? one : best),
    ZOOMS[0],
  )

function Zoom({ zoom, onZoom }: { zoom: number; onZoom: (zoom: number) => void }) {
  const at = ZOOMS.findIndex((one) => one === zoom)
  return (
    <Flex gap={4} align="center" minH="32px" role="group" aria-label="How large it is drawn">
      <Button
        look="quiet"
        size="line"
        disabled={at === ZOOMS.length - 1}
        onClick={() => onZoom(ZOOMS[at + 1])}
      >
        larger
      </Button>
      <Button look="quiet" size="line" disabled={at === 0} onClick={() => onZoom(ZOOMS[at - 1])}>
        smaller
      </Button>
      <Button look="quiet" size="line" disabled={at === 0} onClick={() => onZoom(1)}>
        whole
      </Button>
    </Flex>
  )
}

function TickOf({ says, on, onSay }: { says: string; on: boolean; onSay: (on: boolean) => void }) {
  return (
    <chakra.label display="flex" gap={2} alignItems="center" minH="32px">
      <Tick type="checkbox" checked={on} onChange={(event) => onSay(event.target.checked)} />
      {says}
    </chakra.label>
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
  const measures = useMeasures()
  return (
    <chakra.label display="block">
      <Box as="span" display="block">
        The side view cuts at {measures.say(cutAt, 'cm', 1)}
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

/** Whether the flow is shown, and what there is to know for it. */
function ByFlow({
  on,
  onSay,
  scene,
}: {
  on: boolean
  onSay: (on: boolean) => void
  scene: DrawnScene | null
}) {
  const known = useMemo(() => scene !== null && flowMap(scene.tank) !== null, [scene])
  return (
    <Box maxW="240px">
      <TickOf says="flow over the ground" on={on} onSay={onSay} />
      {on ? (
        <div>
          {known
            ? 'Rough, to a factor of two: the way of the jet; hatched, where the water hardly moves.'
            : 'Say of a filter or a pump how much it moves, where its outlet hangs and where it is aimed: under “put right” on the Look desk.'}
        </div>
      ) : null}
    </Box>
  )
}

/** Whether the light that reaches the ground is shown, and what its shades mean. */
function ByLight({ on, onSay }: { on: boolean; onSay: (on: boolean) => void }) {
  return (
    <Box mt={2} maxW="240px">
      <TickOf says="light at the ground" on={on} onSay={onSay} />
      {on ? (
        <div>
          The darker, the less: under {LIGHT_STEPS.join(', ')} µmol. Lawns want 30, crypts 12; all
          to a factor of about 1.5.
        </div>
      ) : null}
    </Box>
  )
}
