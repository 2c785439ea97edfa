import { useMeasures } from '../measures.client'
import { memo, useMemo, useId } from 'react'
import type { GroundStation, Hardscape, Species } from '@/core/history/types'
import type { DrawnPlant, DrawnScene } from '@/core/layout/drawn-scene'
import { spanOf } from '@/core/layout/draw-plant'
import { groundLine } from '@/core/vessel/ground-line'
import { patchCentre } from '@/core/plants/place'
import { CM_PER_INCH } from '@/core/quantity/measures'
import { seededRandom, seedOf } from '@/core/quantity/random'
import { StakeShape } from '../marks/stake'
import {
  ELEVATION_MARGIN,
  frontProjection,
  softOutline,
  tankTransform,
  type Projection,
} from './geometry'
import { svgText } from './svg-text'
import { isStem } from '@/core/plants/groups'

const colour = (name: string) => `var(--chakra-colors-${name})`
const TINT: Record<Species['leaf']['tint'], string> = {
  green: colour('leaf-green'),
  pale: colour('leaf-pale'),
  olive: colour('leaf-olive'),
  red: colour('leaf-red'),
}

interface Props {
  scene: DrawnScene
  width: number
  maxHeight: number
  /** Stakes to ink in clay. */
  alarmed: ReadonlySet<string>
  title: string
  /** While the day is dragged the leaves are laid in without their outlines; they are inked when it rests. */
  moving?: boolean
}

/** Leaves reach over the rim and no further to the sides than the glass lets them: so many heights are open above. */
const OPEN_ABOVE = 3

/** The tank from the front, to scale, on one day: ink up to today, pencil after it. */
export function Elevation({ scene, width, maxHeight, alarmed, title, moving = false }: Props) {
  const { vessel, layout } = scene.tank
  const { lengthCm, heightCm, waterlineCm } = vessel
  const profile = useMemo(() => layout && groundLine(layout.ground, vessel), [layout, vessel])
  const projection = useMemo(
    () => frontProjection({ lengthCm, heightCm }, width, maxHeight, ELEVATION_MARGIN),
    [lengthCm, heightCm, width, maxHeight],
  )
  const transform = tankTransform(projection, heightCm)
  const within = useId()
  const plants = [...scene.plants].sort(
    (a, b) => patchCentre(b.planting).z - patchCentre(a.planting).z,
  )
  const behind = plants.filter((plant) => plant.planting.zone === 'background')
  const before = plants.filter((plant) => plant.planting.zone !== 'background')
  const algaeOf = (of: string, id: string) =>
    scene.algae
      .filter(
        ({ course }) => course.place.of === of && 'id' in course.place && course.place.id === id,
      )
      .reduce((sum, { percent }) => sum + percent, 0)
  const glass = scene.algae
    .filter(({ course }) => course.place.of === 'glass')
    .reduce((sum, { percent }) => sum + percent, 0)
  return (
    <svg
      width={projection.width}
      height={projection.height}
      viewBox={`0 0 ${projection.width} ${projection.height}`}
      role="img"
      aria-label={title}
      data-testid="elevation"
      className={moving ? 'moving' : undefined}
      style={{ display: 'block', maxWidth: '100%', height: 'auto' }}
    >
      <Patterns />
      <Water projection={projection} lengthCm={lengthCm} waterlineCm={waterlineCm} />
      <Shades projection={projection} scene={scene} />
      <defs>
        <clipPath id={within}>
          <rect width={lengthCm} height={OPEN_ABOVE * heightCm} />
        </clipPath>
      </defs>
      <g transform={transform} clipPath={`url(#${within})`}>
        {profile ? <GroundBack profile={profile} waterlineCm={waterlineCm} /> : null}
        {behind.map((plant) => (
          <PlantInk
            key={plant.planting.id}
            plant={plant}
            pencil={plant.pencil}
            algae={algaeOf('planting', plant.planting.id)}
            depth={0}
            scale={projection.scale}
          />
        ))}
        {farFirst(layout?.hardscape ?? []).map((piece) => (
          <Piece key={piece.id} piece={piece} algae={algaeOf('hardscape', piece.id)} />
        ))}
        {before
          .filter((plant) => plant.planting.zone !== 'surface')
          .map((plant) => (
            <PlantInk
              key={plant.planting.id}
              plant={plant}
              pencil={plant.pencil}
              algae={algaeOf('planting', plant.planting.id)}
              depth={1}
              scale={projection.scale}
            />
          ))}
        {profile ? <GroundFront profile={profile} length={lengthCm} /> : null}
        {before
          .filter((plant) => plant.planting.zone === 'surface')
          .map((plant) => (
            <PlantInk
              key={plant.planting.id}
              plant={plant}
              pencil={plant.pencil}
              algae={0}
              depth={1}
              scale={projection.scale}
            />
          ))}
      </g>
      {glass > 0 ? (
        <rect
          x={projection.x(0)}
          y={projection.y(waterlineCm)}
          width={lengthCm * projection.scale}
          height={waterlineCm * projection.scale}
          fill="url(#algae-hatch)"
          opacity={Math.min(0.5, glass / 40)}
        />
      ) : null}
      {scene.pencil ? (
        <Brackets projection={projection} scene={scene} waterlineCm={waterlineCm} />
      ) : null}
      <Glass
        projection={projection}
        lengthCm={lengthCm}
        heightCm={heightCm}
        waterlineCm={waterlineCm}
      />
      <Stakes projection={projection} plants={scene.plants} alarmed={alarmed} />
    </svg>
  )
}

