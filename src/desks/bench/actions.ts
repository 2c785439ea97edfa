'use server'

import { renderSVG } from 'uqr'
import { attempt, type Attempt } from '@/data/border/attempt'
import { parseId, written } from '@/data/border/sending'
import { EntryRefused } from '@/data/refused'
import { pairingHere } from './phones'
import { database } from '@/data/database'
import { backedUpFirst } from '@/data/backed-up'
import { deleteTank, setOnBench } from '@/data/bench'

/** Puts a tank away from the bench, or back on it. Its record stays as it is. */
export async function putAway(slug: string, away: boolean): Promise<Attempt> {
  return written(async () => {
    await setOnBench(await database(), slug, away !== true)
    return null
  })
}

/** Takes a tank and all its record away for good, once its name was typed. A copy of all data is made first. */
export async function deleteForGood(slug: string, typedName: string): Promise<Attempt> {
  return written(async () => {
    const db = await database()
    await backedUpFirst(db)
    await deleteTank(db, slug, typeof typedName === 'string' ? typedName : '')
    return null
  })
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
    const addresses = pairing.addresses.map((address) => `http://${address}/pair`)
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
