'use client'

import { useMeasures } from '@/ui/measures.client'
import { Box, Flex } from '@chakra-ui/react'
import NextLink from '@/ui/page-link'
import {
  memo,
  useCallback,
  useEffect,
  useMemo,
  useRef,
  useState,
  useSyncExternalStore,
} from 'react'
import { drawnSceneOn, type DrawnScene } from '@/core/layout/drawn-scene'
import { sayAgo, sayNumber, sayRange } from '@/core/quantity/say'
import { instantOf } from '@/core/quantity/time'
import { Elevation } from '@/ui/drawing/elevation'
import { PlanView } from '@/ui/drawing/plan-view'
import { FindingNote } from '@/ui/findings/finding-note.client'
import { TimeRule } from '@/ui/time-rule.client'
import { useWidth } from '@/ui/use-width.client'
import { sayDay } from '@/ui/when'
import { Leaders } from './leaders.client'
import type { LookModel } from './model'
import { unpackStage } from '@/core/layout/pack-stage'
import { unpackTicks } from './pack'
import { momentOf, OUTLOOK_DAYS, reachOf, within } from './shown-day'
import { factsOfDay } from './facts-of-day'
import { isFlat } from '@/core/plants/groups'
import { Button } from '@/ui/kit/button.client'
import { useTypeScale } from '@/ui/use-type-scale.client'

type Dispute = React.ComponentProps<typeof FindingNote>['onDispute']

/** At the usual size of type, px. */
const MAX_DRAWING_HEIGHT = 368
const PLAN_HEIGHT = 112

