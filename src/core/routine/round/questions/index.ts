import { algae } from './algae'
import { bubbles } from './bubbles'
import { enjoyment, workMinutes } from './feeling'
import { lamp } from './lamp'
import { measure } from './measure'
import { reading } from './reading'
import { stock } from './stock'

/** Every kind of question a round can ask, in the order they are asked at one station. */
export const QUESTIONS = {
  measure,
  algae,
  reading,
  bubbles,
  lamp,
  stock,
  enjoyment,
  workMinutes,
}
