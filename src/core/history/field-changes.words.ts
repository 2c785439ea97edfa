import type { Measures } from '../quantity/measures'
import type { FieldChange, FieldValue } from '../journal/fact-change'

/** How each field is called, and what its figures are in. A field without a line is called by its own name. */
const FIELDS: Record<string, readonly [label: string, unit?: string]> = {
  lengthCm: ['length', 'cm'],
  depthCm: ['depth', 'cm'],
  heightCm: ['height', 'cm'],
  waterlineCm: ['water line', 'cm'],
  glassMm: ['glass', 'mm'],
  build: ['how it is built'],
  'build.shape': ['shape'],
  'build.bowCm': ['bow of the front', 'cm'],
  'build.chamberCm': ['chamber at the back', 'cm'],
  'build.panes': ['panes of'],
  'build.bracing': ['bracing'],
  altitudeM: ['altitude', 'm'],
  standsAt: ['place'],
  timeZone: ['time zone'],
  startedAt: ['set up on'],
  onAt: ['on at'],
  offAt: ['off at'],
  hours: ['hours', 'h'],
  parAtSurface: ['light at the surface', 'µmol'],
  watts: ['power', 'W'],
  levelPercent: ['level', '%'],
  rampMinutes: ['ramp', 'min'],
  aboveWaterCm: ['height above the water', 'cm'],
  xCm: ['place from the left', 'cm'],
  bubblesPerSecond: ['bubbles a second'],
  diffuserAt: ['diffuser'],
  litresPerHour: ['flow', 'L/h'],
  outletAt: ['outlet'],
  aimedAt: ['outlet aimed'],
  targetC: ['temperature', '°C'],
  amountPerDay: ['dose a day'],
  timesADay: ['times a day'],
  seconds: ['seconds', 's'],
  humidityPercent: ['humidity', '%'],
  patch: ['place'],
  outline: ['seen from the front'],
  footprint: ['place'],
  stems: ['stems or crowns'],
  'perch.heightCm': ['height on it', 'cm'],
  'perch.hardscapeId': ['grown on'],
  perch: ['grown on'],
  adultLengthCm: ['adult length', 'cm'],
  school: ['school'],
  bucketLitres: ['bucket', 'L'],
  foodProteinPercent: ['protein in the food', '%'],
  kits: ['test kits'],
  prices: ['prices'],
  toPlants: ['what they do to plants'],
  arrangement: ['how it is drawn'],
  zCm: ['place from the front', 'cm'],
  spreadDegrees: ['spread', '°'],
  longCm: ['length', 'cm'],
  evaporationLitresPerDay: ['evaporation a day', 'L'],
  nitrateMgL: ['nitrate', 'mg/L'],
  phosphateMgL: ['phosphate', 'mg/L'],
  potassiumMgL: ['potassium', 'mg/L'],
  calciumMgL: ['calcium', 'mg/L'],
  magnesiumMgL: ['magnesium', 'mg/L'],
  khDegrees: ['KH', '°dH'],
  ghDegrees: ['GH', '°dH'],
  temperatureC: ['temperature', '°C'],
  conductivityUs: ['conductivity', 'µS/cm'],
  everyDays: ['every', 'days'],
  endedAt: ['taken away on'],
  until: ['until'],
  kinds: ['kind'],
  kept: ['form it is cut into'],
  'kept.as': ['cut into a'],
  'kept.atCm': ['kept at', 'cm'],
  profile: ['depths of the ground'],
  nature: ['what is known of it'],
  'nature.lime': ['vinegar'],
  'nature.porous': ['porous'],
  'nature.soaking': ['in the water it'],
  'nature.stains': ['stains'],
  'nature.slimes': ['grows slime'],
  'nature.holding': ['held'],
  'nature.tapped': ['tapped and firm'],
  'nature.hides': ['hides animals'],
  grainMm: ['grain', 'mm'],
  areas: ['areas of the ground'],
  layers: ['layers of the ground'],
  barriers: ['strips in the ground'],
}
/** Fields whose values no keeper reads: that they changed is all that is said. */
const UNSAID: ReadonlySet<string> = new Set([
  'outline',
  'profile',
  'kits',
  'kinds',
  'kept',
  'bands',
  'needs',
  'analysis',
  'recipe',
  'perch',
  'perch.hardscapeId',
  'parentIds',
  'nature',
  'areas',
  'layers',
  'barriers',
  'build',
])

/** “hours 8 h → 6 h; level 100 % → 60 %”. */
export const sayFieldChanges = (changes: readonly FieldChange[], measures: Measures): string =>
  [...new Set(changes.map((change) => sayFieldChange(change, measures)))].join('; ')

function sayFieldChange({ field, before, after }: FieldChange, measures: Measures): string {
  if (field === 'there') return after ? 'new' : 'taken off the list'
  if (field === 'running') return after ? 'on again' : 'switched off'
  if (field === 'in the tank') return after ? 'in the tank again' : 'out of the tank'
  if (field === 'ended' || field.startsWith('ended.'))
    return after === null ? 'stands again' : 'gone'
  // Places of parts are seen on the board; in the book it is told that they are others.
  if (field === 'spots' || field.startsWith('spots.')) return 'its parts hang elsewhere'
  const [label, unit = ''] = FIELDS[field] ?? [field.replace(/([A-Z])/g, ' $1').toLowerCase()]
  return UNSAID.has(field)
    ? `${label} changed`
    : `${label} ${sayValue(before, unit, measures)} → ${sayValue(after, unit, measures)}`
}

function sayValue(value: FieldValue, unit: string, measures: Measures): string {
  if (value === null || value === '') return 'not said'
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (typeof value === 'number') return measures.say(value, unit)
  if (typeof value === 'string') return /^\d{4}-\d\d-\d\dT/.test(value) ? value.slice(0, 10) : value
  const [left, right, front, back] = value.map((edge) => measures.figure(edge, 'cm'))
  return `${left}–${right} ${measures.unit('cm')} from the left, ${front}–${back} from the front`
}
