import { sayKind, sayKindChange } from '@/core/gardening/kinds/kind.words'
import type { Measures } from '@/core/quantity/measures'
import type { KindsOfFile } from '@/data/import-kinds'
import type { KindsAsked } from './messages'

/** Of a new kind what a keeper can check at a glance. */
const TOLD: ReadonlySet<string> = new Set(['it is a', 'grows to', 'by the books', 'wants'])

/** What a file says of kinds that all tanks share, as the keeper is asked about it. */
export const kindsAsked = ({ fresh, other }: KindsOfFile, measures: Measures): KindsAsked => ({
  fresh: fresh.map((species) => ({
    id: species.id,
    name: species.name,
    says: sayKind(species, measures)
      .filter(([of]) => TOLD.has(of))
      .map(([of, says]) => `${of} ${says}`)
      .join('; '),
  })),
  other: other.map(({ here, file }) => ({
    id: file.id,
    name: here.name,
    says: sayKindChange(here, file, measures),
  })),
})