/** What lies farther back is drawn first. */
const farFirst = (pieces: readonly Hardscape[]): readonly Hardscape[] =>
  [...pieces].sort(
    (a, b) => patchCentre({ patch: b.footprint }).z - patchCentre({ patch: a.footprint }).z,
  )

const Patterns = memo(function Patterns() {
  return (
    <defs>
      <pattern
        id="algae-hatch"
        width={5}
        height={5}
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(58)"
      >
        <line x1={0} y1={0} x2={0} y2={5} stroke={colour('ink')} strokeWidth={1.1} />
      </pattern>
      <pattern
        id="algae-hatch-cm"
        width={0.75}
        height={0.75}
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(58)"
      >
        <line x1={0} y1={0} x2={0} y2={0.75} stroke={colour('ink')} strokeWidth={0.2} />
      </pattern>
      <linearGradient id="water-depth" x1={0} y1={0} x2={0} y2={1}>
        <stop offset={0} stopColor={colour('wash')} stopOpacity={0.45} />
        <stop offset={1} stopColor={colour('wash')} stopOpacity={1} />
      </linearGradient>
      <linearGradient id="shade" x1={0} y1={0} x2={0} y2={1}>
        <stop offset={0} stopColor={colour('ink')} stopOpacity={0.02} />
        <stop offset={0.35} stopColor={colour('ink')} stopOpacity={0.6} />
        <stop offset={1} stopColor={colour('ink')} stopOpacity={1} />
      </linearGradient>
    </defs>
  )
})

const Water = memo(function Water({
  projection: p,
  lengthCm,
  waterlineCm,
}: {
  projection: Projection
  lengthCm: number
  waterlineCm: number
}) {
  return (
    <rect
      x={p.x(0)}
      y={p.y(waterlineCm)}
      width={lengthCm * p.scale}
      height={waterlineCm * p.scale}
      fill="url(#water-depth)"
    />
  )
})

/** The dark that falls under a canopy, a little wider at the ground than at the leaves. */
function Shades({ projection: p, scene }: { projection: Projection; scene: DrawnScene }) {
  return (
    <g>
      {scene.shades.map((shade) => {
        const points = [
          [shade.x0, shade.topCm],
          [shade.x1, shade.topCm],
          [shade.x1 + 2.5, 4],
          [shade.x0 - 2.5, 4],
        ]
          .map(([x, y]) => `${p.x(x)},${p.y(y)}`)
          .join(' ')
        return (
          <polygon
            key={shade.plantingId}
            points={points}
            fill="url(#shade)"
            opacity={0.2 * shade.depth}
          />
        )
      })}
    </g>
  )
}

/** Lines of the slope between the front and the back of land, as shares of the way. */
const TERRACES = [0.33, 0.66]

