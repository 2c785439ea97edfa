import type { LeafLook } from '@/core/journal/kinds/leaf'

const BLADE = 'M24 4C36 14 37 30 24 44C11 30 12 14 24 4Z'
const VEINS = 'M24 6V44M24 16L31 12M24 16L17 12M24 25L33 20M24 25L15 20M24 34L30 29M24 34L18 29'

/** A small drawing of how leaves look: outlines, hatching and marks, so that no colour is needed to tell them apart. */
export function LeafDrawing({ look }: { look: LeafLook }) {
  return (
    <svg
      width={48}
      height={48}
      viewBox="0 0 48 48"
      aria-hidden
      stroke="currentColor"
      strokeWidth={1.2}
      fill="none"
      strokeLinecap="round"
    >
      {MARKS[look]}
    </svg>
  )
}

const blade = <path d={BLADE} />
const veins = <path d={VEINS} strokeWidth={0.9} />
const dots = (places: readonly (readonly [number, number])[], r: number, full = false) =>
  places.map(([x, y]) => (
    <circle key={`${x} ${y}`} cx={x} cy={y} r={r} fill={full ? 'currentColor' : 'none'} />
  ))
const hatched = (step: number) => (
  <path
    d={Array.from({ length: Math.floor(28 / step) }, (_, i) => {
      const y = 12 + i * step
      const half = 11 - Math.abs(y - 24) * 0.42
      return `M${24 - half} ${y + 2}L${24 + half} ${y - 2}`
    }).join('')}
    strokeWidth={0.7}
    opacity={0.75}
  />
)

const MARKS: Readonly<Record<LeafLook, React.ReactNode>> = {
  'evenly yellow': (
    <>
      {blade}
      {hatched(5)}
    </>
  ),
  'yellow between the veins': (
    <>
      {blade}
      <path d={VEINS} strokeWidth={2} />
      {hatched(7)}
    </>
  ),
  'pale with green veins': (
    <>
      <path d={BLADE} strokeDasharray="2 2.5" />
      <path d={VEINS} strokeWidth={1.8} />
    </>
  ),
  pinholes: (
    <>
      {blade}
      {dots(
        [
          [20, 16],
          [28, 20],
          [22, 27],
          [27, 32],
          [18, 22],
          [30, 26],
        ],
        1.7,
      )}
    </>
  ),
  'burnt edges': (
    <>
      {blade}
      {veins}
      <path d="M24 4C36 14 37 30 24 44" strokeWidth={4} opacity={0.6} />
    </>
  ),
  'dark or purplish': (
    <>
      <path d={BLADE} fill="currentColor" fillOpacity={0.55} />
      {veins}
    </>
  ),
  'twisted or hooked': (
    <path d="M24 44C18 34 34 30 25 22C18 16 34 12 38 16C41 20 36 23 33 20M24 44C24 36 31 33 29 25" />
  ),
  'small and stunted': (
    <>
      <path d="M24 46V30M24 40L17 37M24 35L31 32" />
      <path d="M24 30C28 27 28 22 24 18C20 22 20 27 24 30Z" />
      <path d="M17 37C14 37 12 35 12 32C15 32 17 34 17 37ZM31 32C34 32 36 30 36 27C33 27 31 29 31 32Z" />
    </>
  ),
  mush: (
    <>
      <path d={BLADE} strokeDasharray="1 3.5" strokeWidth={1.8} />
      <path d="M14 44C18 41 21 46 25 43C29 40 32 46 36 43" />
    </>
  ),
  chewed: (
    <path d="M24 4C30 9 33 14 34 18A4 4 0 0 0 34 26C32 32 29 38 24 44C20 39 17 35 15.500 31A4 4 0 0 0 14 23C13 16 17 9 24 4Z" />
  ),
  'dotted with algae': (
    <>
      {blade}
      {dots(
        [
          [19, 15],
          [27, 13],
          [23, 21],
          [31, 22],
          [17, 26],
          [26, 29],
          [22, 36],
          [28, 36],
        ],
        1.4,
        true,
      )}
    </>
  ),
  'bare stem': (
    <>
      <path d="M24 46V14M24 40L21 38M24 34L27 32M24 28L21 26" />
      <path d="M24 14C29 11 29 6 24 2C19 6 19 11 24 14ZM24 18C28 18 32 16 33 12C29 12 25 14 24 18ZM24 18C20 18 16 16 15 12C19 12 23 14 24 18Z" />
    </>
  ),
}
