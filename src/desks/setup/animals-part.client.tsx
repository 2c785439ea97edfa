'use client'

import { ANIMAL_GROUPS } from '@/core/livestock/usual-needs'
import { ANIMAL_KINDS, TO_PLANTS } from '@/core/history/types'
import { OpenItem } from '@/ui/open-item.client'
import type { PlainField } from '@/ui/plain-form.client'
import { addAnimals, sayAnimals } from './facts-actions'
import type { FactsModel } from './facts-model'
import { choices, number } from '@/ui/plain-fields'
import { Part, type Items } from './part.client'
import { PlainForm } from '@/ui/plain-form.client'

const NEEDS: readonly PlainField[] = [
  {
    name: 'keptAs',
    label: 'Kept as',
    type: 'choice',
    choices: [
      { id: '', says: 'not said' },
      ...ANIMAL_GROUPS.map(({ name }) => ({ id: name, says: name })),
    ],
  },
  number('temperature-low', 'Temperature from', '°C'),
  number('temperature-high', 'to', '°C'),
  number('pH-low', 'pH from'),
  number('pH-high', 'to'),
  number('gh-low', 'GH from', '°dH'),
  number('gh-high', 'to', '°dH'),
  number('kh-low', 'KH from', '°dH'),
  number('kh-high', 'to', '°dH'),
  number('nitrate-high', 'Nitrate up to', 'mg/L'),
  {
    name: 'toPlants',
    label: 'To plants it',
    type: 'choice',
    choices: [{ id: '', says: 'not said' }, ...TO_PLANTS.map((id) => ({ id, says: id }))],
  },
]
const NEEDS_GROUP = {
  title: 'The water they are kept in',
  fields: NEEDS,
  hint: 'What you leave empty is filled in from what such animals are usually kept in. The water is judged by it.',
}
const A_WHILE = {
  title: 'Here only for a while?',
  fields: [
    { name: 'until', label: 'Until', type: 'date' },
    { name: 'because', label: 'Why', type: 'text' },
  ] satisfies PlainField[],
  hint: 'Left empty, they stay. With a day, that day asks.',
}
const NO_NEEDS = Object.fromEntries(NEEDS.map(({ name }) => [name, '']))

/** The animals: who lives here, in what water, for how long. */
export function AnimalsPart({ model, item }: { model: FactsModel; item: Items }) {
  return (
    <Part title="Animals">
      {model.animals.map((animals) => (
        <OpenItem key={animals.id} title={animals.name} says={animals.says} {...item(animals.id)}>
          <OneKind model={model} animals={animals} />
        </OpenItem>
      ))}
      <OpenItem
        title={model.animals.length === 0 ? 'Animals' : 'Others'}
        says="of one kind, with how many came"
        {...item('new-animals')}
      >
        <PlainForm
          submit="They live here"
          initial={{
            name: '',
            kind: 'fish',
            adultLengthCm: '',
            count: '',
            since: model.today,
            until: '',
            because: '',
            ...NO_NEEDS,
          }}
          clear={['name', 'adultLengthCm', 'count']}
          groups={[
            {
              title: 'Who',
              fields: [
                { name: 'name', label: 'Name', type: 'text' },
                { name: 'kind', label: 'Kind', type: 'choice', choices: choices(ANIMAL_KINDS) },
                number('adultLengthCm', 'Adult length', 'cm'),
                number('count', 'How many'),
                { name: 'since', label: 'Since', type: 'date' },
              ],
              hint: 'Test ammonia and nitrite before animals go in; send a few ahead of a shoal. Births, deaths, counts and moves are written down in the Book.',
            },
            NEEDS_GROUP,
            A_WHILE,
          ]}
          onSend={(fields, sending) => addAnimals(model.slug, fields, sending)}
          onDone={(name) => `${name} live here.`}
        />
      </OpenItem>
    </Part>
  )
}

function OneKind({
  model,
  animals,
}: {
  model: FactsModel
  animals: FactsModel['animals'][number]
}) {
  return (
    <PlainForm
      submit="Write it"
      initial={animals.fields}
      groups={[
        {
          title: 'Who',
          fields: [
            { name: 'name', label: 'Name', type: 'text' },
            { name: 'kind', label: 'Kind', type: 'choice', choices: choices(ANIMAL_KINDS) },
            number('adultLengthCm', 'Adult length', 'cm'),
            { name: 'since', label: 'Since', type: 'date' },
            { name: 'endedOn', label: 'None left since', type: 'date' },
          ],
          hint: 'Births, deaths and counts are written down in the Book; sick animals are a vet’s.',
        },
        NEEDS_GROUP,
        A_WHILE,
      ]}
      onSend={(fields, sending) => sayAnimals(model.slug, animals.id, fields, sending)}
      onDone={() => 'Written.'}
    />
  )
}