/** The ground behind: a faint rise under water; land, with its edge and the lie of its slope, where it comes out of it. */
const GroundBack = memo(function GroundBack({
  profile,
  waterlineCm,
}: {
  profile: readonly GroundStation[]
  waterlineCm: number
}) {
  const along = (share: number) =>
    profile
      .map(({ x, frontCm, backCm }) => `${x} ${frontCm + share * (backCm - frontCm)}`)
      .join('L')
  const land = profile.some(({ backCm }) => backCm > waterlineCm)
  const back = along(1)
  return (
    <g>
      <path
        d={`M${profile[0].x} 0L${back}L${profile[profile.length - 1].x} 0Z`}
        fill={colour('ground')}
        opacity={land ? 0.85 : 0.42}
      />
      {land
        ? TERRACES.map((share) => (
            <path
              key={share}
              d={`M${along(share)}`}
              fill="none"
              stroke={colour('grain')}
              strokeWidth={0.9}
              vectorEffect="non-scaling-stroke"
              strokeDasharray="6 5"
              opacity={0.8}
            />
          ))
        : null}
      <path
        d={`M${back}`}
        fill="none"
        stroke={land ? colour('ink') : colour('grain')}
        strokeWidth={land ? 1.2 : 0.8}
        vectorEffect="non-scaling-stroke"
        strokeDasharray={land ? undefined : '1 3'}
      />
    </g>
  )
})

const GroundFront = memo(function GroundFront({
  profile,
  length,
}: {
  profile: readonly GroundStation[]
  length: number
}) {
  const front = profile.map(({ x, frontCm }) => `${x} ${frontCm}`).join('L')
  const grains = grainsOf(profile, length)
  return (
    <g>
      <path
        d={`M${profile[0].x} 0L${front}L${profile[profile.length - 1].x} 0Z`}
        fill={colour('ground')}
      />
      <path
        d={`M${front}`}
        fill="none"
        stroke={colour('ink')}
        strokeWidth={1}
        vectorEffect="non-scaling-stroke"
      />
      {grains.map(({ width, d }) => (
        <path
          key={width}
          d={d}
          stroke={colour('grain')}
          strokeWidth={width}
          strokeLinecap="round"
        />
      ))}
    </g>
  )
})

const GRAIN_WIDTHS = [0.18, 0.28, 0.38]

/** Grains in the cut through the ground, as points of three sizes: strokes without length, which round ends make dots. */
function grainsOf(profile: readonly GroundStation[], length: number) {
  const random = seededRandom(seedOf(`grain${length}`))
  const sizes = GRAIN_WIDTHS.map((width) => ({ width, d: '' }))
  for (let i = 0; i < Math.round(length * 1.6); i++) {
    const x = random() * length
    const station = profile.findLast((candidate) => candidate.x <= x) ?? profile[0]
    const y = random() * (station.frontCm - 0.3)
    sizes[i % sizes.length].d += `M${x.toFixed(1)} ${y.toFixed(1)}h0`
  }
  return sizes
}

/** A piece is looked up anew for every day: where its outline is the same, it is drawn already. */
const sameDrawing = (a: PieceProps, b: PieceProps) =>
  a.piece.id === b.piece.id && a.piece.outline === b.piece.outline && a.algae === b.algae
interface PieceProps {
  piece: Hardscape
  algae: number
}
const Piece = memo(function Piece({ piece, algae }: PieceProps) {
  const outline = softOutline(piece.outline)
  return (
    <g>
      <path
        d={outline}
        fill={colour(piece.material)}
        stroke={colour('ink')}
        strokeWidth={1.1}
        vectorEffect="non-scaling-stroke"
        strokeLinejoin="round"
      />
      <path
        d={grainLines(piece)}
        fill="none"
        stroke={colour('ink')}
        strokeWidth={0.6}
        vectorEffect="non-scaling-stroke"
        opacity={0.55}
      />
      {algae > 0 ? (
        <>
          <path
            d={outline}
            fill="url(#algae-hatch-cm)"
            opacity={Math.min(0.75, 0.12 + algae / 45)}
          />
          <path
            d={tufts(piece, algae)}
            fill="none"
            stroke={colour('ink')}
            strokeWidth={0.9}
            vectorEffect="non-scaling-stroke"
          />
        </>
      ) : null}
    </g>
  )
}, sameDrawing)

/** Two or three strokes that give a stone its facets and a root its grain. */
function grainLines(piece: Hardscape): string {
  const xs = piece.outline.map((point) => point[0])
  const ys = piece.outline.map((point) => point[1])
  const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]
  const at = (u: number, v: number) =>
    `${(x0 + u * (x1 - x0)).toFixed(2)} ${(y0 + v * (y1 - y0)).toFixed(2)}`
  if (piece.material === 'wood')
    return `M${at(0.18, 0.16)}Q${at(0.42, 0.4)} ${at(0.7, 0.78)}M${at(0.3, 0.2)}Q${at(0.55, 0.42)} ${at(0.78, 0.72)}`
  return `M${at(0.28, 0.62)}Q${at(0.36, 0.3)} ${at(0.3, 0.06)}M${at(0.46, 0.96)}Q${at(0.58, 0.6)} ${at(0.55, 0.12)}M${at(0.7, 0.62)}Q${at(0.74, 0.4)} ${at(0.72, 0.1)}`
}

