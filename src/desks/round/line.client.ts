'use client'

import type { RoundAnswers } from '@/core/routine/round/answers'
import { noRound, type Change, type SharedRound } from '@/core/routine/round/merge'
import { changesBetween, heldIn, put, type Slot } from '@/core/routine/round/slots'
import { ask, NO_ANSWER, sayProblems, type Answer, type Refusal } from '@/ui/ask.client'
import { forgetLeft, keepOwn, leftBehind, letOwnGo, ownKept } from '@/ui/kit/page-drawer.client'
import { newId } from '@/ui/new-id'
import { keepAnswers, lookAtRound, type RoundNow } from './actions'
import {
  batchesOf,
  changesIn,
  isHeard,
  isUnheard,
  nothingUnheard,
  readyToGo,
  withWaiting,
  type Unheard,
} from './unheard'

const TRY_AGAIN_MS = 5000
/** So often a page in sight looks whether another has answered. */
const LOOK_EVERY_MS = 8000

/** What the page hears of its round. */
export interface Told {
  /** The round as the server has it, and as this page has it. */
  onKnown: (shared: SharedRound, answers: RoundAnswers) => void
  onProblem: (problem: string | null) => void
  /** It was inked on another page. `late`: what this one sent and is not in it, in words; `changes`: the same, to begin another round with. */
  onInked: (late: readonly string[], changes: readonly Change[]) => void
  /** It was begun afresh on another page. */
  onAfresh: () => void
}

function sayUnkept(refusal: Refusal): string {
  if (!isLost(refusal)) return sayProblems(refusal)
  return 'Vivero cannot be reached just now. Walk on: your answers are kept on this machine, and sent when it is back.'
}
const isLost = (answer: Answer): boolean => !answer.ok && answer.problems[0].says === NO_ANSWER

/**
 * The line between a page that walks a round and the server. Every change is kept at hand first, then sent, each with the turn in which its slot
 * was last seen here; what does not get through is sent again by itself; what others answer comes back with it.
 */
export class Line {
  private unheard: Unheard
  private flight: Promise<void> | null = null
  private again: ReturnType<typeof setTimeout> | null = null
  /** Vivero could not be reached the last time. */
  private unreached = false
  /** A batch was refused: what is in it goes alone, that the one at fault takes nothing with it. */
  private oneByOne = false
  /** Slots somebody has begun to write in, and the turn they were seen in then. */
  private readonly touched = new Map<Slot, number>()
  private readonly place: string

  constructor(
    private readonly slug: string,
    private shared: SharedRound,
    private readonly told: () => Told,
  ) {
    this.place = `round ${slug}`
    this.unheard = nothingUnheard(shared.answers, newId())
  }

  /** The round as this page has it. */
  get answers(): RoundAnswers {
    const own = changesIn(this.unheard).reduce(
      (so, { slot, holds }) => put(so, slot, holds),
      this.shared.answers,
    )
    return { ...own, station: this.unheard.station }
  }

  /** A slot is being written in: what comes from elsewhere meanwhile was not seen. */
  touch(slot: Slot): void {
    if (!this.touched.has(slot)) this.touched.set(slot, this.turnOf(slot))
  }

  /** Keeps what is otherwise in `next`, and sends it. `said`: a slot about which two disagreed, and which is said now, be it what stands. */
  keep(next: RoundAnswers, said?: Slot): void {
    // What was refused before was read, and something else is said now.
    if (!this.unreached) this.told().onProblem(null)
    this.take(next, said)
    this.start()
  }

  /** Sends what is otherwise in `next` by an act of its own; refused or unanswered, it is as if it were never said. */
  async sendBy(
    next: RoundAnswers,
    act: (batch: unknown) => Promise<Answer<RoundNow>>,
  ): Promise<Answer<RoundNow>> {
    await this.flight
    // What waits for the network goes first.
    if (!isHeard(this.unheard)) return { ok: false, problems: [{ field: '', says: NO_ANSWER }] }
    this.take(next)
    const { sending } = this.ready()
    const going = ask(() => act(sending))
    this.flight = going.then(() => {})
    const answer = await going
    this.flight = null
    this.unheard = { ...this.unheard, sending: null }
    if (answer.ok) this.heard(answer.value, sending.changes)
    else this.tell()
    if (isHeard(this.unheard)) letOwnGo(this.place)
    else this.start()
    return answer
  }

  /** What is on its way is through, or did not get through. */
  through = (): Promise<void> => this.flight ?? Promise.resolve()

  /** Everything this page has to say still, as one batch, once what is on its way is through. */
  async settle() {
    if (this.again) clearTimeout(this.again)
    this.again = null
    await this.flight
    return this.ready().sending
  }

  /** Sends what there is, again if need be. */
  start(): void {
    if (this.again) clearTimeout(this.again)
    this.again = null
    this.flight ??= this.fly().finally(() => {
      this.flight = null
    })
  }

  /** Another round from here on, with these changes in it. */
  begin(round: string, changes: readonly Change[] = []): void {
    this.shared = noRound(round)
    this.unheard = {
      ...nothingUnheard(this.shared.answers, this.unheard.page),
      n: this.unheard.n,
      waiting: changes.map((change) => ({ ...change, seen: 0 })),
    }
    this.tell()
    if (changes.length === 0) return letOwnGo(this.place)
    this.store()
    this.start()
  }

