'use client'

import type { Measures } from '@/core/quantity/measures'
import { useMeasures } from '@/ui/measures.client'
import { useState } from 'react'
import { Box, chakra, Flex } from '@chakra-ui/react'
import type { Band, Product, SourceWater, WaterCare } from '@/core/history/types'
import { sayNumber } from '@/core/quantity/say'
import type { Parameter } from '@/core/quantity/units'
import type { Answer, Sending } from '@/ui/ask.client'
import { OpenItem } from '@/ui/open-item.client'
import { PlainForm, type PlainField } from '@/ui/plain-form.client'
import { SINCE_GROUP, sinceInitial } from '@/ui/since-fields'
import { Section } from '@/ui/frame/desk-frame'
import { nameOf, unitOf } from '@/core/quantity/parameter-name'
import { Drop, ProductForm, sayContents } from './product-form.client'
import { number, shown } from './fields'
import { Kits } from './kits.client'
import { DraftNotice } from '@/ui/kit/draft-notice.client'
import { FormFoot } from '@/ui/kit/form-foot.client'
import { Input, Problem } from '@/ui/kit/input.client'
import { useSentForm } from '@/ui/kit/sent-form.client'

type Fields = Record<string, string>
type Send = (fields: Fields, sending: Sending) => Promise<Answer<string>>
interface Props {
  slug: string
  care: WaterCare
  /** The day of the tank, for what changed today. */
  today: string
  evaporationReckoned: string
  sources: readonly SourceWater[]
  products: readonly Product[]
  bands: readonly { parameter: Parameter; band: Band; usual: Band }[]
  forms: readonly string[]
  /** Water in the tank, for what a dose would do. */
  litres: number
  salts: readonly string[]
  /** What each form shows, for the server to know whether it was changed elsewhere; of sources and products by their ids. */
  stamps: { habits: string; bands: string; kits: string; of: Readonly<Record<string, string>> }
  onHabits: Send
  onBands: Send
  onSource: (id: string | null, fields: Fields, sending: Sending) => Promise<Answer<string>>
  onProduct: (id: string | null, fields: Fields, sending: Sending) => Promise<Answer<string>>
  onDrop: (id: string) => Promise<Answer>
}

const SOURCE_KINDS = ['tap', 'spring', 'softened', 'rain', 'reverse osmosis'].map((kind) => ({
  id: kind,
  says: kind,
}))

/** What the desk reckons with: waters, the shelf, bands and habits. */
export function WaterSettings(props: Props) {
  const measures = useMeasures()
  const { sources, products, onSource, onProduct, onDrop } = props
  const [open, setOpen] = useState<string | null>(null)
  const toggle = (key: string) => setOpen((before) => (before === key ? null : key))
  return (
    <Flex gap={{ base: 2, xl: 10 }} direction={{ base: 'column', lg: 'row' }}>
      <Box flex={1} minW={0}>
        <Section title="Source waters">
          {sources.map((source) => (
            <OpenItem
              key={source.id}
              title={source.name}
              says={saySource(source, measures)}
              open={open === source.id}
              onToggle={() => toggle(source.id)}
            >
              <SourceForm
                source={source}
                seen={props.stamps.of[source.id]}
                today={props.today}
                onSend={(fields, sending) => onSource(source.id, fields, sending)}
              />
            </OpenItem>
          ))}
          <OpenItem
            title="Another water"
            says="tap, rain, reverse osmosis …"
            open={open === 'new-source'}
            onToggle={() => toggle('new-source')}
          >
            <SourceForm
              source={null}
              today={props.today}
              onSend={(fields, sending) => onSource(null, fields, sending)}
            />
          </OpenItem>
        </Section>
        <Section title="The shelf">
          {products.map((product) => (
            <OpenItem
              key={product.id}
              title={product.name}
              says={sayContents(product)}
              open={open === product.id}
              onToggle={() => toggle(product.id)}
            >
              <ProductForm
                {...props}
                product={product}
                seen={props.stamps.of[product.id]}
                onSend={(fields, sending) => onProduct(product.id, fields, sending)}
              />
              <Drop name={product.name} onDrop={() => onDrop(product.id)} />
            </OpenItem>
          ))}
          <OpenItem
            title="Another bottle, powder, tablet or stock"
            says="by its label, or by your recipe"
            open={open === 'new-product'}
            onToggle={() => toggle('new-product')}
          >
            <ProductForm
              {...props}
              product={null}
              onSend={(fields, sending) => onProduct(null, fields, sending)}
            />
          </OpenItem>
        </Section>
        <Section title="Test kits">
          <Kits
            slug={props.slug}
            kits={props.care.kits ?? []}
            seen={props.stamps.kits}
            today={props.today}
            items={(key) => ({ open: open === key, onToggle: () => toggle(key) })}
          />
        </Section>
        <Section title="Habits">
          <HabitsForm {...props} />
        </Section>
      </Box>
      <Box flex={1} minW={0}>
        <Section title="Bands" aside="empty: no limit on that side">
          <BandsForm {...props} />
        </Section>
      </Box>
    </Flex>
  )
}