/** Hair strokes along the upper edge, their number and length by the cover. */
/** What stands behind is laid in a little thinner. */
const INK_FILL = [0.78, 0.92]

function tufts(piece: Hardscape, percent: number): string {
  const random = seededRandom(seedOf(piece.id))
  const base = Math.min(...piece.outline.map((point) => point[1])) + 1.5
  let path = ''
  for (let i = 1; i < piece.outline.length; i++) {
    const [a, b] = [piece.outline[i - 1], piece.outline[i]]
    if (Math.min(a[1], b[1]) < base) continue
    const steps = Math.round(Math.hypot(b[0] - a[0], b[1] - a[1]) * 2)
    for (let k = 0; k < steps; k++) {
      const lot = random()
      const length = 0.35 + random() * 0.7
      const lean = (random() - 0.5) * 0.7
      if (lot * 100 > percent * 2.6) continue
      const [x, y] = [a[0] + ((b[0] - a[0]) * k) / steps, a[1] + ((b[1] - a[1]) * k) / steps]
      path += `M${x.toFixed(2)} ${(y - 0.5).toFixed(2)}l${lean.toFixed(2)} ${length.toFixed(2)}`
    }
  }
  return path
}

/** Pixels a centimetre at which outlines have their full weight. */
const FULL_SCALE = 6.6

/** One planting as it has grown: leaves and stalks in cm, ink or pencil. */
export const PlantInk = memo(
  function PlantInk({
    plant,
    pencil,
    algae,
    depth,
    scale,
  }: {
    plant: DrawnPlant
    pencil: boolean
    algae: number
    depth: 0 | 1
    scale: number
  }) {
    const { drawing, staged, planting } = plant
    const tint = TINT[staged.species.leaf.tint]
    const stroke = pencil ? colour('pencil') : colour('contour')
    // Outlines thin out with the drawing, or a small tank would be all outline.
    const line = Math.min(1, scale / FULL_SCALE)
    const common = {
      vectorEffect: 'non-scaling-stroke' as const,
      strokeLinejoin: 'round' as const,
      strokeLinecap: 'round' as const,
    }
    const isMoss = staged.species.group === 'moss'
    const leafLine = staged.species.group === 'carpet' ? 0.35 : 0.6
    const stalkLine = isStem(staged.species.group) ? 1.1 : 0.5
    return (
      <g data-planting={planting.stake}>
        <path
          className="leaves"
          d={drawing.leaves}
          fill={tint}
          fillOpacity={pencil ? 0.22 : INK_FILL[depth]}
          stroke={stroke}
          strokeWidth={line * (pencil ? 0.55 : leafLine)}
          strokeDasharray={pencil ? '2.5 1.8' : undefined}
          {...common}
        />
        <path
          d={drawing.lines}
          fill="none"
          stroke={isMoss ? colour('moss') : stroke}
          strokeWidth={line * (isMoss ? 0.9 : stalkLine)}
          strokeDasharray={pencil ? '3 2' : undefined}
          {...common}
        />
        {algae > 1 ? (
          <path
            d={drawing.leaves}
            fill="url(#algae-hatch-cm)"
            opacity={Math.min(0.85, 0.15 + algae / 25)}
          />
        ) : null}
      </g>
    )
  },
  (a, b) =>
    a.plant.drawing === b.plant.drawing &&
    a.pencil === b.pencil &&
    a.scale === b.scale &&
    Math.round(a.algae) === Math.round(b.algae),
)

/** Pencilled range of a height: a dashed tick at its low and its high end. */
function Brackets({
  projection: p,
  scene,
  waterlineCm,
}: {
  projection: Projection
  scene: DrawnScene
  waterlineCm: number
}) {
  return (
    <g stroke={colour('pencil')} strokeWidth={1} strokeDasharray="3 3" fill="none">
      {scene.plants
        .filter(({ staged }) => isStem(staged.species.group))
        .map(({ planting, rootCm, height }) => {
          const [x0, x1] = spanOf(planting)
          const line = (cm: number) =>
            `M${p.x(x0)} ${p.y(Math.min(rootCm + cm, waterlineCm))}H${p.x(x1)}`
          return <path key={planting.id} d={`${line(height.high)}${line(height.low)}`} />
        })}
    </g>
  )
}

