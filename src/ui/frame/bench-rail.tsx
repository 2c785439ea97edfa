import NextLink from '@/ui/page-link'
import type { Vessel } from '@/core/history/types'
import { Tally, tallyWidth } from '../marks/tally'
import { KeysButton } from './keys.client'
import css from './frame.module.css'
import { VesselsRow } from './vessels-row.client'
import { LampSwitch } from './lamp-switch.client'

export interface RailVessel {
  vessel: Pick<Vessel, 'slug' | 'name' | 'lengthCm' | 'heightCm' | 'waterlineCm'>
  due: number
  late: boolean
}
const PIXELS_PER_CM = 0.62
const RAIL_HEIGHT = 40
/** Room for all silhouettes together: more vessels are drawn smaller, still all to one scale. */
const RAIL_WIDTH = 420
const MANY = 5
/** So many silhouettes stand on the rail; of a longer bench the ones around the open one. */
const MOST = 16

/** The vessels to show: all of a short bench, else a stretch of it that holds the open one. */
function stretchOf(vessels: readonly RailVessel[], open: string | null): readonly RailVessel[] {
  const at = Math.max(
    0,
    vessels.findIndex((item) => item.vessel.slug === open),
  )
  const from = Math.max(0, Math.min(at - MOST / 2, vessels.length - MOST))
  return vessels.slice(from, from + MOST)
}

/** The bench along the top: every vessel in true proportion, the open one inked, what is due as tally strokes. */
export function BenchRail({
  vessels: all,
  open,
  sentence,
  day,
}: {
  vessels: readonly RailVessel[]
  open: string | null
  sentence: string
  day: string
}) {
  const vessels = stretchOf(all, open)
  const more = all.length - vessels.length
  const scale = Math.min(
    PIXELS_PER_CM,
    RAIL_HEIGHT / Math.max(1, ...vessels.map((item) => item.vessel.heightCm)),
    RAIL_WIDTH /
      Math.max(
        1,
        vessels.reduce((sum, item) => sum + item.vessel.lengthCm, 0),
      ),
  )
  return (
    <header className={css.rail}>
      <nav aria-label="Bench" className={css.bench}>
        <VesselsRow
          open={open}
          className={vessels.length > MANY ? `${css.vessels} ${css.many}` : css.vessels}
        >
          <li className={css.vessel}>
            <NextLink href="/" aria-current={open === null ? 'page' : undefined}>
              <div className={`${css.name} ${css.all}`}>Bench</div>
            </NextLink>
          </li>
          {vessels.map((item) => (
            <RailItem
              key={item.vessel.slug}
              item={item}
              scale={scale}
              isOpen={item.vessel.slug === open}
            />
          ))}
          {more > 0 ? (
            <li className={css.vessel}>
              <NextLink href="/">and {more} more</NextLink>
            </li>
          ) : null}
        </VesselsRow>
      </nav>
      <div className={`serif ${css.sentence}`}>{sentence}</div>
      <div className={css.corner}>
        <div className={css.day}>{day}</div>
        <div className={css.switches}>
          <LampSwitch />
          <KeysButton />
        </div>
      </div>
    </header>
  )
}

function RailItem({
  item: { vessel, due, late },
  scale,
  isOpen,
}: {
  item: RailVessel
  scale: number
  isOpen: boolean
}) {
  const [w, h] = [vessel.lengthCm * scale, vessel.heightCm * scale]
  const waterline = 1 + (vessel.heightCm - vessel.waterlineCm) * scale
  return (
    <li className={css.vessel}>
      <NextLink href={`/tanks/${vessel.slug}`} aria-current={isOpen ? 'page' : undefined}>
        <div className={css.silhouette} style={{ paddingRight: tallyWidth(due) }}>
          <svg width={w + 2} height={h + 2} aria-hidden="true">
            <rect
              x={1}
              y={1}
              width={w}
              height={h}
              fill={isOpen ? 'var(--chakra-colors-ink)' : 'var(--chakra-colors-paper)'}
              stroke="var(--chakra-colors-ink)"
              strokeWidth={1.2}
            />
            {isOpen ? null : (
              <line
                x1={1}
                x2={w + 1}
                y1={waterline}
                y2={waterline}
                stroke="var(--chakra-colors-water)"
                strokeWidth={1.2}
              />
            )}
          </svg>
        </div>
        <div className={css.name}>{vessel.name}</div>
      </NextLink>
      {due > 0 ? <WhatIsDue vessel={vessel} due={due} late={late} left={w + 4} /> : null}
    </li>
  )
}

/** The tally beside a silhouette: a touch says what it counts. */
function WhatIsDue({
  vessel: { slug, name },
  due,
  late,
  left,
}: Pick<RailVessel, 'due' | 'late'> & { vessel: RailVessel['vessel']; left: number }) {
  const id = `due-${slug}`
  const things = due === 1 ? 'One thing is due' : `${due} things are due`
  return (
    <>
      <button type="button" className={css.tally} style={{ left }} popoverTarget={id}>
        <Tally count={due} late={late} />
      </button>
      <div id={id} popover="auto" className={css.said}>
        {things} in {name}
        {late ? sayNotInTime(due) : ''}. <NextLink href="/">The bench says what</NextLink>
      </div>
    </>
  )
}

/** Of several things it is known that one is late, not which. */
const sayNotInTime = (due: number) => (due === 1 ? ', and late' : ', not all of them in time')
