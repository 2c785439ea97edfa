'use client'

import { useState } from 'react'
import { OpenItem } from '@/ui/open-item.client'
import { FOR_A_WHILE_GROUP, SINCE_GROUP, sinceInitial } from '@/ui/since-fields'
import { AnimalsPart } from './animals-part.client'
import { PricesPart, WaitingPart } from './elsewhere-part.client'
import { EquipmentPart } from './equipment-part.client'
import { GROUND_MATERIALS } from '@/core/history/types'
import { sayTank, turn } from './facts-actions'
import { sayTheGround } from './ground-actions'
import type { FactsModel } from './facts-model'
import { choices, number } from '@/ui/plain-fields'
import { glassGroups, GROUND_DEPTHS } from './form-groups'
import { MovePart } from './move-part.client'
import { Again } from '@/ui/again.client'
import { Part, type Items } from './part.client'
import { PlainForm } from '@/ui/plain-form.client'
import { PiecesPart } from './pieces-part.client'
import { PlantingsPart } from './plantings-part.client'
import { RoutinesPart } from './routines-part.client'

/** What stands in the tank, each line open to be put right or changed. One is open at a time. */
export function Facts({ model }: { model: FactsModel }) {
  const [open, setOpen] = useState<string | null>(
    model.plantings.length === 0 ? 'new-planting' : null,
  )
  const toggle = (key: string) => setOpen((before) => (before === key ? null : key))
  const item: Items = (key) => ({ open: open === key, onToggle: () => toggle(key) })
  const [tank, measures] = glassGroups()
  return (
    <>
      <PlantingsPart model={model} item={item} />
      <PiecesPart model={model} item={item} />
      <EquipmentPart model={model} item={item} />
      <AnimalsPart model={model} item={item} />
      <RoutinesPart model={model} item={item} />
      <Part title="The tank">
        <OpenItem title="Name, place and glass" says={model.glassSays} {...item('glass')}>
          <PlainForm
            submit="Write it"
            initial={{ ...model.glass, ...sinceInitial(model.today) }}
            groups={[
              {
                ...tank,
                fields: [
                  ...tank.fields,
                  { name: 'standsAt', label: 'Where it stands', type: 'text' },
                ],
                hint: 'These are put right, whatever is said below.',
              },
              measures,
              SINCE_GROUP,
              FOR_A_WHILE_GROUP,
            ]}
            seen={model.glassStamp}
            onSend={(fields, sending) => sayTank(model.slug, fields, sending)}
            onDone={() => 'Written.'}
          />
        </OpenItem>
        {model.ground ? <GroundItem model={model} ground={model.ground} item={item} /> : null}
      </Part>
      <MovePart model={model} item={item} />
      <WaitingPart model={model} />
      <PricesPart model={model} item={item} />
      {model.acts.length > 0 ? (
        <Part title="What was written here last">
          {model.acts.map((act) => (
            <Again
              key={act.id}
              says={act.says}
              button={act.undone ? 'do it again' : 'take it back'}
              onAgain={() => turn(model.slug, act.id, !act.undone)}
            />
          ))}
        </Part>
      ) : null}
    </>
  )
}

/** What the ground is of and how deep it lies. */
function GroundItem({
  model,
  ground,
  item,
}: {
  model: FactsModel
  ground: NonNullable<FactsModel['ground']>
  item: Items
}) {
  return (
    <OpenItem title="The ground" says={ground.says} {...item('ground')}>
      <PlainForm
        submit="Write it"
        initial={{ ...ground.fields, ...sinceInitial(model.today) }}
        groups={[
          {
            title: 'What it is',
            fields: [
              {
                name: 'material',
                label: 'Material',
                type: 'choice',
                choices: choices(GROUND_MATERIALS),
              },
              { name: 'laidOn', label: 'Laid on', type: 'date' },
            ],
          },
          {
            title: 'How deep it lies',
            fields: GROUND_DEPTHS.map(({ name, label }) => number(name, label, 'cm')),
          },
          SINCE_GROUP,
        ]}
        onSend={(fields, sending) => sayTheGround(model.slug, fields, sending)}
        onDone={() => 'Written.'}
      />
    </OpenItem>
  )
}
