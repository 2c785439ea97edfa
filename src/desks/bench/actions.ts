'use server'

import { renderSVG } from 'uqr'
import { attempt, type Attempt } from '@/data/border/attempt'
import { parseId, written } from '@/data/border/sending'
import { EntryRefused } from '@/data/refused'
import { pairingHere } from './phones'
import { database } from '@/data/database'
import type { Copies } from '@/data/at-rest/copies'
import {
  bringToSecondPlace,
  forgetSecondPlace,
  nameSecondPlace,
  onSameDisk,
} from '@/data/at-rest/second-place'
import { copiesFor, keptBeforeDeletion, makeCopy } from '@/data/backed-up'
import { deleteTank, setOnBench, tankToDelete } from '@/data/bench'
import { atThisMachine } from '@/data/border/role'
import { dataDirectory } from '@/data/places'

/** Puts a tank away from the bench, or back on it. Its record stays as it is. */
export async function putAway(slug: string, away: boolean): Promise<Attempt> {
  return written(async () => {
    await setOnBench(await database(), slug, away !== true)
    return null
  })
}

/**
 * Takes a tank and all its record away for good, once its name was typed. A copy that holds it is made and opened first, and kept for a month; without one
 * it stays.
 */
export async function deleteForGood(slug: string, typedName: string): Promise<Attempt> {
  return written(async () => {
    const db = await database()
    const doomed = await tankToDelete(db, slug, typeof typedName === 'string' ? typedName : '')
    await keptBeforeDeletion(db, doomed, new Date())
    await deleteTank(db, doomed)
    return null
  })
}

/** Names a directory into which every copy goes too, on another disk, and brings them there. Gives what is to be said of it. */
export async function alsoCopyTo(path: string): Promise<Attempt<string>> {
  return written(async () => {
    const copies = await copiesHere()
    if (typeof path !== 'string' || path.length > LONGEST_PATH)
      throw new EntryRefused([{ field: 'path', says: 'That is no name of a directory.' }])
    const named = nameSecondPlace(dataDirectory(), path)
    if (!named.ok) throw new EntryRefused([{ field: 'path', says: named.problem }])
    await bringNow(copies)
    return onSameDisk(dataDirectory(), named.value)
      ? 'That lies on the same disk as the data: if the disk goes, both go.'
      : ''
  })
}
const LONGEST_PATH = 1000

/** Copies go to no second place any more; those that lie there stay. */
export async function copyNoFurther(): Promise<Attempt> {
  return written(async () => {
    await copiesHere()
    forgetSecondPlace(dataDirectory())
    return null
  })
}

/** Makes a copy now, looks into it, and brings it to the second place. */
export async function copyNow(): Promise<Attempt> {
  return written(async () => {
    await bringNow(await copiesHere())
    return null
  })
}

/** The copies of this server, for whoever sits at its machine. Throws EntryRefused. */
async function copiesHere(): Promise<Copies> {
  if (!(await atThisMachine()))
    throw new EntryRefused([
      { field: '', says: 'Where copies go is said at the machine Vivero runs on.' },
    ])
  const copies = copiesFor(await database())
  if (!copies)
    throw new EntryRefused([
      { field: '', says: 'This Vivero uses a database server, which is copied by its own means.' },
    ])
  return copies
}

async function bringNow(copies: Copies): Promise<void> {
  await makeCopy(copies).catch((error: Error) => {
    throw new EntryRefused([{ field: '', says: error.message }])
  })
  await copies.meanwhile(() => bringToSecondPlace(dataDirectory(), new Date()))
}

export interface PairingCode {
  code: string
  until: number
  /** Where a phone is sent, and the same to be looked at by its camera. */
  addresses: string[]
  drawing: string
}

/** A code by which one phone comes in, with what it may do. */
export async function pairAPhone(role: string): Promise<Attempt<PairingCode>> {
  return attempt(async () => {
    const pairing = pairingHere()
    if (!pairing || (role !== 'keeper' && role !== 'helper'))
      throw new EntryRefused([{ field: '', says: NO_HOME }])
    const { code, until } = pairing.begin(role)
    const addresses = pairing.addresses.map((address) => `https://${address}/pair`)
    return { code, until, addresses, drawing: renderSVG(`${addresses[0]}#${code}`, { border: 2 }) }
  })
}

/** Lets a paired phone go: what it sends from now on is not answered. */
export async function letPhoneGo(id: string): Promise<Attempt> {
  return written(async () => {
    pairingHere()?.revoke(parseId(id))
    return null
  })
}

const NO_HOME =
  'Vivero answers on this machine alone. Start it with npm start -- --home to let phones in.'
