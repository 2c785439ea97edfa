import type { Measures } from '@/core/quantity/measures'
import {
  LIDS,
  OUTLET_AIMS,
  PLACES_ALONG,
  USUAL_LAMP,
  type Equipment,
  type EquipmentKind,
  type FlowSetting,
  type LampSetting,
} from '@/core/history/equipment'
import { numberOrText } from '@/core/quantity/read-number'
import { sayNumber } from '@/core/quantity/say'
import type { PlainField } from '@/ui/plain-form.client'
import { choices, number } from '@/ui/plain-fields'

interface SettingField extends PlainField {
  /** What an empty field stands for; a number that may not be left empty has none. */
  empty?: null
}
const maybe = (name: string, label: string, after = ''): SettingField => ({
  ...number(name, label, after),
  empty: null,
})
const clock = (name: string, label: string): SettingField => ({ name, label, type: 'time' })
const pick = (name: string, label: string, values: readonly string[]): SettingField => ({
  name,
  label,
  type: 'choice',
  choices: choices(values),
})
const FLOW = [
  maybe('litresPerHour', 'Flow', 'L/h'),
  pick('outletAt', 'Outlet', PLACES_ALONG),
  pick('aimedAt', 'aimed', OUTLET_AIMS),
]

/** What is asked of each kind of equipment, in the order of its form. */
export const SETTING_FIELDS: Record<EquipmentKind, readonly SettingField[]> = {
  lamp: [
    clock('onAt', 'On at'),
    number('hours', 'for', 'h'),
    number('levelPercent', 'Level', '%'),
    number('rampMinutes', 'Ramp up, and down', 'min'),
    maybe('parAtSurface', 'Light at the surface at full level', 'µmol'),
    maybe('watts', 'Power', 'W'),
    maybe('aboveWaterCm', 'Above the water', 'cm'),
    maybe('xCm', 'Its middle from the left', 'cm'),
    maybe('spreadDegrees', 'Spreads over', '°'),
    maybe('longCm', 'Long', 'cm'),
  ],
  gas: [
    clock('onAt', 'On at'),
    clock('offAt', 'Off at'),
    maybe('bubblesPerSecond', 'Bubbles a second'),
    pick('diffuserAt', 'Diffuser', PLACES_ALONG),
  ],
  filter: FLOW,
  pump: FLOW,
  heater: [number('targetC', 'Set to', '°C'), maybe('watts', 'Power', 'W')],
  doser: [maybe('amountPerDay', 'Dose a day', 'mL')],
  lid: [pick('cover', 'The lid is', LIDS)],
  mister: [
    number('timesADay', 'Times a day'),
    number('seconds', 'for', 's'),
    maybe('humidityPercent', 'to keep the air at', '%'),
  ],
  'intake guard': [],
  background: [],
  other: [],
}
/** What a thing is set to that is new here; what is not named is asked empty. */
const FIRST: Partial<Record<EquipmentKind, Record<string, string>>> = {
  lamp: {
    onAt: USUAL_LAMP.onAt,
    hours: String(USUAL_LAMP.hours),
    levelPercent: '100',
    rampMinutes: '0',
  },
  gas: { onAt: '08:00', offAt: '16:00' },
  heater: { targetC: '24' },
  mister: { timesADay: '4', seconds: '20' },
}
export const HINTS: Partial<Record<EquipmentKind, string>> = {
  lamp: 'Nobody measured the light? A weak lamp gives about 60 µmol at the surface, a middling one 120, a strong one 250 (common practice); from its watts alone Vivero reckons within a factor of two. With its place and spread (a bare diode about 120°, one with a lens 40–90°) the light is reckoned to fall off beside it; without them the whole tank is taken to be lit alike. Keep lamps clear of splashes and growing tips, with a drip loop and residual-current protection; mains work is an electrician’s.',
  gas: 'A cylinder stands upright, with a regulator, in an aired room. Too much gas kills fish: watch their breathing.',
  heater: 'Unplug a heater and let it cool before the water drops.',
  mister: 'Clean the misting tank with mild acid every two weeks; never fill it above its tube.',
}

/** The fields of a setting as a form shows them. */
export function fieldsOfSetting(
  kind: EquipmentKind,
  setting: Equipment['setting'],
): Record<string, string> {
  const held = (setting ?? FIRST[kind] ?? {}) as Record<string, unknown>
  return Object.fromEntries(
    SETTING_FIELDS[kind].map(({ name, type, choices: options }) => {
      const value = held[name]
      if (value !== undefined && value !== null) return [name, String(value)]
      return [name, type === 'choice' ? (options?.at(-1)?.id ?? '') : '']
    }),
  )
}

/** The setting a form says; what is no number goes on as it is, for the schema to say so. */
export function settingFrom(
  kind: EquipmentKind,
  fields: Readonly<Record<string, string>>,
): Record<string, unknown> {
  const said = Object.fromEntries(
    SETTING_FIELDS[kind].map(({ name, type, empty }) => {
      const text = (fields[name] ?? '').trim()
      if (type !== 'number') return [name, text]
      return [name, text === '' && empty === null ? null : numberOrText(text)]
    }),
  )
  return kind === 'doser' ? { productId: null, ...said } : said
}

/** How a thing is set, in a few words. */
export function saySetting(thing: Equipment, measures: Measures): string {
  if (thing.setting === null) return 'off'
  switch (thing.kind) {
    case 'lamp':
      return sayLamp(thing.setting)
    case 'gas':
      return `${thing.setting.onAt}–${thing.setting.offAt}`
    case 'filter':
    case 'pump':
      return sayFlow(thing.setting, measures)
    case 'heater':
      return measures.say(thing.setting.targetC, '°C')
    case 'doser':
      return thing.setting.amountPerDay === null
        ? ''
        : `${sayNumber(thing.setting.amountPerDay)} mL a day`
    case 'lid':
      return thing.setting.cover
    case 'mister':
      return `${sayNumber(thing.setting.timesADay)} times a day for ${sayNumber(thing.setting.seconds)} s`
    default:
      return ''
  }
}

const listed = (parts: readonly (string | null)[]) => parts.filter(Boolean).join(', ')

function sayLamp({ onAt, hours, levelPercent, parAtSurface, watts }: LampSetting): string {
  const bright = parAtSurface === null ? null : `${sayNumber(parAtSurface)} µmol`
  return listed([
    `${onAt} for ${sayNumber(hours)} h`,
    levelPercent < 100 ? `at ${sayNumber(levelPercent)} %` : null,
    bright ?? (watts === null ? null : `${sayNumber(watts)} W`),
  ])
}

const sayFlow = ({ litresPerHour, outletAt, aimedAt }: FlowSetting, measures: Measures) =>
  listed([
    litresPerHour === null ? null : measures.say(litresPerHour, 'L/h'),
    outletAt === 'not said' ? null : `outlet ${outletAt}`,
    aimedAt === 'not said' ? null : aimedAt,
  ])