/** How a ruler is divided: cm to one of its units, and its small and large marks in them. */
const RULERS = {
  metric: { each: 1, minor: 5, major: 10 },
  US: { each: CM_PER_INCH, minor: 2, major: 6 },
} as const

/** Glass, water line, and the two rulers. */
const Glass = memo(function Glass({
  projection: p,
  lengthCm,
  heightCm,
  waterlineCm,
}: {
  projection: Projection
  lengthCm: number
  heightCm: number
  waterlineCm: number
}) {
  const { each, minor, major } = RULERS[useMeasures().system]
  const step = lengthCm > 70 ? 2 * major : major
  const marks = (to: number) =>
    Array.from({ length: Math.floor(to / (each * minor) + 1e-9) + 1 }, (_, i) => i * minor)
  const text = { fill: colour('pencil'), style: svgText(11) }
  return (
    <g>
      <line
        x1={p.x(0)}
        x2={p.x(lengthCm)}
        y1={p.y(waterlineCm)}
        y2={p.y(waterlineCm)}
        stroke={colour('water')}
        strokeWidth={1.6}
      />
      <path
        d={`M${p.x(0)} ${p.y(heightCm)}V${p.y(0)}H${p.x(lengthCm)}V${p.y(heightCm)}`}
        fill="none"
        stroke={colour('ink')}
        strokeWidth={2.4}
      />
      {marks(heightCm).map((mark) => (
        <g key={`v${mark}`}>
          <line
            x1={p.x(0) - (mark % major === 0 ? 8 : 4)}
            x2={p.x(0) - 2}
            y1={p.y(mark * each)}
            y2={p.y(mark * each)}
            stroke={colour('ink')}
            strokeWidth={0.8}
          />
          {mark % major === 0 && mark * each < heightCm - 2 ? (
            <text x={p.x(0) - 12} y={p.y(mark * each) + 4} textAnchor="end" {...text}>
              {mark}
            </text>
          ) : null}
        </g>
      ))}
      {marks(lengthCm).map((mark) => (
        <g key={`h${mark}`}>
          <line
            y1={p.y(0) + 2}
            y2={p.y(0) + (mark % major === 0 ? 8 : 5)}
            x1={p.x(mark * each)}
            x2={p.x(mark * each)}
            stroke={colour('ink')}
            strokeWidth={0.8}
          />
          {mark % step === 0 ? (
            <text x={p.x(mark * each)} y={p.y(0) + 20} textAnchor="middle" {...text}>
              {mark}
            </text>
          ) : null}
        </g>
      ))}
    </g>
  )
})

/** Stakes in drawings are smaller than in lists, with letters no smaller than 11 px. */
const STAKE_SCALE = 0.96
const STAKE_WIDTH = 33

/** Stakes stuck in the ground below their plantings; where two would touch, one goes a row lower. */
const Stakes = memo(
  function Stakes({
    projection: p,
    plants,
    alarmed,
  }: {
    projection: Projection
    plants: readonly DrawnPlant[]
    alarmed: ReadonlySet<string>
  }) {
    const rows: number[] = []
    const placed = [...plants]
      .map((plant) => ({ plant, x: p.x(patchCentre(plant.planting).x) }))
      .sort((a, b) => a.x - b.x)
      .map(({ plant, x }) => {
        let row = 0
        while (rows[row] !== undefined && x - rows[row] < STAKE_WIDTH) row++
        rows[row] = x
        return { plant, x, row }
      })
    return (
      <g>
        {placed.map(({ plant, x, row }) => {
          const { stake, id, name } = plant.planting
          const floats = plant.planting.zone === 'surface'
          const y = floats ? p.top - 12 : p.y(0) - 25 - row * 23
          const alarm = alarmed.has(id)
          return (
            <g
              key={id}
              data-stake={stake}
              transform={`translate(${x - 16 * STAKE_SCALE} ${y}) scale(${STAKE_SCALE})`}
              color={alarm ? colour('clay') : colour('ink')}
            >
              <title>{`${stake} ${name}`}</title>
              <StakeShape code={stake} alarm={alarm} />
            </g>
          )
        })}
      </g>
    )
  },
  (a, b) =>
    a.projection === b.projection &&
    a.alarmed === b.alarmed &&
    a.plants.length === b.plants.length &&
    a.plants.every((plant, i) => sameStake(plant, b.plants[i])),
)

const sameStake = (a: DrawnPlant, b: DrawnPlant) =>
  a.staged === b.staged && a.planting.patch === b.planting.patch
