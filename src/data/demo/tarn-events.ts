import { CATALOGUE } from '@/core/plants/catalogue'
import type { EntryDetails, Place, Sign } from '@/core/journal/entry'
import type { Diary } from './diary'

/** The place of what was seen: a planting by its stake, the whole tank, or the ground. */
export function placeOf(stake: string | null): Place {
  if (stake === null) return { of: 'ground' }
  return stake === TANK ? { of: 'tank' } : { of: 'planting', id: `tarn-${stake.toLowerCase()}` }
}

/** Said of the tank as a whole. */
const TANK = 'tank'
/** What was seen in a round: on which day, what, and where. */
export const SIGHTINGS: [number, Sign, string | null][] = [
  [18, 'melting', 'K1'],
  [25, 'melting', 'K2'],
  [235, 'bald patch', 'L1'],
  [256, 'mulm', null],
  [263, 'bare below', 'S1'],
  [284, 'bald patch', 'L1'],
  [291, 'bare below', 'S2'],
  [298, 'bare below', 'S1'],
  [305, 'lifting', 'L1'],
  [312, 'overgrown', TANK],
  [312, 'focal piece hidden', TANK],
  [319, 'bare below', 'S2'],
  [326, 'bare below', 'S1'],
  [333, 'bald patch', 'L1'],
]