  /** The round is in the book, or let go: nothing of it is to be sent any more. */
  forget(): void {
    this.unheard = { ...this.unheard, sending: null, waiting: [] }
    letOwnGo(this.place)
  }

  /** What this machine kept while Vivero could not be reached: this page's own goes on from here, what closed pages left is sent in their names. */
  async takeUp(): Promise<void> {
    const own = ownKept<unknown>(this.place)?.value
    if (isUnheard(own) && !isHeard(own) && isHeard(this.unheard)) {
      this.unheard = { ...own, station: this.unheard.station }
      this.tell()
      this.start()
    }
    for (const { page, value } of await leftBehind<unknown>(this.place)) {
      for (const batch of batchesOf(value, newId())) {
        const answer = await ask(() => keepAnswers(this.slug, batch))
        if (isLost(answer)) return
        if (answer.ok) this.heard(answer.value, batch.changes)
      }
      forgetLeft(this.place, page)
    }
  }

  /** Hears of the network coming back, and looks from time to time what others answered. Gives what ends it. */
  listen(): () => void {
    const back = () => {
      if (!isHeard(this.unheard)) this.start()
    }
    const look = () => {
      if (document.visibilityState === 'visible' && this.isIdle()) void this.look()
    }
    const timer = setInterval(look, LOOK_EVERY_MS)
    window.addEventListener('online', back)
    document.addEventListener('visibilitychange', look)
    return () => {
      clearInterval(timer)
      window.removeEventListener('online', back)
      document.removeEventListener('visibilitychange', look)
      if (this.again) clearTimeout(this.again)
    }
  }

  private async look(): Promise<void> {
    const answer = await ask(() => lookAtRound(this.slug, this.unheard.round))
    // What was answered here meanwhile is sent, and brings the news itself.
    if (answer.ok && this.isIdle() && !this.isKnown(answer.value)) this.heard(answer.value, [])
  }

  private isKnown(now: RoundNow): boolean {
    if (now.is === 'gone') return this.shared.turn === 0
    if (now.is === 'inked') return false
    const { answers, turn } = now.shared
    return turn === this.shared.turn && answers.round === this.shared.answers.round
  }

  private isIdle = () => isHeard(this.unheard) && this.flight === null

  private turnOf = (slot: Slot): number => this.shared.stamps[slot]?.turn ?? 0

  private take(next: RoundAnswers, said?: Slot): void {
    const changes = changesBetween(this.answers, next)
    if (said !== undefined && !changes.some(({ slot }) => slot === said))
      changes.push({ slot: said, holds: heldIn(next).get(said) ?? null })
    this.unheard = { ...this.unheard, station: next.station }
    for (const { slot, holds } of changes) {
      const seen = this.touched.get(slot) ?? this.turnOf(slot)
      this.touched.delete(slot)
      this.unheard = withWaiting(this.unheard, { slot, seen, holds })
    }
    this.store()
    this.tell()
  }

  private ready() {
    const ready = readyToGo(this.unheard, this.oneByOne ? 1 : Infinity)
    this.unheard = ready
    this.store()
    return ready
  }

  private async fly(): Promise<void> {
    // A station that was walked on to is told as well, though nothing was answered.
    do {
      const { sending } = this.ready()
      const answer = await ask(() => keepAnswers(this.slug, sending))
      this.tellOf(answer)
      if (isLost(answer)) {
        this.again = setTimeout(() => this.start(), TRY_AGAIN_MS)
        return
      }
      this.unheard = { ...this.unheard, sending: null }
      this.oneByOne = !answer.ok && sending.changes.length > 1
      if (answer.ok) this.heard(answer.value, sending.changes)
      else if (this.oneByOne)
        this.unheard = { ...this.unheard, waiting: [...sending.changes, ...this.unheard.waiting] }
      this.store()
      this.tell()
    } while (this.unheard.waiting.length > 0)
    if (isHeard(this.unheard)) letOwnGo(this.place)
  }

  /** What was refused stays said while the rest gets through; that Vivero could not be reached does not, and is said once. */
  private tellOf(answer: Answer): void {
    const known = this.unreached && isLost(answer)
    if (!answer.ok && !known) this.told().onProblem(sayUnkept(answer))
    else if (answer.ok && this.unreached) this.told().onProblem(null)
    this.unreached = isLost(answer)
  }

  private heard(now: RoundNow, sent: readonly Change[]): void {
    if (now.is === 'inked') {
      const changes = [...sent, ...changesIn(this.unheard)]
      this.forget()
      this.told().onInked(now.late, now.late.length > 0 ? changes : [])
      return
    }
    const shared = now.is === 'open' ? now.shared : noRound(this.unheard.round)
    const afresh =
      this.shared.turn > 0 &&
      (now.is === 'gone' || shared.answers.round !== this.shared.answers.round)
    this.shared = shared
    this.unheard = { ...this.unheard, round: shared.answers.round }
    if (afresh) this.told().onAfresh()
    this.tell()
  }

  private store(): void {
    keepOwn(this.place, this.unheard)
  }

  private tell(): void {
    this.told().onKnown(this.shared, this.answers)
  }
}
