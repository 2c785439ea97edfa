import type { Planting, Species } from '../history/types'
import { seededRandom, seedOf } from '../quantity/random'

/** SVG path data in cm, x to the right and y UP from the bottom glass; the frame flips it. */
export interface PlantDrawing {
  /** Open lines: stems, stalks, ribs, roots. */
  lines: string
  /** Closed leaves. */
  leaves: string
}

export interface PlantPose {
  /** Height above its root, cm. */
  heightCm: number
  /** Cover of its patch, %, for carpets, moss and floaters. */
  coverPercent: number
  /** Length of stem without leaves from below, share 0–1. */
  bareShare: number
  /** Laid in with half the leaves, each larger, for a drawing in motion. */
  sketch?: boolean
}

/** In a sketch a leaf stands for two. */
const SKETCH_STRIDE = 2
const SKETCH_LEAF = 1.3

type GroundAt = (x: number) => number

/** A number of a path, to a hundredth. By whole numbers, which become text several times as fast as fractions. */
function n(x: number): string {
  const hundredths = Math.round(x * 100)
  if (hundredths < 0) return `-${n(-hundredths / 100)}`
  const whole = Math.floor(hundredths / 100)
  const rest = hundredths - whole * 100
  if (rest === 0) return `${whole}`
  if (rest % 10 === 0) return `${whole}.${rest / 10}`
  return rest < 10 ? `${whole}.0${rest}` : `${whole}.${rest}`
}

/** Draws a planting by its habit. The same planting in the same pose always gives the same lines. */
export function drawPlanting(
  planting: Planting,
  species: Species,
  pose: PlantPose,
  rootAt: GroundAt,
  water: { lineCm: number; lengthCm: number },
): PlantDrawing {
  const span = spanOf(planting)
  const random = seededRandom(seedOf(planting.id))
  switch (species.group) {
    case 'stem-fast':
    case 'stem-slow':
      return drawStems(planting, species, pose, rootAt, water, span, random)
    case 'rosette':
    case 'crypt':
      return drawRosettes(planting, species, pose, rootAt, span, random)
    case 'epiphyte':
      return drawEpiphyte(planting, species, pose, rootAt, water.lineCm, span, random)
    case 'moss':
      return drawMoss(pose, rootAt, span, random)
    case 'carpet':
      return drawCarpet(pose, rootAt, span, random)
    case 'floating':
      return drawFloaters(pose, species, water.lineCm, span, random)
  }
}

/** Left and right end of a patch, cm. */
export function spanOf(planting: Planting): [number, number] {
  const xs = planting.patch.map((point) => point[0])
  return [Math.min(...xs), Math.max(...xs)]
}

function drawStems(
  planting: Planting,
  species: Species,
  pose: PlantPose,
  rootAt: GroundAt,
  { lineCm: waterline, lengthCm }: { lineCm: number; lengthCm: number },
  [x0, x1]: [number, number],
  random: () => number,
): PlantDrawing {
  const lines: string[] = []
  const leaves: string[] = []
  const drawn = Math.min(14, Math.max(4, planting.stems))
  const internode = Math.max(1.3, species.leaf.lengthCm * 0.95)
  for (let i = 0; i < drawn; i++) {
    // Each stem has chances of its own: one that gains a leaf does not stir its neighbours.
    const ofThisStem = seededRandom(seedOf(`${planting.id} ${i}`))
    const x = x0 + ((i + 0.25 + random() * 0.5) / drawn) * (x1 - x0)
    const lean = (random() - 0.5) * 2.4
    const height = Math.max(0.5, pose.heightCm * (0.86 + random() * 0.18))
    const root = rootAt(x)
    const phase = random() * 0.6
    const bow = (random() - 0.5) * 1.6
    // What has reached the surface lies along it, toward the middle of the tank.
    const toward = (x0 + x1) / 2 < lengthCm / 2 ? 1 : -1
    const along = (t: number): [number, number] => {
      const y = root + t * height
      const over = Math.max(0, y - (waterline - 1))
      return [
        x + lean * t + bow * Math.sin(t * Math.PI) + over * toward,
        over > 0 ? waterline - 1 + Math.min(1.3, over * 0.3) : y,
      ]
    }
    const [ax, ay] = along(0)
    const [bx, by] = along(0.5)
    const [cx, cy] = along(1)
    const bend = Math.min(1, (waterline - 1 - root) / height)
    if (bend < 1) {
      const [ux, uy] = along(bend)
      lines.push(
        `M${n(ax)} ${n(ay)}L${n(ux)} ${n(uy)}Q${n(ux + 0.4 * toward)} ${n(waterline + 0.2)} ${n(cx)} ${n(cy)}`,
      )
    } else
      lines.push(
        `M${n(ax)} ${n(ay)}Q${n(2 * bx - (ax + cx) / 2)} ${n(2 * by - (ay + cy) / 2)} ${n(cx)} ${n(cy)}`,
      )
    const nodes = Math.floor(height / internode)
    for (let k = 1; k <= nodes + 1; k += pose.sketch ? SKETCH_STRIDE : 1) {
      const t = Math.min(1, ((k - phase * 0.5) * internode) / height)
      if (t < pose.bareShare || t <= 0.04) continue
      const [lx, ly] = along(t)
      const young = t > 0.86 ? 0.62 : 1
      const length =
        species.leaf.lengthCm *
        young *
        (0.85 + ofThisStem() * 0.3) *
        (pose.sketch ? SKETCH_LEAF : 1)
      const rise = 0.32 + 0.25 * t + (ofThisStem() - 0.5) * 0.25
      leaves.push(
        leaf(lx, ly, length, rise, species.leaf.shape),
        leaf(lx, ly, length, Math.PI - rise, species.leaf.shape),
      )
    }
  }
  return { lines: lines.join(''), leaves: leaves.join('') }
}

