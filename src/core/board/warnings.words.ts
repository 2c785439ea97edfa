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
      return {
        says: `${warning.name} will lean on ${warning.by}`,
        suggests: `Grown, it takes about ${sayNumber(100 * Math.min(1, warning.share), 5)} % of its place. Give it room, or mean to cut it often.`,
      }
    case 'dark':
      return {
        says: `${warning.name} gets about ${sayNumber(warning.par, 3)} µmol${warning.later ? ' in eight weeks' : ''}; it wants ${warning.wants}`,
        suggests: warning.later
          ? 'What grows beside it shades it by then. Cut that, or choose a kind that needs less.'
          : 'It goes bare or melts there. Choose a kind that needs less, or a brighter place.',
      }
    case 'buried':
      return {
        says: `${warning.name} is an epiphyte drawn into the ground`,
        suggests: 'Its rhizome rots there. Tie or glue it to a stone or to wood.',
      }
  }
}
