import type { Method } from '@/core/journal/entry'
import type { Parameter } from '@/core/quantity/units'
import type { Diary } from './diary'

/** What the keeper of Tarn reads of the water beside nitrate and hardness, day by day. Invented; its own luck, so that the rest of the year stays as it is. */
export class TarnWater {
  /** Hidden truth: conductivity and phosphate. */
  private conductivity = 92
  private phosphate = 0.3
  private cylinder = 1985

  constructor(
    private readonly diary: Diary,
    private readonly random: () => number,
  ) {}

  /** A day on: `changed` is the fraction of water changed, `toppedUp` the share of the volume topped up with spring water. */
  live(day: number, ago: number, changed: number, toppedUp: number): void {
    const overfed = day > 190 && day < 270
    this.conductivity += 0.42 + (overfed ? 0.5 : 0) + 58 * toppedUp
    this.conductivity = this.conductivity * (1 - changed) + 58 * changed
    this.phosphate = Math.max(
      0.05,
      (this.phosphate + (overfed ? 0.055 : day > 270 ? 0.03 : 0.012)) * (1 - changed) +
        0.02 * changed -
        0.004,
    )
    this.cylinder -= day > 165 && day < 194 ? 8.4 : 5.1
    if (this.cylinder < 250) this.cylinder = 1985
    if (day > 20 && day % 7 === 4) this.gas(day, ago)
    if (day > 170 && day < 194 && day % 3 === 0) this.unsteady(day, ago)
    if (day > 40 && day % 21 === 11)
      this.read(
        ago,
        10.72,
        'conductivity',
        Math.round(this.conductivity + this.noise(4)),
        'µS/cm',
        'probe',
      )
    if (day > 40 && day % 28 === 26)
      this.read(
        ago,
        10.74,
        'phosphate',
        onCard(PHOSPHATE_CARD, this.phosphate + this.noise(0.05)),
        'mg/L',
        'drops-chart',
      )
    if (day % 56 === 30) {
      this.read(
        ago,
        10.76,
        'potassium',
        onCard(POTASSIUM_CARD, 7 + this.noise(2)),
        'mg/L',
        'drops-chart',
      )
      this.read(
        ago,
        10.78,
        'iron',
        onCard(IRON_CARD, 0.06 + this.noise(0.02)),
        'mg/L',
        'drops-chart',
      )
    }
    if (day % 28 === 18)
      this.read(
        ago,
        10.1,
        'clarity',
        Math.max(4, Math.round(9 - (day > 250 ? 1.5 : 0) + this.noise(0.5))),
        'of 10',
        'eye',
      )
    if (day >= 100 && day <= 180 && day % 7 === 6)
      this.diary.add(ago, 8.1, 'dose', {
        product: 'phosphate stock',
        productId: 'tarn-phosphate',
        amount: 3,
        unit: 'mL',
      })
    this.once(day, ago)
  }

  private once(day: number, ago: number): void {
    const { diary } = this
    if (TABLET_DAYS.includes(day))
      diary.add(
        ago,
        17.4,
        'dose',
        { product: 'root tablets', productId: 'tarn-tabs', amount: 8, unit: 'tablets' },
        { note: 'Two by the rosette, the rest under the crypts.' },
      )
    if (day === 188)
      this.read(ago, 8.2, 'oxygen', 5, 'mg/L', 'titration', 'Taken with the tetras at the surface.')
    if (day === 216) this.read(ago, 8.2, 'oxygen', 7, 'mg/L', 'titration')
    if (day === 210 || day === 308) {
      this.read(ago, 10.8, 'calcium', Math.round(12 + this.noise(1)), 'mg/L', 'photometer')
      this.read(
        ago,
        10.82,
        'magnesium',
        onCard([0, 5, 10], 2 + this.noise(1)),
        'mg/L',
        'drops-chart',
      )
    }
    if (day === 250 || day === 312)
      diary.add(
        ago,
        9.95,
        'sign',
        { sign: 'twisted tips', place: { of: 'planting', id: 'tarn-s3' } },
        { by: 'round', note: 'The newest leaves hook and stay small.' },
      )
    if (day === 264 || day === 323)
      diary.add(
        ago,
        11,
        'degassed-sample',
        { pHTank: day === 264 ? 6.5 : 6.6, pHAtRest: 7.9 },
        { note: 'A glass of tank water left on the sill overnight.' },
      )
  }

  /** The weekly look at indicator, bubbles and cylinder. */
  private gas(day: number, ago: number): void {
    const colour =
      day > 160 && day < 194 ? [1, 5, 2, 4][Math.floor(day / 7) % 4] : this.random() < 0.2 ? 2 : 3
    this.indicator(ago, 12.2, colour)
    this.diary.add(ago, 12.3, 'gas-use', {
      bubblesPerSecond: day > 165 && day < 194 ? 3 : 2,
      cylinderGrams: day % 28 === 4 ? Math.round(this.cylinder) : null,
    })
  }

  private unsteady(day: number, ago: number): void {
    this.indicator(ago, 10, day % 2 === 0 ? 1 : 2)
    this.indicator(ago, 15, day % 2 === 0 ? 5 : 4)
  }

  private indicator(ago: number, hour: number, colour: number): void {
    this.diary.add(ago, hour, 'reading', {
      parameter: 'co2',
      value: [9, 19, 30, 44, 65][colour - 1],
      method: 'indicator',
      entered: { value: colour, unit: 'colour' },
    })
  }

  private read(
    ago: number,
    hour: number,
    parameter: Parameter,
    value: number,
    unit: string,
    method: Method,
    note?: string,
  ): void {
    this.diary.add(
      ago,
      hour,
      'reading',
      {
        parameter,
        value: Number(value.toFixed(3)),
        method,
        entered: { value: Number(value.toFixed(3)), unit },
      },
      note ? { note } : {},
    )
  }

  private noise(sd: number): number {
    return sd * (this.random() + this.random() + this.random() + this.random() - 2) * Math.sqrt(3)
  }
}

const PHOSPHATE_CARD = [0, 0.1, 0.25, 0.5, 1, 2, 5]
const POTASSIUM_CARD = [0, 5, 10, 15, 20]
const IRON_CARD = [0, 0.05, 0.1, 0.25]
const TABLET_DAYS = [92, 184, 278]

const onCard = (card: readonly number[], value: number) =>
  card.reduce((best, step) => (Math.abs(step - value) < Math.abs(best - value) ? step : best))