function drawRosettes(
  planting: Planting,
  species: Species,
  pose: PlantPose,
  rootAt: GroundAt,
  [x0, x1]: [number, number],
  random: () => number,
): PlantDrawing {
  const crowns = Math.max(1, Math.min(6, planting.stems))
  const lines: string[] = []
  const leaves: string[] = []
  const perCrown = species.group === 'rosette' ? 13 : 9
  for (let c = 0; c < crowns; c++) {
    const x = x0 + ((c + 0.5 + (random() - 0.5) * 0.4) / crowns) * (x1 - x0)
    const root = rootAt(x)
    const size = 0.8 + random() * 0.3
    for (let i = 0; i < perCrown; i++) {
      const spread = (i / (perCrown - 1) - 0.5) * 2
      const reach = Math.min(1.05, species.matureWidthCm / 2 / Math.max(1, pose.heightCm))
      const angle = Math.PI / 2 - spread * reach + (random() - 0.5) * 0.16
      const length =
        pose.heightCm * size * (1.02 - 0.3 * Math.abs(spread) ** 1.6) * (0.85 + random() * 0.2)
      const width =
        Math.max(0.35, Math.min(species.leaf.lengthCm * 0.1, length * 0.085)) *
        (species.leaf.shape === 'ribbon' ? 0.75 : 1)
      const droop = spread * length * 0.12
      const tipX = x + Math.cos(angle) * length + droop
      const tipY = root + Math.max(0.6, Math.sin(angle) * length - Math.abs(droop) * 0.7)
      const midX = x + Math.cos(angle) * length * 0.55
      const midY = root + Math.sin(angle) * length * 0.72
      const side = spread >= 0 ? 1 : -1
      leaves.push(
        `M${n(x)} ${n(root)}Q${n(midX - width * side)} ${n(midY + width)} ${n(tipX)} ${n(tipY)}Q${n(midX + width * 1.4 * side)} ${n(midY - width * 1.1)} ${n(x)} ${n(root)}Z`,
      )
      lines.push(`M${n(x)} ${n(root)}Q${n(midX)} ${n(midY)} ${n(tipX)} ${n(tipY)}`)
    }
  }
  return { lines: lines.join(''), leaves: leaves.join('') }
}

function drawEpiphyte(
  planting: Planting,
  species: Species,
  pose: PlantPose,
  rootAt: GroundAt,
  waterline: number,
  [x0, x1]: [number, number],
  random: () => number,
): PlantDrawing {
  const lines: string[] = []
  const leaves: string[] = []
  const y0 = rootAt((x0 + x1) / 2)
  lines.push(`M${n(x0)} ${n(y0)}Q${n((x0 + x1) / 2)} ${n(y0 + 0.8)} ${n(x1)} ${n(y0 + 0.2)}`)
  const narrow = species.leaf.shape !== 'round'
  const count = Math.max(5, Math.min(20, planting.stems * (narrow ? 5 : 3)))
  for (let i = 0; i < count; i++) {
    const t = (i + random() * 0.6) / count
    const x = x0 + t * (x1 - x0)
    const angle = Math.PI / 2 - (t - 0.5) * 1.5 + (random() - 0.5) * 0.7
    const stalk = pose.heightCm * (narrow ? 0.12 + random() * 0.12 : 0.3 + random() * 0.25)
    const tx = x + Math.cos(angle) * stalk
    const ty = y0 + 0.3 + Math.sin(angle) * stalk
    lines.push(`M${n(x)} ${n(y0 + 0.3)}L${n(tx)} ${n(ty)}`)
    leaves.push(
      leaf(
        tx,
        ty,
        Math.min(species.leaf.lengthCm, pose.heightCm * (narrow ? 0.85 : 0.6)) *
          (0.7 + random() * 0.35),
        angle,
        species.leaf.shape,
      ),
    )
  }
  // In air, roots cling to what the plant sits on; only under water do they hang.
  const hanging = y0 <= waterline ? 5 : 0
  for (let i = 0; i < hanging; i++) {
    const x = x0 + random() * (x1 - x0)
    lines.push(
      `M${n(x)} ${n(y0)}q${n((random() - 0.5) * 1.4)} ${n(-0.8)} ${n((random() - 0.5) * 2)} ${n(-1.8)}`,
    )
  }
  return { lines: lines.join(''), leaves: leaves.join('') }
}

