'use client'

import { ROUTINE_KINDS } from '@/core/history/types'
import { OpenItem } from '@/ui/open-item.client'
import type { PlainField } from '@/ui/plain-form.client'
import { sayARoutine } from './facts-actions'
import type { FactsModel } from './facts-model'
import { choices, number } from '@/ui/plain-fields'
import { Part, type Items } from './part.client'
import { PlainForm } from '@/ui/plain-form.client'

function routineFields(model: FactsModel): PlainField[] {
  return [
    { name: 'says', label: 'Name, if not by what it does', type: 'text' },
    { name: 'kind', label: 'It is done by', type: 'choice', choices: choices(ROUTINE_KINDS) },
    number('everyDays', 'Every', 'days'),
    number('amount', 'How much', '% of a change'),
    {
      name: 'equipmentId',
      label: 'Done to',
      type: 'choice',
      choices: [
        { id: '', says: 'the tank' },
        ...model.equipment.map(({ id, name }) => ({ id, says: name })),
      ],
    },
    { name: 'until', label: 'Only until, if it is for a while', type: 'date' },
  ]
}

/** What is due again and again, and to what. */
export function RoutinesPart({ model, item }: { model: FactsModel; item: Items }) {
  return (
    <Part title="Routines">
      {model.routines.map((routine) => (
        <OpenItem key={routine.id} title={routine.title} says={routine.says} {...item(routine.id)}>
          <PlainForm
            submit="Write it"
            initial={routine.fields}
            groups={[
              { title: '', fields: routineFields(model) },
              {
                title: 'Goes on?',
                fields: [
                  {
                    name: 'ends',
                    label: 'Goes on?',
                    type: 'radio',
                    choices: [
                      { id: '', says: 'It goes on' },
                      { id: 'now', says: 'It ends now' },
                    ],
                  },
                ],
              },
            ]}
            seen={routine.stamp}
            onSend={(fields, sending) => sayARoutine(model.slug, routine.id, fields, sending)}
            onDone={() => 'Written.'}
          />
        </OpenItem>
      ))}
      <OpenItem title="Another routine" says="with its rhythm" {...item('new-routine')}>
        <PlainForm
          submit="Make it a routine"
          initial={{
            says: '',
            kind: 'clean',
            everyDays: '',
            amount: '',
            equipmentId: '',
            until: '',
            ends: '',
          }}
          clear={['says', 'everyDays', 'amount', 'until']}
          groups={[{ title: '', fields: routineFields(model) }]}
          onSend={(fields, sending) => sayARoutine(model.slug, null, fields, sending)}
          onDone={(name) => `“${name}” is a routine.`}
        />
      </OpenItem>
    </Part>
  )
}
