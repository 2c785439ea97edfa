'use client'

import { Box } from '@chakra-ui/react'
import { useState } from 'react'
import { EQUIPMENT_KINDS, type EquipmentKind } from '@/core/history/equipment'
import { OpenItem } from '@/ui/open-item.client'
import type { PlainField } from '@/ui/plain-form.client'
import { FOR_A_WHILE_GROUP, SINCE_GROUP, sinceInitial } from '@/ui/since-fields'
import { HINTS, SETTING_FIELDS } from './equipment-fields'
import { addThing, sayThing, takeThingAway } from './facts-actions'
import type { FactsModel } from './facts-model'
import { choices } from '@/ui/plain-fields'
import { Part, type Items } from './part.client'
import { PlainForm } from '@/ui/plain-form.client'
import { capital } from '@/core/quantity/say'
import { Select } from '@/ui/kit/input.client'

const RUNNING: PlainField = {
  name: 'running',
  label: 'It is',
  type: 'radio',
  choices: [
    { id: 'on', says: 'in use' },
    { id: 'off', says: 'switched off' },
  ],
}

/** What belongs to another thing rather than to the tank. */
const SERVING: ReadonlySet<EquipmentKind> = new Set(['intake guard', 'pump', 'other'])

function nameFields(model: FactsModel, own: string | null, kind: EquipmentKind): PlainField[] {
  const others = SERVING.has(kind) ? model.equipment.filter(({ id }) => id !== own) : []
  return [
    { name: 'name', label: 'Name', type: 'text' },
    ...(others.length > 0
      ? [
          {
            name: 'servesId',
            label: 'It belongs to',
            type: 'choice' as const,
            choices: [
              { id: '', says: 'the tank' },
              ...others.map(({ id, name }) => ({ id, says: name })),
            ],
          },
        ]
      : []),
  ]
}

function settingGroup(kind: EquipmentKind) {
  return { title: 'Set to', fields: SETTING_FIELDS[kind], hint: HINTS[kind] }
}

/** Lamps, gas, filters and what else serves the tank: how each is set, since when, and for how long. */
export function EquipmentPart({ model, item }: { model: FactsModel; item: Items }) {
  return (
    <Part title="Equipment">
      {model.equipment.map((thing) => (
        <OpenItem key={thing.id} title={thing.name} says={thing.says} {...item(thing.id)}>
          <PlainForm
            submit="Write it"
            initial={{ ...thing.fields, ...sinceInitial(model.today, 'from') }}
            groups={[
              { title: '', fields: [...nameFields(model, thing.id, thing.kind), RUNNING] },
              ...(SETTING_FIELDS[thing.kind].length > 0 ? [settingGroup(thing.kind)] : []),
              SINCE_GROUP,
              FOR_A_WHILE_GROUP,
            ]}
            seen={thing.stamp}
            onSend={(fields, sending) => sayThing(model.slug, thing.id, fields, sending)}
            onDone={() => 'Written.'}
          />
          {thing.before.length > 0 ? (
            <Box fontSize="sm" mt={3}>
              <b>Before</b>
              <Box as="ul" pl={5} m={0} color="pencil">
                {thing.before.map((was) => (
                  <li key={was}>{was}</li>
                ))}
              </Box>
            </Box>
          ) : null}
          <Box mt={4}>
            <PlainForm
              submit="Take it away"
              initial={{ endedOn: model.today }}
              groups={[
                {
                  title: 'Or take it away',
                  fields: [{ name: 'endedOn', label: 'On', type: 'date' }],
                },
              ]}
              onSend={(fields, sending) => takeThingAway(model.slug, thing.id, fields, sending)}
              onDone={() => 'Taken away.'}
            />
          </Box>
        </OpenItem>
      ))}
      <OpenItem title="Another thing" says="lamp, filter, heater, lid …" {...item('new-thing')}>
        <NewThing model={model} />
      </OpenItem>
    </Part>
  )
}

function NewThing({ model }: { model: FactsModel }) {
  const [kind, setKind] = useState<EquipmentKind>('filter')
  return (
    <>
      <Box as="label" display="block" fontSize="sm" mb={3}>
        Which kind{' '}
        <Select value={kind} onChange={(event) => setKind(event.target.value as EquipmentKind)}>
          {choices(EQUIPMENT_KINDS).map(({ id, says }) => (
            <option key={id} value={id}>
              {says}
            </option>
          ))}
        </Select>
      </Box>
      <PlainForm
        key={kind}
        submit="Put it on the list"
        initial={{
          name: capital(kind),
          servesId: '',
          came: model.today,
          ...sinceInitial(model.today, 'from'),
          ...model.newThings[kind],
        }}
        clear={['name']}
        groups={[
          {
            title: '',
            fields: [
              ...nameFields(model, null, kind),
              { name: 'came', label: 'Since', type: 'date' },
            ],
          },
          ...(SETTING_FIELDS[kind].length > 0 ? [settingGroup(kind)] : []),
          FOR_A_WHILE_GROUP,
        ]}
        onSend={(fields, sending) => addThing(model.slug, { ...fields, kind }, sending)}
        onDone={(name) => `${name} is on the list.`}
      />
    </>
  )
}