export function Look({ model, onDispute }: { model: LookModel; onDispute: Dispute }) {
  const measures = useMeasures()
  const stage = useMemo(() => unpackStage(model.stage), [model.stage])
  const ticks = useMemo(() => unpackTicks(model.ticks), [model.ticks])
  const [offset, setOffset] = useState(0)
  const day = momentOf(stage.today, offset, model.untilMidnight)
  const cache = useMemo(() => new Map(), [])
  const [ref, width] = useWidth<HTMLDivElement>(708)
  const typeScale = useTypeScale()
  const maxHeight = MAX_DRAWING_HEIGHT * typeScale
  const from = Math.floor(stage.firstDay)
  const to = Math.ceil(stage.today) + OUTLOOK_DAYS
  const reach = useMemo(
    () => reachOf(stage.firstDay, stage.today + model.untilMidnight, OUTLOOK_DAYS),
    [stage, model.untilMidnight],
  )
  const choose = useCallback((next: number) => setOffset(within(reach, next)), [reach])
  useDayKeys(offset, choose)
  const calmOffset = useCalm(offset)
  const calmDay = momentOf(stage.today, calmOffset, model.untilMidnight)
  const moving = calmOffset !== offset
  // Sent as a sketch, as a day in motion is drawn, and inked as soon as the page is alive: half the drawing to send.
  const alive = useAlive()
  const sketch = moving || !alive
  const scene = useMemo(() => drawnSceneOn(stage, day, cache, sketch), [stage, day, cache, sketch])
  const calm = useMemo(
    () => (moving ? drawnSceneOn(stage, calmDay, cache, true) : scene),
    [stage, calmDay, moving, scene, cache],
  )
  const atToday = offset === 0
  const says = daySentence(offset, day, stage.today, model.zone)
  const alarmed = useMemo(() => new Set(atToday ? model.alarmed : []), [atToday, model.alarmed])
  const wrapper = useRef<HTMLDivElement>(null)
  const empty = scene.plants.length === 0 && atToday
  return (
    <Box as="main" px={{ base: 3, md: 8 }} pt={3} pb={2} maxW="77.5rem">
      <Flex
        as="h1"
        className="serif"
        fontSize={{ base: 'lg', md: 'xl' }}
        fontWeight={400}
        align="baseline"
        gap={2}
        wrap="wrap"
        minH="44px"
        display="block"
      >
        <Box as="span" fontSize={{ base: '2xl', md: '3xl' }} fontWeight={680} lineHeight={1.1}>
          {model.name}
        </Box>{' '}
        {atToday ? (
          model.sentence
        ) : (
          <Box as="span" color={scene.pencil ? 'pencil' : 'ink'}>
            {scene.pencil ? `as Vivero expects it ${says}` : `as it stood ${says}`}
          </Box>
        )}
        {atToday ? null : (
          <Button look="quiet" size="word" onClick={() => setOffset(0)} ml={3} fontSize="sm">
            back to today
          </Button>
        )}
      </Flex>
      <Box fontSize="sm" color="pencil" mb={1}>
        {atToday ? model.facts : factsOfDay(calm.tank, measures)} ·{' '}
        <Box as="span" color="water" textDecoration="underline">
          <NextLink href={`/tanks/${model.slug}/stands`}>put right</NextLink>
        </Box>
      </Box>
      <Box ref={wrapper} position="relative">
        <Flex gap={{ base: 4, xl: 7 }} direction={{ base: 'column', lg: 'row' }} align="flex-start">
          <Box ref={ref} flex={{ lg: '0 0 63%' }} w={{ base: '100%', lg: 'auto' }} minW={0}>
            <Elevation
              scene={scene}
              width={width}
              maxHeight={maxHeight}
              alarmed={alarmed}
              title={`${model.name} from the front, ${says}`}
              moving={moving}
            />
            {empty ? (
              <EmptyLayout slug={model.slug} />
            ) : (
              <Flex gap={5} align="center" wrap={{ base: 'wrap', sm: 'nowrap' }}>
                <PlanView
                  scene={calm}
                  width={planWidth(calm.tank.vessel, width, typeScale)}
                  left={34}
                  title={`${model.name} from above, ${daySentence(calmOffset, calmDay, stage.today, model.zone)}`}
                />
                {atToday ? <Marginalia lines={model.marginalia} /> : null}
              </Flex>
            )}
          </Box>
          <Box
            flex={1}
            minW={0}
            pt={{ lg: 2 }}
            // Beside the drawing it scrolls by itself: opened notes must not push the time rule off the page.
            maxH={{ lg: 'max(26rem, calc(100vh - 19rem))' }}
            overflowY={{ lg: 'auto' }}
            data-notes
            tabIndex={-1}
          >
            {atToday ? <Notes model={model} onDispute={onDispute} /> : <DayTable scene={calm} />}
          </Box>
        </Flex>
        {atToday ? (
          <Leaders
            wrapper={wrapper}
            scene={scene}
            notes={model.notes}
            width={width}
            maxHeight={maxHeight}
          />
        ) : null}
      </Box>
      <Box mt={2}>
        <TimeRule
          from={from}
          to={to}
          today={stage.today}
          offset={offset}
          reach={reach}
          onOffset={choose}
          ticks={ticks}
          band={model.band}
          says={says}
        />
        <Flex justify="space-between" fontSize="sm" color="pencil">
          <Box>Drag the day, or [ and ].</Box>
          <Box>
            <Box as="span" color="ink">
              Ink: what you saw and did.
            </Box>{' '}
            Pencil: what Vivero expects.
          </Box>
        </Flex>
      </Box>
    </Box>
  )
}

const Marginalia = memo(function Marginalia({ lines }: { lines: readonly string[] }) {
  return (
    <Box as="ul" listStyleType="none" m={0} p={0} fontSize="sm" lineHeight={1.5}>
      {lines.map((line) => (
        <li key={line}>{line}</li>
      ))}
    </Box>
  )
})

function Notes({ model, onDispute }: { model: LookModel; onDispute: Dispute }) {
  const [all, setAll] = useState(false)
  return (
    <Flex direction="column" gap={3}>
      {model.notes.length === 0 ? (
        <Box className="serif">
          Nothing to say yet. <NextLink href={`/tanks/${model.slug}/round`}>Walk a round</NextLink>,
          and Vivero has something to reckon from.
        </Box>
      ) : null}
      {[...model.notes, ...(all ? model.more : [])].map((finding) => (
        <div key={finding.key} data-note={finding.key}>
          <FindingNote
            finding={finding}
            tank={model.slug}
            zone={model.zone}
            now={instantOf(model.stage.today)}
            onDispute={onDispute}
          />
        </div>
      ))}
      {model.more.length > 0 ? (
        <Button
          look="quiet"
          size="word"
          onClick={() => setAll(!all)}
          alignSelf="flex-start"
          pl={5}
          fontSize="sm"
          aria-expanded={all}
        >
          {all
            ? 'fewer notes'
            : `${model.more.length} more ${model.more.length === 1 ? 'note' : 'notes'}`}
        </Button>
      ) : null}
    </Flex>
  )
}