/** What is known of a water, and what nobody tested. */
function saySource(source: SourceWater, measures: Measures): string {
  const known: [string, number | null, string][] = [
    ['GH', source.ghDegrees, ''],
    ['KH', source.khDegrees, ''],
    ['nitrate', source.nitrateMgL, ''],
    ['pH', source.pH, ''],
    ['temperature', source.temperatureC, '°C'],
  ]
  const said = known.flatMap(([name, value, unit]) =>
    value === null ? [] : [`${name} ${unit ? measures.say(value, unit) : sayNumber(value)}`],
  )
  const unknown = known.flatMap(([name, value]) => (value === null ? [name] : []))
  return [source.kind, ...said, unknown.length > 0 ? `not tested: ${unknown.join(', ')}` : '']
    .filter(Boolean)
    .join(', ')
}

const SOURCE_GROUPS: { title: string; fields: PlainField[]; hint?: string }[] = [
  {
    title: 'What it is',
    fields: [
      { name: 'name', label: 'Name', type: 'text' },
      { name: 'kind', label: 'Kind', type: 'choice', choices: SOURCE_KINDS },
      number('nitrateMgL', 'Nitrate', 'mg/L'),
      number('khDegrees', 'KH', '°dH'),
      number('ghDegrees', 'GH', '°dH'),
      number('pH', 'pH'),
      number('temperatureC', 'Temperature', '°C'),
    ],
    hint: 'What nobody tested is left empty: it is taken as taps usually run, with a wide range.',
  },
  {
    title: 'If you know it',
    fields: [
      number('phosphateMgL', 'Phosphate', 'mg/L'),
      number('potassiumMgL', 'Potassium', 'mg/L'),
      number('calciumMgL', 'Calcium', 'mg/L'),
      number('magnesiumMgL', 'Magnesium', 'mg/L'),
      number('conductivityUs', 'Conductivity', 'µS/cm'),
    ],
  },
]

function SourceForm({
  source,
  seen,
  today,
  onSend,
}: {
  source: SourceWater | null
  today: string
  seen?: string
  onSend: Send
}) {
  return (
    <PlainForm
      submit={source ? 'Change it' : 'Add it'}
      seen={seen}
      onSend={onSend}
      initial={{
        name: source?.name ?? '',
        kind: source?.kind ?? 'tap',
        nitrateMgL: shown(source?.nitrateMgL ?? null),
        khDegrees: shown(source?.khDegrees ?? null),
        ghDegrees: shown(source?.ghDegrees ?? null),
        pH: shown(source?.pH ?? null),
        temperatureC: shown(source?.temperatureC ?? null),
        phosphateMgL: shown(source?.phosphateMgL ?? null),
        potassiumMgL: shown(source?.potassiumMgL ?? null),
        calciumMgL: shown(source?.calciumMgL ?? null),
        magnesiumMgL: shown(source?.magnesiumMgL ?? null),
        conductivityUs: shown(source?.conductivityUs ?? null),
        ...sinceInitial(today),
      }}
      groups={[...SOURCE_GROUPS, ...(source ? [SINCE_GROUP] : [])]}
    />
  )
}

