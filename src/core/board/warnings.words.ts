import { METRIC, type Measures } from '../quantity/measures'
import { capital, sayNumber, uncapital } from '../quantity/say'
import type { BoardWarning } from './warnings'

type Of<K extends BoardWarning['of']> = BoardWarning extends infer W
  ? W extends { of: infer O }
    ? K extends O
      ? W
      : never
    : never
  : never
interface Words {
  says: string
  suggests: string
}
type WordsFor = {
  readonly [K in BoardWarning['of']]: (warning: Of<K>, cm: (value: number) => string) => Words
}

const WORDS: WordsFor = {
  slope: ({ material, degrees, holds, x }, cm) => ({
    says: `The ground is steeper than ${material} holds: ${Math.round(degrees)}° of ${holds}°, near ${cm(x)}`,
    suggests:
      'It slides within weeks. Draw it flatter, or hold it with stones or a strip across the fall.',
  }),
  creep: ({ material, cm: open }, cm) => ({
    says: `Grains will cross the edge of the ${material}: ${cm(open)} of it lie open`,
    suggests: 'A strip, or floss pressed between stones along that edge, keeps them apart.',
  }),
  rim: ({ over, x }, cm) =>
    over === 'rim'
      ? {
          says: `The ground stands over the rim near ${cm(x)}`,
          suggests: 'Draw it lower: the glass ends there.',
        }
      : {
          says: `The ground comes out of the water near ${cm(x)}`,
          suggests: 'That is land: fine if it is meant.',
        },
  glass: ({ name, cm: free }, cm) => ({
    says: `${name} stands ${free < 0.5 ? 'at the glass' : `${cm(free)} from the glass`}`,
    suggests:
      'A scraper does not pass behind it, and it can press on the pane. Leave three centimetres.',
  }),
  outside: ({ name }) => ({
    says: `${name} stands beyond the panes`,
    suggests: 'Move it inward: so it cannot stand, and the drawing cannot be kept.',
  }),
  stands: ({ name, floats }) =>
    floats
      ? {
          says: `${name} floats`,
          suggests: 'Soak it for some weeks, or tie, glue or wedge it down before the water is in.',
        }
      : {
          says: `${name} stands tall on a narrow foot`,
          suggests:
            'Seat it on grit, never on bare glass; press it into the ground or glue it, and tap it before the water is in.',
        },
  surface: ({ name, cm: under }, cm) => ({
    says: `${name} ends ${cm(under)} below the surface`,
    suggests: 'Floaters tangle in it. A hand’s width of free water keeps them moving.',
  }),
  tall: ({ name, mature, room }, cm) => ({
    says: `${name} will want ${cm(mature)}; it has ${cm(room)}`,
    suggests: 'It cannot be cut back like a stem. Set it lower, or choose a smaller kind.',
  }),
  crowded: ({ name, by, share, drawnOver }) =>
    drawnOver
      ? {
          says: `${name} and ${by} are drawn over each other`,
          suggests:
            'The stronger takes the place. Draw one beside the other, where it matters to you.',
        }
      : {
          says: `${name} will lean on ${by}`,
          suggests: `Grown, it takes about ${sayNumber(100 * Math.min(1, share), 5)} % of its place. Give it room, or mean to cut it often.`,
        },
  still: ({ share, x, z }, cm) => ({
    says: `The water hardly moves over about ${sayNumber(100 * share, 5)} % of the ground, near ${cm(x)} from the left and ${cm(z)} from the front`,
    suggests:
      'A rough picture, to a factor of two. Dirt settles there: turn the outlet, or leave the water a way round.',
  }),
  outflow: ({ name }) => ({
    says: `${name} stands in the outflow`,
    suggests:
      'The jet breaks on it, and the far corner stands still. Leave a hand’s breadth free before the outlet.',
  }),
  inlet: ({ name, fitting }) => ({
    says: `${name} stands before ${uncapital(fitting)}`,
    suggests:
      'Leaves and moss clog it there, and small animals have nowhere to go. Leave a hand’s breadth round it, or fit a guard.',
  }),
  lamp: ({ name, fitting }, cm) => ({
    says: `${name} grows into ${uncapital(fitting)}`,
    suggests: `Tips scorch, and a hot lamp over leaves or wood is a danger. Hang it higher, or keep ${cm(8)} free below it.`,
  }),
  dry: ({ name }) => ({
    says: `${name} reaches the surface`,
    suggests:
      'A heater that falls dry at a change bursts. Hang it lower, level or slanting, and unplug it before the water drops.',
  }),
  eaten: ({ name, by }) => ({
    says: `${capital(by)} will eat ${name}`,
    suggests:
      'Choose leathery leaves (what grows on stone and wood, crypts), or plant more than is eaten.',
  }),
  uprooted: ({ name, by }) => ({
    says: `${capital(by)} will dig up ${name}`,
    suggests: 'Tie it to a stone, pin its roots under one, or lay the soil in bags under gravel.',
  }),
  dark: sayDark,
  buried: ({ name }) => ({
    says: `${name} is an epiphyte drawn into the ground`,
    suggests: 'Its rhizome rots there. Tie or glue it to a stone or to wood.',
  }),
}

/** A warning in two sentences: what it is, and what can be done. */
export function sayBoardWarning(warning: BoardWarning, measures: Measures = METRIC): Words {
  const say = WORDS[warning.of] as (of: BoardWarning, cm: (value: number) => string) => Words
  return say(warning, (value) => measures.say(value, 'cm', 1))
}

function sayDark({ plantings, later }: Of<'dark'>): Words {
  const names = plantings.map(({ name }) => name).join(', ')
  const [one] = plantings
  const gets =
    plantings.length > 1
      ? `${names} get less light at the foot than their kinds want`
      : `${names} gets about ${sayNumber(one.par, 3)} µmol at its foot, and wants ${one.wants}`
  return later
    ? {
        says: `In eight weeks, uncut, ${gets}`,
        suggests:
          'What grows beside them shades them by then: cut it in time, or choose kinds that need less.',
      }
    : {
        says: gets,
        suggests:
          'What stands so goes bare or melts. A brighter place, less above it, or kinds that need less.',
      }
}
