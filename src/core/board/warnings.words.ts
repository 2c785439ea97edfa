import { METRIC, type Measures } from '../quantity/measures'
import { sayNumber } from '../quantity/say'
import type { BoardWarning } from './warnings'

/** A warning in two sentences: what it is, and what can be done. */
export function sayBoardWarning(
  warning: BoardWarning,
  measures: Measures = METRIC,
): { says: string; suggests: string } {
  const cm = (value: number) => measures.say(value, 'cm', 1)
  switch (warning.of) {
    case 'slope':
      return {
        says: `The ground is steeper than ${warning.material} holds: ${Math.round(warning.degrees)}° of ${warning.holds}°, near ${cm(warning.x)}`,
        suggests: 'It slides within weeks. Draw it flatter, or hold it with stones or a strip.',
      }
    case 'rim':
      return warning.over === 'rim'
        ? {
            says: `The ground stands over the rim near ${cm(warning.x)}`,
            suggests: 'Draw it lower: the glass ends there.',
          }
        : {
            says: `The ground comes out of the water near ${cm(warning.x)}`,
            suggests: 'That is land: fine if it is meant.',
          }
    case 'glass':
      return {
        says: `${warning.name} stands ${warning.cm < 0.5 ? 'at the glass' : `${cm(warning.cm)} from the glass`}`,
        suggests:
          'A scraper does not pass behind it, and it can press on the pane. Leave three centimetres.',
      }
    case 'outside':
      return {
        says: `${warning.name} stands beyond the panes`,
        suggests: 'Move it inward: so it cannot stand, and the drawing cannot be kept.',
      }
    case 'surface':
      return {
        says: `${warning.name} ends ${cm(warning.cm)} below the surface`,
        suggests: 'Floaters tangle in it. A hand’s width of free water keeps them moving.',
      }
    case 'tall':
      return {
        says: `${warning.name} will want ${cm(warning.mature)}; it has ${cm(warning.room)}`,
        suggests: 'It cannot be cut back like a stem. Set it lower, or choose a smaller kind.',
      }
    case 'crowded':
      return sayCrowded(warning)
    case 'dark':
      return sayDark(warning)
    case 'buried':
      return {
        says: `${warning.name} is an epiphyte drawn into the ground`,
        suggests: 'Its rhizome rots there. Tie or glue it to a stone or to wood.',
      }
  }
}

function sayDark({ plantings, later }: Extract<BoardWarning, { of: 'dark' }>) {
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

function sayCrowded({ name, by, share, drawnOver }: Extract<BoardWarning, { of: 'crowded' }>) {
  return drawnOver
    ? {
        says: `${name} and ${by} are drawn over each other`,
        suggests:
          'The stronger takes the place. Draw one beside the other, where it matters to you.',
      }
    : {
        says: `${name} will lean on ${by}`,
        suggests: `Grown, it takes about ${sayNumber(100 * Math.min(1, share), 5)} % of its place. Give it room, or mean to cut it often.`,
      }
}
