'use client'

import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { unitOf } from '@/core/quantity/parameter-name'
import { sayNumber } from '@/core/quantity/say'
import { PARAMETER_UNITS } from '@/core/quantity/units'
import {
  doubleUnits,
  effectOf,
  modestDose,
  warnOfDose,
  type DoseWarning,
} from '@/core/water/dosing/dosing'
import { sayWarning } from '@/core/water/dosing/dosing.words'
import { doseUnitOf } from '@/core/water/dosing/products'
import type { Answer, Sending } from '@/ui/ask.client'
import { Button } from '@/ui/kit/button.client'
import { useMeasures } from '@/ui/measures.client'
import { useSending } from '@/ui/use-sending.client'
import { Caution } from '../caution'
import { Section } from '@/ui/frame/desk-frame'
import { NumberInSentence } from '../number-in-sentence.client'
import { Outcome, SeeIt } from '../outcome.client'
import type { DosingModel } from './dosing-model'
import { ProductSelect } from './product-select.client'

type Effect = ReturnType<typeof effectOf>[number]
export type OnDose = (productId: string, amount: number, sending: Sending) => Promise<Answer>

/** One dose: what it adds to each parameter, what to mind, and a button that writes it down. */
export function OneDose({ model, onDose }: { model: DosingModel; onDose: OnDose }) {
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
  const warnings = [
    ...doubleUnits(product.analysis),
    ...effects.flatMap((effect) => warningsOf(effect, model)),
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
        <Effects model={model} effects={effects} />
        {warnings.map((warning) => (
          <Box key={sayWarning(warning)} color="clay" fontSize="sm" mt={1} role="note">
            ▲ {sayWarning(warning)}
          </Box>
        ))}
        <Flex gap={4} align="center" mt={2}>
          <Button onClick={send} busy={busy}>
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

function warningsOf({ parameter, by }: Effect, model: DosingModel): DoseWarning[] {
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
}

/** What the dose adds, and where that leads. */
function Effects({ model, effects }: { model: DosingModel; effects: readonly Effect[] }) {
  return (
    <>
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
    </>
  )
}
