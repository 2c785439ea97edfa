export interface BandPoint {
  day: number
  value: number
  low: number
  high: number
}
export interface InkPoint {
  day: number
  value: number
  says: string
  /** The span the method can tell, where it is drawn. */
  low?: number
  high?: number
}
export interface BandChartProps {
  title: string
  /** What the axis is of. */
  of: string
  /** The canonical unit of all values; '' for none. It is drawn as the keeper measures. */
  unit: string
  past: readonly BandPoint[]
  future: readonly BandPoint[]
  points: readonly InkPoint[]
  setAside: readonly InkPoint[]
  /** Days on which something was done (solid) or is expected (dashed), as ticks on the time axis. */
  events: readonly { day: number; pencil: boolean }[]
  limits: readonly { at: number; tone: 'clay' | 'water' }[]
  today: number
  height: number
  /** The axis begins at nothing; false for what has no natural zero, like pH. */
  fromZero?: boolean
  /** A second course to set the first against, drawn as its two edges. */
  against?: readonly BandPoint[]
}
