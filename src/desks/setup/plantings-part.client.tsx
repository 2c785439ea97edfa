'use client'

import { Box } from '@chakra-ui/react'
import { FATES } from '@/core/history/types'
import { Stake } from '@/ui/marks/stake'
import { OpenItem } from '@/ui/open-item.client'
import { FOR_A_WHILE_GROUP, SINCE_GROUP, sinceInitial } from '@/ui/since-fields'
import type { FactsModel } from './facts-model'
import { choices } from '@/ui/plain-fields'
import { speciesGroup } from '@/ui/species-fields'
import { plantingGroups } from './form-groups'
import { Again } from '@/ui/again.client'
import { Part, type Items } from './part.client'
import { PlainForm } from '@/ui/plain-form.client'
import { plant, pull, sayAPlanting, standsAgain } from './planting-actions'

/** The plantings: what each is and where it stands, pulled out, planted anew. */
export function PlantingsPart({ model, item }: { model: FactsModel; item: Items }) {
  const none = model.plantings.length === 0
  return (
    <Part title="Plantings">
      {model.plantings.map((planting) => (
        <OpenItem
          key={planting.id}
          mark={<Stake code={planting.stake} />}
          title={planting.name}
          says={planting.says}
          {...item(planting.id)}
        >
          <OnePlanting model={model} planting={planting} />
        </OpenItem>
      ))}
      <OpenItem
        title={none ? 'A planting' : 'Another planting'}
        says="by its edges in the plan"
        {...item('new-planting')}
      >
        <PlainForm
          submit="Plant it"
          initial={{ ...FIRST, species: model.species[0]?.id ?? '', plantedOn: model.today }}
          clear={['name', 'left', 'right', 'front', 'back', 'stems', 'also']}
          groups={[
            speciesGroup(model.species),
            ...plantingGroups(model.pieces, model.parents),
            FOR_A_WHILE_GROUP,
          ]}
          onSend={(fields, sending) => plant(model.slug, fields, sending)}
          onDone={(stake) => `${stake} stands in the plan.`}
        />
      </OpenItem>
      {model.pulled.map((planting) => (
        <Again
          key={planting.id}
          says={`${planting.stake} ${planting.name}, ${planting.says}`}
          button="it stands still"
          onAgain={(sending) => standsAgain(model.slug, planting.id, sending)}
        />
      ))}
    </Part>
  )
}

function OnePlanting({
  model,
  planting,
}: {
  model: FactsModel
  planting: FactsModel['plantings'][number]
}) {
  return (
    <>
      <PlainForm
        submit="Write it"
        initial={{ ...planting.fields, ...sinceInitial(model.today) }}
        groups={[
          speciesGroup(model.species),
          ...plantingGroups(
            model.pieces,
            model.parents.filter(({ id }) => id !== planting.id),
          ),
          SINCE_GROUP,
          FOR_A_WHILE_GROUP,
        ]}
        seen={planting.stamp}
        onSend={(fields, sending) => sayAPlanting(model.slug, planting.id, fields, sending)}
        onDone={() => 'Written.'}
      />
      <Box mt={4}>
        <PlainForm
          submit={`Pull out ${planting.stake}`}
          initial={{ removedOn: model.today, became: 'not said' }}
          groups={[
            {
              title: 'Or pull it out',
              fields: [
                { name: 'removedOn', label: 'On', type: 'date' },
                {
                  name: 'became',
                  label: 'It was',
                  type: 'choice',
                  choices: choices(FATES),
                },
              ],
              hint: 'Its record stays. No plant goes into the wild: compost it dry, and check which species are restricted where you live.',
            },
          ]}
          onSend={(fields, sending) => pull(model.slug, planting.id, fields, sending)}
          onDone={() => 'Pulled out.'}
        />
      </Box>
    </>
  )
}

const FIRST = {
  newName: '',
  newHeight: '',
  newTint: 'green',
  name: '',
  zone: 'background',
  left: '',
  right: '',
  front: '',
  back: '',
  stems: '',
  sure: 'sure',
  origin: 'not said',
  parent: '',
  also: '',
  grownOn: '',
  grownAtCm: '',
  holds: 'from',
  until: '',
  because: '',
}