function HabitsForm({ care, today, evaporationReckoned, stamps, onHabits }: Props) {
  return (
    <>
      <PlainForm
        submit="Keep"
        seen={stamps.habits}
        onSend={onHabits}
        initial={{
          bucketLitres: String(care.bucketLitres),
          foodProteinPercent: String(care.foodProteinPercent),
          evaporation: shown(care.evaporationLitresPerDay),
          feedGrams: shown(care.feeding?.gramsPerDay ?? null),
          feedFood: care.feeding?.food ?? '',
          fastDays: shown(care.feeding?.fastDays ?? null),
          ...sinceInitial(today, 'from'),
        }}
        groups={[
          {
            title: '',
            fields: [
              number('bucketLitres', 'Your bucket', 'L'),
              number('foodProteinPercent', 'Protein in the food', '%, on the tin'),
              number('evaporation', 'Lost to the air a day', 'L'),
            ],
          },
          {
            title: 'What is meant to be fed',
            fields: [
              number('feedGrams', 'Food a day', 'g'),
              { name: 'feedFood', label: 'Of what', type: 'text' },
              number('fastDays', 'Days a week without', 'days'),
            ],
          },
          SINCE_GROUP,
        ]}
      />
      <Box fontSize="sm" color="pencil" mt={1}>
        Left empty, the loss is {evaporationReckoned}.
      </Box>
    </>
  )
}

function BandsForm({ bands, stamps, onBands }: Props) {
  const measures = useMeasures()
  const sent = useSentForm<string>({
    draft: `draft bands ${stamps.bands}`,
    initial: Object.fromEntries(
      bands.flatMap(({ parameter, band }) => [
        [`${parameter}-low`, shown(band.low)],
        [`${parameter}-high`, shown(band.high)],
      ]),
    ),
    seen: stamps.bands,
    units: (name) => unitOf(name.replace(/-(low|high)$/, '') as Parameter),
    onSend: onBands,
    onDone: (value) => value,
  })
  const { form, press, problemOf, draft } = sent
  const end = (parameter: Parameter, value: number | null) =>
    value === null ? '–' : measures.figure(value, unitOf(parameter))
  const own = (one: Props['bands'][number]) =>
    one.band.low !== one.usual.low || one.band.high !== one.usual.high
  return (
    <chakra.form onSubmit={press()} noValidate>
      <DraftNotice draft={draft} />
      <table className="band-table">
        <thead>
          <tr>
            <th scope="col">of</th>
            <th scope="col">at least</th>
            <th scope="col">at most</th>
            <th scope="col">usual for your animals, or for how you dose</th>
          </tr>
        </thead>
        <tbody>
          {bands.map((one) => (
            <tr key={one.parameter}>
              <th scope="row">
                {nameOf(one.parameter)}{' '}
                <Box as="span" color="pencil" fontWeight={400} fontSize="xs">
                  {measures.unit(unitOf(one.parameter))}
                </Box>
              </th>
              {(['low', 'high'] as const).map((end) => {
                const name = `${one.parameter}-${end}`
                return (
                  <td key={end}>
                    <Input
                      {...form.register(name)}
                      w="84px"
                      minH="36px"
                      aria-label={`${nameOf(one.parameter)} ${end === 'low' ? 'at least' : 'at most'}`}
                      aria-invalid={Boolean(problemOf(name))}
                      inputMode="decimal"
                      autoComplete="off"
                      borderColor={problemOf(name) ? 'clay' : 'graphite'}
                    />
                    <Problem says={problemOf(name)} />
                  </td>
                )
              })}
              <td className="pencil">
                {end(one.parameter, one.usual.low)} to {end(one.parameter, one.usual.high)}
                {own(one) ? ' · yours differs' : ''}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <FormFoot sent={sent} submit="Keep these bands" />
    </chakra.form>
  )
}
