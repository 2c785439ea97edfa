'use client'

import { Box } from '@chakra-ui/react'
import { useState } from 'react'
import type { Band, Product } from '@/core/history/types'
import { nameWithin, unitOf } from '@/core/quantity/parameter-name'
import { sayNumber, sayRange } from '@/core/quantity/say'
import { amountFor } from '@/core/water/dosing/dosing'
import {
  HELD,
  holdingDose,
  productToHold,
  type Holding,
  type Uptake,
} from '@/core/water/dosing/holding'
import { doseUnitOf, raises } from '@/core/water/dosing/products'
import { Select } from '@/ui/kit/input.client'
import { Caution } from '../caution'
import { Section } from '@/ui/frame/desk-frame'
import { NumberInSentence } from '../number-in-sentence.client'
import type { DosedParameter, DosingModel } from './dosing-model'
import { ProductSelect } from './product-select.client'

/** A level to hold, and the doses that hold it. */
export function Held({ model }: { model: DosingModel }) {
  const offered = model.parameters.filter((one) =>
    (HELD as readonly string[]).includes(one.parameter),
  )
  const [parameter, setParameter] = useState<DosedParameter['parameter']>('potassium')
  const facts = offered.find((one) => one.parameter === parameter) ?? offered[0]
  const [productId, setProductId] = useState('')
  const product = productToHold(model.products, facts.parameter, productId)
  const [targets, setTargets] = useState<Partial<Record<string, number>>>({})
  const target = targets[facts.parameter] ?? middle(facts.band)
  const rhythm = { ...model.rhythm, source: facts.sourceLevel }
  const unit = unitOf(facts.parameter)
  const beyond = outside(target, facts.band)
  return (
    <Section title="A dose that holds a level">
      To hold{' '}
      <Select
        aria-label="Parameter to hold"
        value={facts.parameter}
        onChange={(event) => setParameter(event.target.value as DosedParameter['parameter'])}
      >
        {offered.map((one) => (
          <option key={one.parameter} value={one.parameter}>
            {nameWithin(one.parameter)}
          </option>
        ))}
      </Select>{' '}
      at{' '}
      <NumberInSentence
        key={facts.parameter}
        label={`Level to hold, ${unit}`}
        value={target}
        onValue={(value) => setTargets({ ...targets, [facts.parameter]: value })}
        min={0}
        max={500}
      />{' '}
      {unit} with{' '}
      {product ? (
        <ProductSelect
          label="Product to hold it with"
          products={model.products.filter((one) => raises(one, facts.parameter) > 0)}
          value={product.id}
          onChange={setProductId}
        />
      ) : (
        'a product that holds it'
      )}
      , changing {Math.round(model.rhythm.fraction * 100)} % every{' '}
      {sayNumber(model.rhythm.everyDays, 1)} days:
      <Box data-answer>
        <HeldAnswer
          holding={holdingDose(target, rhythm, facts.uptake)}
          product={product}
          litres={model.litres}
          facts={facts}
          target={target}
        />
        {beyond ? (
          <Box color="clay" fontSize="sm" mt={1} role="note">
            ▲ {sayNumber(target)} {unit} is {beyond} you want.
          </Box>
        ) : null}
      </Box>
      <Caution>
        A pump and its mains lead hang over water: a drip loop in every lead, residual-current
        protection, hose ends above the water line so that nothing siphons. Mains work is an
        electrician’s.
      </Caution>
    </Section>
  )
}

/** The doses in the unit of the product, or in that of the parameter where no product holds it. */
function HeldAnswer({
  holding,
  product,
  litres,
  facts,
  target,
}: {
  holding: Holding
  product: Product | null
  litres: number
  facts: DosedParameter
  target: number
}) {
  const unit = unitOf(facts.parameter)
  const { daily, dailyRange } = holding
  const of = (by: number) => {
    const amount = product ? amountFor(product, facts.parameter, by, litres) : null
    return amount?.ok ? amount.value : null
  }
  const measure = (by: number) => {
    const amount = of(by)
    return amount === null || !product
      ? `${sayNumber(by)} ${unit}`
      : `${sayNumber(amount, Math.max(amount / 20, 1e-3))} ${doseUnitOf(product)}`
  }
  if (daily === 0)
    return (
      <Box mt={1.5}>
        No dose: without any it stands near{' '}
        <b>
          {sayNumber(holding.without, Math.max(target / 10, 0.1))} {unit}
        </b>{' '}
        between the changes.
      </Box>
    )
  const spread = {
    low: of(dailyRange.low) ?? dailyRange.low,
    high: of(dailyRange.high) ?? dailyRange.high,
  }
  return (
    <>
      <Box as="ul" pl={4} mt={1.5} mb={0}>
        <li>
          <b>{measure(daily)}</b> a day by pump{' '}
          <Box as="span" color="pencil">
            (
            {facts.uptake
              ? `${sayRange(spread)}: ${byItself(facts.uptake, unit)}`
              : 'what plants take is unknown for want of tests'}
            )
          </Box>
        </li>
        <li>
          or <b>{measure(holding.afterChange)}</b> after each change
        </li>
        <li>
          or <b>{measure(holding.weekly)}</b> once a week{' '}
          <Box as="span" color="pencil">
            ({sayNumber(holding.weekly, daily / 3)} {unit} at once)
          </Box>
        </li>
      </Box>
      <Box fontSize="sm" color="pencil" mt={1}>
        If nothing took it up, the daily dose would end at {sayNumber(holding.bound, target / 5)}{' '}
        {unit} before each change; it cannot go higher.
      </Box>
    </>
  )
}

/** On which side of the band a level lies, or null inside it. */
function outside(level: number, { low, high }: Band): string | null {
  if (high !== null && level > high) return `over the ${sayNumber(high)}`
  return low !== null && level < low ? `under the ${sayNumber(low)}` : null
}

/** What a tank does to a level by itself, as far as it is known which way. */
function byItself(uptake: Uptake, unit: string): string {
  const aDay = `${sayNumber(Math.abs(uptake.value), Math.max(uptake.half, 1e-3))} ${unit} a day by itself`
  if (Math.abs(uptake.value) <= uptake.half)
    return `whether the tank uses any up or gains some is not told yet, within ${sayNumber(uptake.half, uptake.half)} ${unit} a day`
  return `the tank ${uptake.value < 0 ? 'gains' : 'uses up'} ${aDay}`
}

/** The geometric middle of a band, or of what is open on one side. */
function middle({ low, high }: { low: number | null; high: number | null }): number {
  const middle = low !== null && low > 0 && high !== null ? Math.sqrt(low * high) : null
  const half = high === null ? (low ?? 1) : high / 2
  return Number((middle ?? half).toPrecision(2))
}
