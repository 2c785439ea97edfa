'use client'

import { sayWarning } from '@/core/water/dosing/dosing.words'
import { useMeasures } from '@/ui/measures.client'
import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { sayProblems, type Answer, type Sending } from '@/ui/ask.client'
import { useSending } from '@/ui/use-sending.client'
import type { Band, Product } from '@/core/history/types'
import { sayNumber, sayRange } from '@/core/quantity/say'
import { dayOf, instantOf } from '@/core/quantity/time'
import { PARAMETER_UNITS } from '@/core/quantity/units'
import {
  accumulationBound,
  amountFor,
  dailyDoseFor,
  doseAfterChange,
  doubleUnits,
  effectOf,
  meanWithoutDose,
  modestDose,
  warnOfDose,
  type DoseWarning,
} from '@/core/water/dosing/dosing'
import { doseUnitOf, raises } from '@/core/water/dosing/products'
import { SCHOOL_FACTS } from '@/core/water/dosing/schools'
import { SCHOOL_WORDS } from '@/core/water/dosing/schools.words'
import NextLink from '@/ui/page-link'
import { sayDay } from '@/ui/when'
import { Caution } from '../caution'
import { Outcome, SeeIt } from '../outcome.client'
import type { DosedParameter, DosingModel } from './dosing-model'
import { Section } from '../frame'
import { NumberInSentence } from '../number-in-sentence.client'
import { nameWithin, unitOf } from '@/core/quantity/parameter-name'
import { Button } from '@/ui/kit/button.client'
import { Select } from '@/ui/kit/input.client'

interface Props {
  model: DosingModel
  onSwitch: (school: string, sending: Sending) => Promise<Answer>
  onDose: (productId: string, amount: number, sending: Sending) => Promise<Answer>
}

export function Dosing({ model, onSwitch, onDose }: Props) {
  return (
    <>
      <Flex gap={{ base: 2, xl: 10 }} direction={{ base: 'column', lg: 'row' }}>
        <Box flex={1} minW={0}>
          <OneDose model={model} onDose={onDose} />
          <Tabs model={model} />
        </Box>
        <Box flex={1} minW={0}>
          <Held model={model} />
        </Box>
      </Flex>
      <Schools model={model} onSwitch={onSwitch} />
    </>
  )
}

function ProductSelect({
  products,
  value,
  onChange,
  label,
}: {
  products: readonly Product[]
  value: string
  onChange: (id: string) => void
  label: string
}) {
  return (
    <Select aria-label={label} value={value} onChange={(event) => onChange(event.target.value)}>
      {products.map((product) => (
        <option key={product.id} value={product.id}>
          {product.name}
        </option>
      ))}
    </Select>
  )
}

function OneDose({ model, onDose }: { model: DosingModel; onDose: Props['onDose'] }) {
  const measures = useMeasures()
  const [productId, setProductId] = useState(model.lastDosed ?? model.products[0]?.id ?? '')
  const [typed, setTyped] = useState<number | null>(null)
  const [said, setSaid] = useState<string | null>(null)
  const { busy, refusal, send: sendOnce } = useSending()
  const product = model.products.find((candidate) => candidate.id === productId)
  const choose = (id: string) => {
    setProductId(id)
    setTyped(null)
  }
  if (!product) return null
  const unit = doseUnitOf(product)
  const amount = typed ?? modestDose(product, model.litres)
  const effects = effectOf(product, amount, model.litres)
  const warnings: DoseWarning[] = [
    ...doubleUnits(product.analysis),
    ...effects.flatMap(({ parameter, by }) => {
      const facts = model.parameters.find((one) => one.parameter === parameter)
      return facts
        ? warnOfDose(
            parameter,
            by,
            facts.now?.value ?? null,
            facts.band,
            model.rhythm.fraction,
            facts.sourceLevel,
          )
        : []
    }),
  ]
  const send = async () => {
    const answer = await sendOnce((sending) => onDose(product.id, amount, sending))
    setSaid(
      answer.ok ? `${sayNumber(amount)} ${unit} of ${product.name} stands in the book.` : null,
    )
  }
  return (
    <Section title="What a dose does" aside={`in ${measures.say(model.litres, 'L', 1)}`}>
      <NumberInSentence
        key={product.id}
        label={`Amount, ${unit}`}
        value={amount}
        onValue={setTyped}
        min={0.01}
        max={5000}
      />{' '}
      {unit} of{' '}
      <ProductSelect
        label="Product"
        products={model.products}
        value={productId}
        onChange={choose}
      />
      <Box data-answer>
        {effects.length === 0 ? (
          <Box color="pencil" mt={1}>
            adds nothing that Vivero follows.
          </Box>
        ) : (
          <Box as="ul" listStyleType="none" m={0} p={0} mt={2}>
            {effects.map(({ parameter, by }) => {
              const now = model.parameters.find((one) => one.parameter === parameter)?.now
              return (
                <li key={parameter}>
                  <b>+ {sayNumber(by, by / 20)}</b> {unitOf(parameter)}{' '}
                  {PARAMETER_UNITS[parameter].label}
                  {now ? (
                    <Box as="span" color="pencil">
                      , to about{' '}
                      {sayNumber(now.value + by, Math.max((now.high - now.low) / 2, by / 20))}
                    </Box>
                  ) : (
                    <Box as="span" color="pencil">
                      , from a level nobody tested
                    </Box>
                  )}
                </li>
              )
            })}
          </Box>
        )}
        {warnings.map((warning) => (
          <Box key={sayWarning(warning)} color="clay" fontSize="sm" mt={1} role="note">
            ▲ {sayWarning(warning)}
          </Box>
        ))}
        <Flex gap={4} align="center" mt={2}>
          <Button onClick={send} disabled={busy}>
            {warnings.length > 0 ? 'Log it all the same' : 'Log this dose'}
          </Button>
          <Outcome said={said} refusal={refusal}>
            <SeeIt slug={model.slug} kind="dose" />
          </Outcome>
        </Flex>
      </Box>
      <Caution>
        Measure by volume, never by capfuls; keep bottles and salts from children. Liquid algicides,
        peroxide and medicines are no fertiliser and are not reckoned here; copper kills shrimp.
      </Caution>
    </Section>
  )
}

