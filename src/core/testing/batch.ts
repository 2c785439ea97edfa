import { noAnswers, type RoundAnswers } from '../routine/round/answers'
import type { Batch } from '../routine/round/merge'
import { changesBetween } from '../routine/round/slots'

/** What a page sends that answered all this and has seen nobody else's answers. */
export const batchOf = (answers: RoundAnswers, page = 'page-1', n = 1): Batch => ({
  round: answers.round,
  page,
  n,
  station: answers.station,
  changes: changesBetween(noAnswers(answers.round), answers).map((change) => ({
    ...change,
    seen: 0,
  })),
})