/** Below this light nobody's estimate can tell how dark it is, µmol m⁻² s⁻¹. */
const DIM = 5

const sayLight = (par: number) => (par < DIM ? `< ${DIM} µmol` : `${sayNumber(par, 5)} µmol`)

/** On another day than today: every planting's height or cover there, with its range where it is pencilled. Plain elements: it is redrawn with every step of a drag. */
const DayTable = memo(function DayTable({ scene }: { scene: DrawnScene }) {
  const measures = useMeasures()
  return (
    <table className="day-table" aria-label="Plantings on this day">
      <tbody>
        {scene.plants.map(({ planting, staged, height, cover, par }) => {
          const flat = isFlat(staged.species.group)
          const unit = flat ? '%' : 'cm'
          const value = measures.estimate(flat ? cover : height, unit)
          const half = (value.high - value.low) / 2
          return (
            <tr key={planting.id}>
              <td>{planting.stake}</td>
              <td className="serif">{planting.name}</td>
              <td className={scene.pencil ? 'pencil' : undefined}>
                {sayNumber(value.value, Math.max(measures.width(1, unit), half))}{' '}
                {measures.unit(unit)}
                {scene.pencil ? <small> ({sayRange(value)})</small> : null}
              </td>
              <td className="pencil">{planting.zone === 'surface' ? '' : sayLight(par)}</td>
            </tr>
          )
        })}
        {scene.plants.length === 0 ? (
          <tr>
            <td>Nothing was planted yet.</td>
          </tr>
        ) : null}
      </tbody>
    </table>
  )
})

function EmptyLayout({ slug }: { slug: string }) {
  return (
    <Box className="serif" p={4}>
      No planting is on paper yet.{' '}
      <NextLink href={`/tanks/${slug}/stands`}>Plant it as it stands</NextLink>.
    </Box>
  )
}

function planWidth(
  vessel: { lengthCm: number; depthCm: number; heightCm: number },
  width: number,
  typeScale: number,
): number {
  const scale = Math.min(
    (width - 46) / vessel.lengthCm,
    (MAX_DRAWING_HEIGHT * typeScale - 62) / vessel.heightCm,
  )
  // The plan keeps its own smaller scale where the elevation's would push it off the page.
  return vessel.lengthCm * Math.min(scale, (PLAN_HEIGHT * typeScale) / vessel.depthCm)
}

function daySentence(offset: number, day: number, today: number, zone: string): string {
  return `on ${sayDay(instantOf(day), zone, instantOf(today))}, ${sayAgo(-offset)}`
}

/** Figures and plan follow a dragged day at this pace, ms: they are read, not watched, and leave the frame to the drawing. */
const CALM_MS = 110

const never = () => () => {}
/** Whether the page runs in a browser: not while it is made on the server, nor in the first moment after it came. */
const useAlive = () =>
  useSyncExternalStore(
    never,
    () => true,
    () => false,
  )

/** The day as it was at most `CALM_MS` ago: equal to `day` once it rests. */
function useCalm(day: number): number {
  const [calm, setCalm] = useState(day)
  const latest = useRef(day)
  const timer = useRef<ReturnType<typeof setTimeout> | null>(null)
  useEffect(() => {
    latest.current = day
    if (timer.current !== null) return
    timer.current = setTimeout(() => {
      timer.current = null
      setCalm(latest.current)
    }, CALM_MS)
  }, [day])
  useEffect(
    () => () => {
      if (timer.current !== null) clearTimeout(timer.current)
      timer.current = null
    },
    [],
  )
  return calm
}

/** [ and ] step the day; the arrows work on the rule itself. */
function useDayKeys(offset: number, choose: (offset: number) => void): void {
  useEffect(() => {
    const hear = (event: KeyboardEvent) => {
      if (
        event.target instanceof HTMLElement &&
        event.target.tagName === 'INPUT' &&
        (event.target as HTMLInputElement).type !== 'range'
      )
        return
      if (event.key === '[') choose(offset - 1)
      if (event.key === ']') choose(offset + 1)
    }
    window.addEventListener('keydown', hear)
    return () => window.removeEventListener('keydown', hear)
  }, [offset, choose])
}
