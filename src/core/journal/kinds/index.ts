import { algae } from './algae'
import { changed } from './changed'
import { clean } from './clean'
import { cuttings } from './cuttings'
import { degassedSample } from './degassed-sample'
import { disagreement } from './disagreement'
import { dose } from './dose'
import { equipment } from './equipment'
import { feed } from './feed'
import { feeling } from './feeling'
import { flowering } from './flowering'
import { gasUse } from './gas-use'
import { groom } from './groom'
import { identified } from './identified'
import { leaf } from './leaf'
import { measure } from './measure'
import { moved } from './moved'
import { note } from './note'
import { reading } from './reading'
import { round } from './round'
import { seenAgain } from './seen-again'
import { sign } from './sign'
import { soilTest } from './soil-test'
import { stepDone } from './step-done'
import { stock } from './stock'
import { topOff } from './top-off'
import { trim } from './trim'
import { waited } from './waited'
import { waiting } from './waiting'
import { waterChange } from './water-change'

/**
 * Every kind of entry there is, in the order of a keeper's work. Types, border, tank file, CSV, forms, index and docs are made of this
 * map: one more kind is one more file and one more line here.
 */
export const KINDS = {
  reading,
  'water-change': waterChange,
  'top-off': topOff,
  feed,
  dose,
  'gas-use': gasUse,
  'degassed-sample': degassedSample,
  measure,
  trim,
  cuttings,
  groom,
  flowering,
  leaf,
  identified,
  waiting,
  waited,
  algae,
  sign,
  stock,
  'seen-again': seenAgain,
  equipment,
  clean,
  'soil-test': soilTest,
  feeling,
  note,
  disagreement,
  'step-done': stepDone,
  round,
  changed,
  moved,
} as const