/** What happened once, on its day. */
export const STORY: { day: number; tell: (diary: Diary, ago: number) => void }[] = [
  {
    day: 3,
    tell: (d, ago) =>
      d.add(
        ago,
        10,
        'reading',
        {
          parameter: 'ammonia',
          value: 2,
          method: 'drops-chart',
          entered: { value: 2, unit: 'mg/L' },
        },
        { note: 'The soil leaches, as they said it would.' },
      ),
  },
  {
    day: 10,
    tell: (d, ago) =>
      d.add(ago, 10, 'reading', {
        parameter: 'ammonia',
        value: 0.5,
        method: 'drops-chart',
        entered: { value: 0.5, unit: 'mg/L' },
      }),
  },
  {
    day: 16,
    tell: (d, ago) =>
      d.add(ago, 10, 'algae', { algae: 'brown film', place: { of: 'glass' }, coverPercent: 15 }),
  },
  {
    day: 23,
    tell: (d, ago) =>
      d.add(ago, 10, 'reading', {
        parameter: 'nitrite',
        value: 0.05,
        method: 'drops-chart',
        entered: { value: 0.05, unit: 'mg/L' },
      }),
  },
  {
    day: 30,
    tell: (d, ago) => {
      d.add(ago, 10, 'algae', { algae: 'brown film', place: { of: 'glass' }, coverPercent: 8 })
      d.add(ago, 11, 'equipment', {
        equipmentId: 'tarn-lamp',
        item: 'Lamp',
        says: '7½ hours a day from now on',
      })
    },
  },
  {
    day: 44,
    tell: (d, ago) =>
      d.add(ago, 10, 'algae', { algae: 'brown film', place: { of: 'glass' }, coverPercent: 1 }),
  },
  {
    day: 62,
    tell: (d, ago) =>
      d.add(
        ago,
        17,
        'stock',
        {
          populationId: 'tarn-tetras',
          event: 'added',
          count: 24,
          plusMinus: 0,
          otherVesselId: null,
        },
        { note: 'From Spring, six first, the rest four days later.' },
      ),
  },
  {
    day: 76,
    tell: (d, ago) =>
      d.add(ago, 17, 'stock', {
        populationId: 'tarn-eaters',
        event: 'added',
        count: 5,
        plusMinus: 0,
        otherVesselId: null,
      }),
  },
  {
    day: 83,
    tell: (d, ago) =>
      d.add(ago, 17, 'stock', {
        populationId: 'tarn-shrimp',
        event: 'added',
        count: 20,
        plusMinus: 0,
        otherVesselId: null,
      }),
  },
  ...[
    { day: 118, what: 'leaves-taken', stake: 'k1', count: 4 },
    { day: 147, what: 'poked', stake: 'l1', count: 12 },
    { day: 190, what: 'runners-cut', stake: 'r1', count: 3 },
    { day: 201, what: 'leaves-taken', stake: 'k1', count: 7 },
    { day: 232, what: 'spike-left', stake: 'r1', count: 1 },
    { day: 299, what: 'fixed', stake: 'm1', count: 3 },
    { day: 305, what: 'thinned', stake: 'm1', count: null },
    { day: 309, what: 'leaves-taken', stake: 'r1', count: 5 },
    { day: 327, what: 'thinned', stake: 'f1', count: null },
  ].map(({ day, what, stake, count }) => ({
    day,
    tell: (d: Diary, ago: number) =>
      d.add(ago, 18, 'groom', {
        what: what as EntryDetails['groom']['what'],
        place: { of: 'planting', id: `tarn-${stake}` },
        count,
      }),
  })),
  {
    day: 214,
    tell: (d, ago) =>
      d.add(
        ago,
        18,
        'identified',
        {
          plantingId: 'tarn-k2',
          was: 'Cryptocoryne parva',
          is: CATALOGUE.greenCrypt.name,
          sure: 'thought to be',
        },
        { note: 'Sold as the smallest of all; its leaves are twice as long by now.' },
      ),
  },
  {
    day: 320,
    tell: (d, ago) =>
      d.add(
        ago,
        19,
        'waiting',
        {
          what: 'A deep red stem for the back right',
          count: 6,
          waitsFor: 'the gas to run steadily',
          level: null,
        },
        { note: 'Not before the carpet and the gas are settled.' },
      ),
  },
  {
    day: 326,
    tell: (d, ago) =>
      d.add(ago, 19, 'waiting', {
        what: 'The new carpet, in plugs',
        count: 12,
        waitsFor: 'light enough, µmol at the ground',
        level: 90,
      }),
  },
  {
    day: 282,
    tell: (d, ago) =>
      d.add(ago, 19, 'waiting', {
        what: 'Small rhizome cuttings from a friend',
        count: 2,
        waitsFor: 'a number of days',
        level: 14,
      }),
  },
  {
    day: 297,
    tell: (d, ago) =>
      d.add(ago, 19, 'waited', {
        waitingId: d.lastId('waiting'),
        what: 'Small rhizome cuttings from a friend',
        became: 'went elsewhere',
      }),
  },
  {
    day: 239,
    tell: (d, ago) => d.add(ago, 18, 'flowering', { plantingId: 'tarn-r1', stage: 'open' }),
  },
  ...(
    [
      { day: 203, stake: 's3', part: 'tops', count: 8, went: 'nursery row' },
      { day: 232, stake: 'r1', part: 'runners', count: 3, went: 'given away' },
      { day: 262, stake: 's1', part: 'tops', count: 12, went: 'replanted here' },
      { day: 296, stake: 's2', part: 'tops', count: 9, went: 'composted' },
    ] as const
  ).map(({ day, stake, ...taken }) => ({
    day,
    tell: (d: Diary, ago: number) =>
      d.add(ago, 18.4, 'cuttings', { plantingId: `tarn-${stake}`, ...taken }),
  })),
  {
    day: 300,
    tell: (d, ago) =>
      d.add(
        ago,
        19,
        'sign',
        { sign: 'never became what was hoped', place: { of: 'planting', id: 'tarn-s3' } },
        { note: 'Sold as deep red; ten months on it is pink at the tips.' },
      ),
  },
  {
    day: 318,
    tell: (d, ago) =>
      d.add(
        ago,
        18.2,
        'leaf',
        { plantingId: 'tarn-r1', on: 'old leaves', look: 'pinholes', extent: 'many leaves' },
        { note: 'The outer leaves look shot through; the heart is clean.' },
      ),
  },
  {
    day: 152,
    tell: (d, ago) =>
      d.add(ago, 18, 'stock', {
        populationId: 'tarn-eaters',
        event: 'missing',
        count: 1,
        plusMinus: 0,
        otherVesselId: null,
      }),
  },
  {
    day: 166,
    tell: (d, ago) =>
      d.add(
        ago,
        21,
        'seen-again',
        {
          populationId: 'tarn-eaters',
          count: 1,
          place: { of: 'hardscape', id: 'tarn-wood' },
        },
        { note: 'It had its place in the hollow of the root.' },
      ),
  },
  {
    day: 120,
    tell: (d, ago) =>
      d.add(ago, 19, 'note', {
        text: 'The best it has looked. A guest asked whether the plants were real.',
      }),
  },
  {
    day: 131,
    tell: (d, ago) =>
      d.add(ago, 17, 'stock', {
        populationId: 'tarn-shrimp',
        event: 'counted',
        count: 40,
        plusMinus: 12,
        otherVesselId: null,
      }),
  },
  {
    day: 95,
    tell: (d, ago) =>
      d.add(ago, 12, 'changed', {
        subject: { part: 'equipment', id: 'tarn-side-lamp' },
        fields: [{ field: 'there', before: false, after: true }],
      }),
  },
  {
    day: 112,
    tell: (d, ago) =>
      d.add(
        ago,
        11,
        'changed',
        {
          subject: { part: 'pieces', id: 'tarn-small-stone' },
          fields: [{ field: 'footprint', before: [55.9, 66.4, 14, 22], after: [58.5, 69, 14, 22] }],
        },
        { note: 'It crowded the main stone.' },
      ),
  },
  {
    day: 178,
    tell: (d, ago) =>
      d.add(
        ago,
        12,
        'changed',
        {
          subject: { part: 'equipment', id: 'tarn-lamp' },
          fields: [
            { field: 'parAtSurface', before: 118, after: 104 },
            { field: 'aboveWaterCm', before: 14, after: 22 },
          ],
        },
        { note: 'Raised, against algae on the stone.' },
      ),
  },
  {
    day: 140,
    tell: (d, ago) =>
      d.add(ago, 17, 'stock', {
        populationId: 'tarn-tetras',
        event: 'counted',
        count: 23,
        plusMinus: 1,
        otherVesselId: null,
      }),
  },
  {
    day: 168,
    tell: (d, ago) =>
      d.add(ago, 7.8, 'equipment', {
        equipmentId: 'tarn-gas',
        item: 'Gas',
        says: 'The needle valve drifts; three bubbles a second in the morning, none at noon',
      }),
  },
  {
    day: 176,
    tell: (d, ago) =>
      d.add(ago, 7.8, 'equipment', {
        equipmentId: 'tarn-gas',
        item: 'Gas',
        says: 'Indicator blue at ten, yellow at three',
      }),
  },
  {
    day: 188,
    tell: (d, ago) =>
      d.add(
        ago,
        7.8,
        'sign',
        { sign: 'gasping', place: { of: 'tank' } },
        { note: 'Tetras at the surface before lamps on; gas closed, surface stirred.' },
      ),
  },
  {
    day: 194,
    tell: (d, ago) =>
      d.add(ago, 14, 'equipment', {
        equipmentId: 'tarn-gas',
        item: 'Gas',
        says: 'New valve; two bubbles a second, steady through the day',
      }),
  },
  {
    day: 201,
    tell: (d, ago) =>
      d.add(ago, 19, 'note', {
        text: 'The house is full and everybody feeds them. A card beside the tank now.',
      }),
  },
  {
    day: 214,
    tell: (d, ago) =>
      d.add(
        ago,
        9,
        'algae',
        { algae: 'black tufts', place: { of: 'planting', id: 'tarn-e1' }, coverPercent: 10 },
        { note: 'On the edges of the old fern leaves.' },
      ),
  },
  {
    day: 228,
    tell: (d, ago) =>
      d.add(ago, 9, 'algae', {
        algae: 'black tufts',
        place: { of: 'planting', id: 'tarn-e1' },
        coverPercent: 18,
      }),
  },
  {
    day: 246,
    tell: (d, ago) =>
      d.add(
        ago,
        15,
        'clean',
        { item: 'the main stone, brushed by hand', equipmentId: null },
        { note: 'First trial: brush only.' },
      ),
  },
  {
    day: 249,
    tell: (d, ago) =>
      d.add(ago, 9, 'algae', {
        algae: 'black tufts',
        place: { of: 'planting', id: 'tarn-e1' },
        coverPercent: 16,
      }),
  },
  {
    day: 262,
    tell: (d, ago) =>
      d.add(ago, 15, 'equipment', {
        equipmentId: 'tarn-gas',
        item: 'Gas',
        says: 'On an hour earlier and checked daily: second trial, steadiness',
      }),
  },
  {
    day: 263,
    tell: (d, ago) =>
      d.add(
        ago,
        12,
        'changed',
        {
          subject: { part: 'equipment', id: 'tarn-side-lamp' },
          fields: [{ field: 'running', before: true, after: false }],
        },
        { note: 'Off for a month: does the left side keep clean without it?' },
      ),
  },
  {
    day: 293,
    tell: (d, ago) =>
      d.add(ago, 12, 'changed', {
        subject: { part: 'equipment', id: 'tarn-side-lamp' },
        fields: [{ field: 'running', before: false, after: true }],
      }),
  },
  {
    day: 270,
    tell: (d, ago) =>
      d.add(ago, 9, 'algae', {
        algae: 'black tufts',
        place: { of: 'planting', id: 'tarn-e1' },
        coverPercent: 12,
      }),
  },
  {
    day: 272,
    tell: (d, ago) =>
      d.add(ago, 17, 'stock', {
        populationId: 'tarn-tetras',
        event: 'counted',
        count: 22,
        plusMinus: 1,
        otherVesselId: null,
      }),
  },
  {
    day: 276,
    tell: (d, ago) =>
      d.add(ago, 17, 'stock', {
        populationId: 'tarn-eaters',
        event: 'counted',
        count: 4,
        plusMinus: 0,
        otherVesselId: null,
      }),
  },
  {
    day: 300,
    tell: (d, ago) =>
      d.add(ago, 9, 'algae', {
        algae: 'black tufts',
        place: { of: 'planting', id: 'tarn-e1' },
        coverPercent: 8,
      }),
  },
  {
    day: 309,
    tell: (d, ago) =>
      d.add(ago, 17, 'stock', {
        populationId: 'tarn-shrimp',
        event: 'counted',
        count: 60,
        plusMinus: 20,
        otherVesselId: null,
      }),
  },
  {
    day: 316,
    tell: (d, ago) =>
      d.add(ago, 20, 'note', {
        text: 'Talked it over in the kitchen: the back left is a hedge and the carpet goes. A section at a time, before the winter guests.',
      }),
  },
  {
    day: 322,
    tell: (d, ago) =>
      d.add(
        ago,
        10,
        'soil-test',
        { khBefore: 4, khAfter: 3.5, hours: 36 },
        { note: 'A cup of soil from the left back in a jar of made-up water.' },
      ),
  },
  {
    day: 328,
    tell: (d, ago) =>
      d.add(ago, 9, 'algae', {
        algae: 'black tufts',
        place: { of: 'planting', id: 'tarn-e1' },
        coverPercent: 5,
      }),
  },
]