/** Parameters that can be held by dosing. */
const HELD = ['nitrate', 'phosphate', 'potassium', 'iron'] as const

function Held({ model }: { model: DosingModel }) {
  const offered = model.parameters.filter((one) =>
    (HELD as readonly string[]).includes(one.parameter),
  )
  const [parameter, setParameter] = useState<DosedParameter['parameter']>('potassium')
  const facts = offered.find((one) => one.parameter === parameter) ?? offered[0]
  const holding = model.products.filter((product) => raises(product, facts.parameter) > 0)
  const [productId, setProductId] = useState('')
  // By itself the one that holds most of it, a bottle of the shelf before a plain salt.
  const strongest = (list: readonly Product[]) =>
    list.reduce<Product | null>(
      (best, one) =>
        best && raises(best, facts.parameter) >= raises(one, facts.parameter) ? best : one,
      null,
    )
  const product =
    holding.find((candidate) => candidate.id === productId) ??
    strongest(holding.filter((one) => !one.id.startsWith('salt-'))) ??
    strongest(holding)
  const [targets, setTargets] = useState<Partial<Record<string, number>>>({})
  const target = targets[facts.parameter] ?? middle(facts.band)
  const uptake = facts.uptake?.value ?? 0
  const rhythm = { ...model.rhythm, source: facts.sourceLevel }
  const daily = dailyDoseFor(target, rhythm, uptake)
  const [least, most] = [
    uptake - (facts.uptake?.half ?? 0),
    uptake + (facts.uptake?.half ?? 0),
  ].map((taken) => dailyDoseFor(target, rhythm, taken))
  const afterChange = doseAfterChange(target, rhythm, uptake)
  const unit = unitOf(facts.parameter)
  const of = (by: number) => {
    const amount = product ? amountFor(product, facts.parameter, by, model.litres) : null
    return amount?.ok ? amount.value : null
  }
  const measure = (by: number) => {
    const amount = of(by)
    return amount === null || !product
      ? `${sayNumber(by)} ${unit}`
      : `${sayNumber(amount, Math.max(amount / 20, 1e-3))} ${doseUnitOf(product)}`
  }
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
          products={holding}
          value={product.id}
          onChange={setProductId}
        />
      ) : (
        'a product that holds it'
      )}
      , changing {Math.round(model.rhythm.fraction * 100)} % every{' '}
      {sayNumber(model.rhythm.everyDays, 1)} days:
      <Box data-answer>
        {daily === 0 ? (
          <Box mt={1.5}>
            No dose: without any it stands near{' '}
            <b>
              {sayNumber(meanWithoutDose(rhythm, uptake), Math.max(target / 10, 0.1))} {unit}
            </b>{' '}
            between the changes.
          </Box>
        ) : (
          <>
            <Box as="ul" pl={4} mt={1.5} mb={0}>
              <li>
                <b>{measure(daily)}</b> a day by pump{' '}
                <Box as="span" color="pencil">
                  (
                  {facts.uptake
                    ? `${of(least) !== null ? sayRange({ low: of(least) ?? 0, high: of(most) ?? 0 }) : sayRange({ low: least, high: most })}: ${byItself(facts.uptake, unit)}`
                    : 'what plants take is unknown for want of tests'}
                  )
                </Box>
              </li>
              <li>
                or <b>{measure(afterChange)}</b> after each change
              </li>
              <li>
                or <b>{measure(daily * 7)}</b> once a week{' '}
                <Box as="span" color="pencil">
                  ({sayNumber(daily * 7, daily / 3)} {unit} at once)
                </Box>
              </li>
            </Box>
            <Box fontSize="sm" color="pencil" mt={1}>
              If nothing took it up, the daily dose would end at{' '}
              {sayNumber(
                accumulationBound(
                  daily * model.rhythm.everyDays,
                  model.rhythm.fraction,
                  facts.sourceLevel,
                ),
                target / 5,
              )}{' '}
              {unit} before each change; it cannot go higher.
            </Box>
          </>
        )}
        {outside(target, facts.band) ? (
          <Box color="clay" fontSize="sm" mt={1} role="note">
            ▲ {sayNumber(target)} {unit} is {outside(target, facts.band)} you want.
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

/** On which side of the band a level lies, or null inside it. */
function outside(level: number, { low, high }: Band): string | null {
  if (high !== null && level > high) return `over the ${sayNumber(high)}`
  return low !== null && level < low ? `under the ${sayNumber(low)}` : null
}

/** What a tank does to a level by itself, as far as it is known which way. */
function byItself(uptake: { value: number; half: number }, unit: string): string {
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

function Tabs({ model: { tabs, zone, today, slug } }: { model: DosingModel }) {
  const measures = useMeasures()
  const day = (at: string) => sayDay(at, zone, today)
  if (tabs.plantings.length === 0)
    return <Section title="Root tablets">Nothing here feeds by its roots alone.</Section>
  return (
    <Section title="Root tablets">
      <b>{tabs.tablets}</b> for {tabs.plantings.map((planting) => planting.stake).join(', ')} (
      {measures.say(tabs.areaCm2, 'cm²', 1)} of ground, one to a hand’s breadth).{' '}
      {tabs.nextAt ? (
        <>
          The last went in on {day(tabs.lastAt ?? today)}; the next are due about{' '}
          <b>{day(tabs.nextAt.value)}</b>{' '}
          <Box as="span" color="pencil">
            ({day(tabs.nextAt.low)} to {day(instantOf(dayOf(tabs.nextAt.high)))})
          </Box>
          .
        </>
      ) : (
        <>
          None was ever written down.{' '}
          <Box as="span" color="water">
            <NextLink href={`/tanks/${slug}/book?log=dose`}>Log them</NextLink>
          </Box>{' '}
          and Vivero says when the next are due.
        </>
      )}
    </Section>
  )
}

function Schools({ model, onSwitch }: { model: DosingModel; onSwitch: Props['onSwitch'] }) {
  const measures = useMeasures()
  const { busy, refusal, send } = useSending(model.schoolStamp)
  const [said, setSaid] = useState<string | null>(null)
  const choose = async (school: string) => {
    const before = model.school
    const answer = await send((sending) => onSwitch(school, sending))
    setSaid(
      answer.ok
        ? `Switched from ${before} to ${school}; its bands hold from now on, but for those you set yourself.`
        : null,
    )
  }
  return (
    <Section
      title="Schools, side by side"
      aside="Keepers disagree. In this tank each would ask for:"
    >
      <Box overflowX="auto" tabIndex={0} role="region" aria-label="Schools of dosing compared">
        <table className="school-table">
          <thead>
            <tr>
              <th scope="col">school</th>
              <th scope="col">expects of the water</th>
              <th scope="col">expects of you</th>
              <th scope="col">costs</th>
              <th scope="col">water a week</th>
              <th scope="col">to add a week, mg/L</th>
            </tr>
          </thead>
          <tbody>
            {SCHOOL_FACTS.map((facts) => {
              const plan = model.plans.find((one) => one.school === facts.school)
              const own = facts.school === model.school
              const adds = HELD.flatMap((parameter) =>
                plan?.perWeek[parameter]
                  ? [
                      `${nameWithin(parameter)} ${sayNumber(plan.perWeek[parameter] ?? 0, (plan.perWeek[parameter] ?? 0) / 8)}`,
                    ]
                  : [],
              )
              return (
                <tr key={facts.school} className={own ? 'own' : undefined}>
                  <th scope="row">
                    {facts.school}
                    <br />
                    {own ? (
                      <Box as="span" fontWeight={450} fontSize="sm">
                        yours
                      </Box>
                    ) : (
                      <Button
                        look="quiet"
                        size="line"
                        disabled={busy}
                        onClick={() => void choose(facts.school)}
                      >
                        keep it so
                      </Button>
                    )}
                  </th>
                  <td>{SCHOOL_WORDS[facts.school].water}</td>
                  <td>{SCHOOL_WORDS[facts.school].keeper}</td>
                  <td>{SCHOOL_WORDS[facts.school].costs}</td>
                  <td>{plan ? measures.say(plan.litresPerWeek, 'L', 1) : ''}</td>
                  <td>{adds.length > 0 ? adds.join(', ') : 'nothing'}</td>
                </tr>
              )
            })}
          </tbody>
        </table>
      </Box>
      <Box aria-live="polite" fontSize="sm" mt={1.5}>
        {said}
        {refusal ? (
          <Box as="span" color="clay">
            {sayProblems(refusal)}
          </Box>
        ) : null}
      </Box>
    </Section>
  )
}
