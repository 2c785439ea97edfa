import type { AlarmFacts } from './alarm-findings'
import type { AlgaeFacts } from './algae-findings'
import type { CarpetFacts } from './carpet-findings'
import type { ChangeFacts } from './change-finding'
import type { CountFacts } from './count-finding'
import type { Judged } from './finding'
import type { GrowthFacts } from './growth-findings'
import type { IntakeFacts } from './intake-finding'
import type { MoodFacts } from './mood-finding'
import type { NitrateFacts } from './nitrate-finding'
import type { RootsFacts } from './roots-finding'
import type { SoilFacts } from './soil-finding'
import type { StemFacts } from './stem-findings'
import type { TemporaryFacts } from './temporary-finding'
import type { WaitingFacts } from './waiting-finding'
import type { WaterFacts } from './water-findings'

/** Every rule of judgement, with the facts it finds by. */
export type FactsOf = NitrateFacts &
  AlarmFacts &
  IntakeFacts &
  WaterFacts &
  ChangeFacts &
  CountFacts &
  TemporaryFacts &
  SoilFacts &
  MoodFacts &
  StemFacts &
  CarpetFacts &
  AlgaeFacts &
  RootsFacts &
  GrowthFacts &
  WaitingFacts
/** A judgement by whichever rule, its facts with it. */
export type AnyJudged = Judged<FactsOf>
