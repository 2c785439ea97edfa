'use client'

import { ZONES } from '@/core/history/types'
import { OpenItem } from '@/ui/open-item.client'
import type { PlainField } from '@/ui/plain-form.client'
import type { FactsModel } from './facts-model'
import { choices, number } from '@/ui/plain-fields'
import { edges, EDGES_HINT } from './form-groups'
import { moveTo } from './move-actions'
import { Part, type Items } from './part.client'
import { PlainForm } from '@/ui/plain-form.client'

const WHAT = ['animals', 'plants', 'equipment', 'filter media', 'soil', 'water'] as const
const when = (what: (typeof WHAT)[number], field: PlainField): PlainField => ({
  ...field,
  onlyIf: { field: 'what', begins: what },
})
const pick = (
  name: string,
  label: string,
  options: readonly { id: string; says: string }[],
): PlainField => ({ name, label, type: 'choice', choices: options })

/** What is asked of each that can be moved, apart, since each has its own caution. */
function groupsOf(model: FactsModel) {
  const animals = model.animals.map(({ id, name }) => ({ id, says: name }))
  const plantings = model.plantings.map(({ id, stake, name }) => ({ id, says: `${stake} ${name}` }))
  const things = model.equipment.map(({ id, name }) => ({ id, says: name }))
  return [
    {
      title: 'Which animals',
      fields: [
        when('animals', pick('populationId', 'Which', animals)),
        when('animals', number('count', 'How many')),
      ],
      hint: HINT,
    },
    {
      title: 'Which plants',
      fields: [
        when('plants', pick('plantingId', 'Which', plantings)),
        when('plants', pick('as', 'As', choices(['cutting', 'division', 'all of it']))),
        when('plants', number('stems', 'Stems or crowns')),
      ],
    },
    {
      title: 'Where in that tank',
      fields: [
        when('plants', pick('zone', 'Zone', choices(ZONES))),
        ...edges.map((edge) => when('plants', edge)),
      ],
      hint: EDGES_HINT,
    },
    {
      title: 'How much',
      fields: [
        when('equipment', pick('equipmentId', 'Which', things)),
        when('filter media', number('filter mediaAmount', 'How much of it', '%')),
        when('soil', number('soilAmount', 'How much', 'L')),
        when('water', number('waterAmount', 'How much', 'L')),
      ],
    },
  ]
}

const MOVED_ON: PlainField = { name: 'movedOn', label: 'On', type: 'date' }
const HINT =
  'Test ammonia and nitrite there first, and send a few ahead of a shoal. Match the temperature; sick animals go to a vet, not to another tank.'

const firstOf = (model: FactsModel): Record<string, string> => ({
  what: model.animals.length > 0 ? 'animals' : 'plants',
  toTank: model.tanks[0].slug,
  movedOn: model.today,
  populationId: model.animals[0]?.id ?? '',
  count: '',
  plantingId: model.plantings[0]?.id ?? '',
  as: 'cutting',
  stems: '',
  equipmentId: model.equipment[0]?.id ?? '',
  'filter mediaAmount': '',
  soilAmount: '',
  waterAmount: '',
  zone: 'background',
  left: '',
  right: '',
  front: '',
  back: '',
})

/** Moves to another tank: one act, in both books, taken back as one. */
export function MovePart({ model, item }: { model: FactsModel; item: Items }) {
  if (model.tanks.length === 0) return null
  const tanks = model.tanks.map(({ slug, name }) => ({ id: slug, says: name }))
  return (
    <Part title="Moved to another tank">
      <OpenItem
        title="A move"
        says="animals, plants, a thing, media, soil or water"
        {...item('move')}
      >
        <PlainForm
          submit="Move it"
          initial={firstOf(model)}
          clear={['count', 'stems', 'filter mediaAmount', 'soilAmount', 'waterAmount']}
          groups={[
            {
              title: 'What, and where to',
              fields: [pick('what', 'What', choices(WHAT)), pick('toTank', 'To', tanks), MOVED_ON],
            },
            ...groupsOf(model),
          ]}
          onSend={(fields, sending) => moveTo(model.slug, fields, sending)}
          onDone={(name) => `Moved; it stands in the book of ${name} too.`}
        />
      </OpenItem>
    </Part>
  )
}
