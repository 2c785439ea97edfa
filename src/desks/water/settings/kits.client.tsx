'use client'

import { Box } from '@chakra-ui/react'
import type { TestKit } from '@/core/journal/kind'
import { METHODS, sayMethod, sayUnit, unitsOf } from '@/core/journal/kinds/reading'
import { nameOf } from '@/core/quantity/parameter-name'
import { sayNumber } from '@/core/quantity/say'
import { PARAMETERS, type Parameter } from '@/core/quantity/units'
import { OpenItem } from '@/ui/open-item.client'
import { PlainForm } from '@/ui/plain-form.client'
import { sayDay } from '@/ui/when'
import { dropKit, keepKit } from './kit-actions'
import { number, shown } from './fields'
import { Drop } from './product-form.client'

interface Props {
  slug: string
  kits: readonly TestKit[]
  /** The stamp of the list as it is shown. */
  seen: string
  today: string
  /** Which line is open, and how another is. */
  items: (key: string) => { open: boolean; onToggle: () => void }
}

/** The keeper’s own test kits: their fields decide how much a reading can tell. */
export function Kits({ slug, kits, seen, today, items }: Props) {
  return (
    <>
      {kits.map((kit) => (
        <OpenItem key={kit.id} title={kit.name} says={sayKit(kit, today)} {...items(kit.id)}>
          <KitForm slug={slug} kit={kit} seen={seen} />
          <Drop name={kit.name} onDrop={(sending) => dropKit(slug, kit.id, { ...sending, seen })} />
        </OpenItem>
      ))}
      <OpenItem
        title="A test kit of mine"
        says="its fields, its unit, what a test costs"
        {...items('new kit')}
      >
        <KitForm slug={slug} kit={null} seen={seen} />
      </OpenItem>
      <Box fontSize="xs" color="pencil" mt={1}>
        A reading with a kit of yours is taken for what lies between its fields: 25 on a card of 10
        / 25 / 50 is anything from about 16 to 35.
      </Box>
    </>
  )
}

function sayKit(kit: TestKit, today: string): string {
  const parts = [
    nameOf(kit.parameter),
    kit.steps.length > 0
      ? `${kit.steps.map((step) => sayNumber(step)).join(' / ')} ${kit.unit}`
      : kit.unit,
    kit.price === null ? '' : `${sayNumber(kit.price, 0.05)} a test`,
    sayDate(kit, today),
  ]
  return parts.filter(Boolean).join(', ')
}

function sayDate({ expires }: TestKit, today: string): string {
  if (expires === null) return ''
  const day = sayDay(`${expires}T12:00:00Z`, 'UTC', `${today}T12:00:00Z`)
  return expires < today ? `past its date (${day})` : `good until ${day}`
}

function KitForm({ slug, kit, seen }: { slug: string; kit: TestKit | null; seen: string }) {
  return (
    <PlainForm
      submit={kit ? 'Change it' : 'Add it'}
      seen={seen}
      onSend={(fields, sending) => keepKit(slug, kit?.id ?? null, fields, sending)}
      clear={kit ? [] : ['name', 'steps', 'batch', 'price']}
      initial={fieldsOf(kit)}
      groups={[
        {
          title: '',
          fields: [
            { name: 'name', label: 'What you call it', type: 'text' },
            { name: 'parameter', label: 'Tests', type: 'choice', choices: TESTED },
            { name: 'method', label: 'Read by', type: 'choice', choices: READ_BY },
            { name: 'unit', label: 'Unit', type: 'choice', choices: UNITS },
            { name: 'steps', label: 'Fields of its card (10 / 25 / 50)', type: 'text' },
            { name: 'batch', label: 'Batch', type: 'text' },
            { name: 'expires', label: 'Good until', type: 'date' },
            number('price', 'A test costs'),
          ],
          hint: 'No fields for a kit that shows every value, as a photometer does.',
        },
      ]}
    />
  )
}

const fieldsOf = (kit: TestKit | null) => {
  const { name, parameter, method, unit, steps, batch, expires, price } = kit ?? BLANK
  return {
    name,
    parameter,
    method,
    unit,
    steps: steps.join(' / '),
    batch: batch ?? '',
    expires: expires ?? '',
    price: shown(price),
  }
}
const BLANK: Omit<TestKit, 'id'> = {
  name: '',
  parameter: 'nitrate',
  method: 'drops-chart',
  unit: 'mg/L',
  steps: [],
  batch: null,
  expires: null,
  price: null,
}

const TESTED = PARAMETERS.filter(
  (parameter) => parameter !== 'tint' && parameter !== 'clarity',
).map((parameter: Parameter) => ({ id: parameter, says: nameOf(parameter) }))
const READ_BY = METHODS.filter((method) => method !== 'eye').map((method) => ({
  id: method,
  says: sayMethod(method),
}))
const UNITS = [...new Set(TESTED.flatMap(({ id }) => unitsOf(id)))]
  .filter((unit) => unit !== 'colour')
  .map((unit) => ({ id: unit, says: sayUnit(unit) }))
