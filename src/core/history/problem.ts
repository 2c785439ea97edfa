/** What is wrong with an entry in the light of the tank's own story: the field it belongs to, and the sentence. */
export interface EntryProblem {
  field: string
  says: string
}
