/** What goes with a form: a number of its own, so that sent twice it is written once, and the stamp of what it showed (null for what is new). */
export interface Sending {
  id: string
  seen: string | null
  /** The keeper was asked whether what the form says can be, and stands by it. */
  stands?: boolean
}