function drawMoss(
  pose: PlantPose,
  rootAt: GroundAt,
  [x0, x1]: [number, number],
  random: () => number,
): PlantDrawing {
  const lines: string[] = []
  const strands = Math.round((x1 - x0) * 3.2)
  for (let i = 0; i < strands; i++) {
    const x = x0 + random() * (x1 - x0)
    const shown = random() * 100 < pose.coverPercent
    if (!shown) continue
    const dome = Math.sqrt(Math.max(0, 1 - ((x - (x0 + x1) / 2) / ((x1 - x0) / 2 + 0.1)) ** 2))
    const y = rootAt(x) + random() * 0.5
    const length = pose.heightCm * (0.35 + random() * 0.65) * (0.4 + 0.6 * dome)
    const bend = (random() - 0.5) * 2.6
    lines.push(
      `M${n(x)} ${n(y)}q${n(bend * 0.2)} ${n(length * 0.6)} ${n(bend)} ${n(length)}m${n(-bend * 0.5)} ${n(-length * 0.4)}l${n(0.6)} ${n(0.5)}m${n(-0.6)} ${n(-0.5)}l${n(-0.6)} ${n(0.4)}`,
    )
  }
  return { lines: lines.join(''), leaves: '' }
}

function drawCarpet(
  pose: PlantPose,
  rootAt: GroundAt,
  [x0, x1]: [number, number],
  random: () => number,
): PlantDrawing {
  const leaves: string[] = []
  const step = 0.75
  // Bald patches have an edge: a slow wave plus grain decides where the cover gives out first.
  const waveA = random() * 6
  const waveB = random() * 6
  for (let x = x0; x <= x1; x += step) {
    const ofThisRoot = seededRandom(Math.round(x * 4) + 77)
    const stand =
      50 + 26 * Math.sin(x / 5.5 + waveA) + 16 * Math.sin(x / 2.3 + waveB) + (random() - 0.5) * 16
    const jitter = random()
    if (stand > pose.coverPercent) continue
    const root = rootAt(x)
    for (let blade = 0; blade < (pose.sketch ? 1 : 3); blade++) {
      const height = Math.max(0.6, pose.heightCm * (0.7 + ofThisRoot() * 0.45))
      const lean = (ofThisRoot() - 0.5) * 1.7
      const bx = x + jitter * 0.5 + blade * 0.22
      leaves.push(
        `M${n(bx - 0.16)} ${n(root)}Q${n(bx + lean * 0.3)} ${n(root + height * 0.6)} ${n(bx + lean)} ${n(root + height)}Q${n(bx + lean * 0.5)} ${n(root + height * 0.5)} ${n(bx + 0.16)} ${n(root)}Z`,
      )
    }
  }
  return { lines: '', leaves: leaves.join('') }
}

function drawFloaters(
  pose: PlantPose,
  species: Species,
  waterline: number,
  [x0, x1]: [number, number],
  random: () => number,
): PlantDrawing {
  const lines: string[] = []
  const leaves: string[] = []
  const size = species.leaf.lengthCm
  const places = Math.floor((x1 - x0) / (size * 1.3))
  for (let i = 0; i < places; i++) {
    const x = x0 + (i + 0.5) * size * 1.3 + (random() - 0.5) * size
    const shown = random() * 100 < pose.coverPercent
    const roots = [random(), random(), random()]
    if (!shown) continue
    leaves.push(
      leaf(x, waterline + 0.15, size * 0.8, 0.18, 'round'),
      leaf(x, waterline + 0.15, size * 0.8, Math.PI - 0.18, 'round'),
    )
    for (const r of roots)
      lines.push(
        `M${n(x + (r - 0.5) * 0.8)} ${n(waterline)}q${n((r - 0.5) * 1.5)} ${n(-1.2 - r)} ${n((r - 0.5) * 0.8)} ${n(-2 - 2.5 * r)}`,
      )
  }
  return { lines: lines.join(''), leaves: leaves.join('') }
}

const WIDTH_SHARE = { round: 0.36, lance: 0.17, ribbon: 0.1, needle: 0.07 } as const

/** One leaf from its base along an angle (radians, anticlockwise from the right): two quadratic arcs. */
function leaf(
  x: number,
  y: number,
  length: number,
  angle: number,
  shape: Species['leaf']['shape'],
): string {
  const bulge = length * WIDTH_SHARE[shape] * 1.6
  const [dx, dy] = [Math.cos(angle), Math.sin(angle)]
  const [half, across] = [
    [dx * length * 0.5, dy * length * 0.5],
    [-dy * bulge, dx * bulge],
  ]
  // In steps from the base to the tip and back: a tank has a thousand leaves, and steps are short to send.
  const out = `${n(half[0] + across[0])} ${n(half[1] + across[1])} ${n(2 * half[0])} ${n(2 * half[1])}`
  const back = `${n(-half[0] - across[0])} ${n(-half[1] - across[1])} ${n(-2 * half[0])} ${n(-2 * half[1])}`
  return `M${n(x)} ${n(y)}q${out}q${back}z`
}
