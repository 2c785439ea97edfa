'use client'

import { Box } from '@chakra-ui/react'
import { useState } from 'react'
import { saltById } from '@/core/chemistry/salts'
import type { Product } from '@/core/history/types'
import { readNumber } from '@/core/quantity/read-number'
import { sayNumber } from '@/core/quantity/say'
import { doubleUnits } from '@/core/water/dosing/dosing'
import { sayWarning } from '@/core/water/dosing/dosing.words'
import { readLabel } from '@/core/water/dosing/label'
import { sayLabel } from '@/core/water/dosing/label.words'
import { sayProblems, type Answer, type Sending } from '@/ui/ask.client'
import { Button } from '@/ui/kit/button.client'
import { Problem } from '@/ui/kit/input.client'
import type { Values } from '@/ui/kit/sent-form.client'
import { useMeasures } from '@/ui/measures.client'
import { PlainForm } from '@/ui/plain-form.client'
import { useSending } from '@/ui/use-sending.client'
import { number, shown } from './fields'

/** What is in a product, in a line. */
export function sayContents(product: Product): string {
  if (product.recipe)
    return `stock: ${product.recipe.map((line) => `${saltById(line.saltId).formula} ${sayNumber(line.gramsPerLitre)} g/L`).join(', ')}`
  const unit = product.form === 'liquid' ? 'g/L' : '%'
  const slow = product.releaseWeeks ? `, over ${sayNumber(product.releaseWeeks)} weeks` : ''
  return `${product.form}${slow}: ${product.analysis.map((line) => `${line.as} ${sayNumber(line.amount)} ${unit}`).join(', ')}`
}

const linesOf = (product: Product | null) =>
  (product?.recipe
    ? product.recipe.map((line) => `${saltById(line.saltId).formula} ${line.gramsPerLitre}`)
    : (product?.analysis ?? []).map(
        (line) => `${line.as} ${line.amount} ${product?.form === 'liquid' ? 'g/L' : '%'}`,
      )
  ).join('\n')

/** A product as its label has it, or a stock by its recipe; what was understood is said before it is kept. */
export function ProductForm({
  product,
  forms,
  salts,
  litres,
  seen,
  onSend,
}: {
  product: Product | null
  /** What may stand on a label, and in a stock. */
  forms: readonly string[]
  salts: readonly string[]
  /** Water in the tank, for what a dose would do. */
  litres: number
  seen?: string
  onSend: (fields: Values, sending: Sending) => Promise<Answer<string>>
}) {
  const doubts = product ? doubleUnits(product.analysis) : []
  return (
    <>
      <PlainForm
        submit={product ? 'Change it' : 'Add it'}
        seen={seen}
        onSend={onSend}
        initial={{
          name: product?.name ?? '',
          form: product?.recipe ? 'stock' : (product?.form ?? 'liquid'),
          lines: linesOf(product),
          tabletGrams: shown(product?.tabletGrams ?? null),
          releaseWeeks: shown(product?.releaseWeeks ?? null),
          density: '',
        }}
        groups={[
          {
            title: 'As the label has it',
            fields: [
              { name: 'name', label: 'Name', type: 'text' },
              {
                name: 'form',
                label: 'Form',
                type: 'choice',
                choices: [
                  { id: 'liquid', says: 'liquid' },
                  { id: 'powder', says: 'powder' },
                  { id: 'tablet', says: 'tablet' },
                  { id: 'stock', says: 'my own stock, g of salt in a litre' },
                ],
              },
              { name: 'lines', label: 'What is in it, one a line', type: 'lines' },
              {
                ...number('tabletGrams', 'One tablet weighs', 'g'),
                onlyIf: { field: 'form', begins: 'tablet' },
              },
              {
                ...number('releaseWeeks', 'It dissolves over (empty: at once)', 'weeks'),
                onlyIf: { field: 'form', begins: 'powder' },
              },
              {
                ...number('releaseWeeks', 'It feeds roots for (empty: three months)', 'weeks'),
                onlyIf: { field: 'form', begins: 'tablet' },
              },
              {
                ...number('density', 'A litre of it weighs (1 unless you know)', 'kg'),
                onlyIf: { field: 'form', begins: 'liquid' },
              },
            ],
            below: (values) => <Understood values={values} litres={litres} />,
          },
        ]}
      />
      <LabelHelp forms={forms} salts={salts} />
      {doubts.map((doubt) => (
        <Box key={sayWarning(doubt)} color="clay" fontSize="sm" mt={1}>
          ▲ {sayWarning(doubt)}
        </Box>
      ))}
    </>
  )
}

/** How a label, a stock and a slow solid are written. */
const LabelHelp = ({ forms, salts }: { forms: readonly string[]; salts: readonly string[] }) => (
  <Box fontSize="xs" color="pencil" mt={1}>
    A label may be copied as it is printed: “NO3 2 %”, “K2O 30 g/L”, or “5 mL in 100 L adds 4 mg/L
    NO3”. Crushed shell or coral is a powder of about “CaCO3 95 %” that dissolves over weeks: twelve
    or so, by its grain (common practice). Known on a label: {forms.join(', ')}. In a stock, grams
    of salt in a litre: “KNO3 60”; known are {salts.join(', ')}. Plain N counts as nitrate; write
    N-NH4 for ammonium or urea.
  </Box>
)

/** What Vivero makes of the label, before it is kept. */
function Understood({ values, litres }: { values: Values; litres: number }) {
  const measures = useMeasures()
  const { form = '', lines = '', density = '', tabletGrams = '' } = values
  if (form === 'stock' || lines.trim() === '') return null
  const weighs = readNumber(density)
  const grams = readNumber(tabletGrams)
  const read = readLabel(form as Product['form'], lines, weighs.ok ? weighs.value : 1)
  if (!read.ok)
    return (
      <Box fontSize="sm" color="pencil">
        {read.problem}
      </Box>
    )
  const product: Product = {
    id: '',
    name: '',
    form: form as Product['form'],
    analysis: read.value,
    tabletGrams: grams.ok ? grams.value : null,
    recipe: null,
  }
  return (
    <Box fontSize="sm" color="moss">
      Understood:{' '}
      {sayLabel(product, litres, measures).map((sentence) => (
        <Box key={sentence}>{sentence}</Box>
      ))}
    </Box>
  )
}

/** Takes what was never dosed off the shelf. */
export function Drop({
  name,
  onDrop,
}: {
  name: string
  onDrop: (sending: Sending) => Promise<Answer>
}) {
  const [sure, setSure] = useState(false)
  const { busy, refusal, send } = useSending()
  const drop = () => void send(onDrop)
  return (
    <Box fontSize="sm" mt={2}>
      {sure ? (
        <>
          Take {name} off the shelf for good?{' '}
          <Button look="clay" size="line" busy={busy} onClick={drop} mr={3}>
            yes, take it off
          </Button>
          <Button look="quiet" size="line" onClick={() => setSure(false)}>
            leave it
          </Button>
        </>
      ) : (
        <Button look="clay" size="line" onClick={() => setSure(true)}>
          take it off the shelf
        </Button>
      )}
      <Problem says={refusal && sayProblems(refusal)} />
    </Box>
  )
}
