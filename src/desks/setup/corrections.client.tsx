'use client'

import { Box, chakra, Flex } from '@chakra-ui/react'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { sayProblems, type Sending } from '@/ui/ask.client'
import { Stake } from '@/ui/marks/stake'
import { OpenItem } from '@/ui/open-item.client'
import { PlainForm } from '@/ui/plain-form.client'
import { useSending } from '@/ui/use-sending.client'
import { plant } from './actions'
import {
  choices,
  edges,
  EDGES_HINT,
  glassGroups,
  number,
  plantingGroups,
  speciesGroup,
} from './form-groups'
import {
  addAnimals,
  place,
  pull,
  putBack,
  putRight,
  putTankRight,
  takeOut,
} from './corrections-actions'

type Fields = Record<string, string>
export interface CorrectionsModel {
  slug: string
  today: string
  glass: Fields
  glassStamp: string
  glassSays: string
  plantings: {
    id: string
    stamp: string
    stake: string
    name: string
    says: string
    fields: Fields
  }[]
  pulled: { id: string; stake: string; name: string; says: string }[]
  pieces: { id: string; label: string; says: string }[]
  takenOut: { id: string; label: string }[]
  animals: { id: string; name: string; says: string }[]
  species: { id: string; says: string }[]
}

/** What stands on paper, each line open to be put right. One is open at a time. */
export function Corrections({ model }: { model: CorrectionsModel }) {
  const [open, setOpen] = useState<string | null>(
    model.plantings.length === 0 ? 'new-planting' : null,
  )
  const toggle = (key: string) => setOpen((before) => (before === key ? null : key))
  const item = (key: string) => ({ open: open === key, onToggle: () => toggle(key) })
  return (
    <>
      <Part title="Plantings">
        {model.plantings.map((planting) => (
          <OpenItem
            key={planting.id}
            mark={<Stake code={planting.stake} />}
            title={planting.name}
            says={planting.says}
            {...item(planting.id)}
          >
            <Sheet
              submit="Put it right"
              initial={planting.fields}
              groups={plantingGroups(model.pieces)}
              seen={planting.stamp}
              onSend={(fields, sending) => putRight(model.slug, planting.id, fields, sending)}
              says={() => 'Put right.'}
            />
            <Box mt={4}>
              <Sheet
                submit={`Pull out ${planting.stake}`}
                initial={{ removedOn: model.today }}
                groups={[
                  {
                    title: 'Or pull it out',
                    fields: [{ name: 'removedOn', label: 'On', type: 'date' }],
                    hint: 'Its record stays. No plant goes into the wild: compost it dry, and check which species are restricted where you live.',
                  },
                ]}
                onSend={(fields) => pull(model.slug, planting.id, fields)}
                says={() => 'Pulled out.'}
              />
            </Box>
          </OpenItem>
        ))}
        <OpenItem
          title={model.plantings.length === 0 ? 'A planting' : 'Another planting'}
          says="by its edges in the plan"
          {...item('new-planting')}
        >
          <Sheet
            submit="Plant it"
            initial={{
              species: model.species[0]?.id ?? '',
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
              plantedOn: model.today,
              grownOn: '',
              grownAtCm: '',
            }}
            clear={['name', 'left', 'right', 'front', 'back', 'stems']}
            groups={[speciesGroup(model.species), ...plantingGroups(model.pieces)]}
            onSend={(fields, sending) => plant(model.slug, fields, sending)}
            says={(stake) => `${stake} stands in the plan.`}
          />
        </OpenItem>
        {model.pulled.map((planting) => (
          <Again
            key={planting.id}
            says={`${planting.stake} ${planting.name}, ${planting.says}`}
            button="it stands still"
            onAgain={() => pull(model.slug, planting.id, null)}
          />
        ))}
      </Part>
      <Part title="Stones and wood">
        {model.pieces.map((piece) => (
          <OpenItem key={piece.id} title={piece.label} says={piece.says} {...item(piece.id)}>
            <Box fontSize="sm" color="pencil" mb={2}>
              A stone is heavy and glass is not forgiving: lift with two, let it down on grit, never
              on the bare bottom.
            </Box>
            <Again
              says=""
              button="take it out of the layout"
              onAgain={() => takeOut(model.slug, piece.id)}
            />
          </OpenItem>
        ))}
        <OpenItem
          title={model.pieces.length === 0 ? 'A piece' : 'Another piece'}
          says="drawn from its measures"
          {...item('new-piece')}
        >
          <Sheet
            submit="Put it in"
            initial={{
              label: '',
              material: 'stone',
              left: '',
              right: '',
              front: '',
              back: '',
              topCm: '',
              focal: 'false',
            }}
            clear={['label', 'left', 'right', 'front', 'back', 'topCm']}
            groups={[
              {
                title: 'What',
                fields: [
                  { name: 'label', label: 'Name, like “the big stone”', type: 'text' },
                  {
                    name: 'material',
                    label: 'Of',
                    type: 'choice',
                    choices: choices(['stone', 'wood']),
                  },
                  {
                    name: 'focal',
                    label: 'In the layout it is',
                    type: 'choice',
                    choices: [
                      { id: 'false', says: 'one of several' },
                      { id: 'true', says: 'the main piece' },
                    ],
                  },
                ],
              },
              {
                title: 'Where',
                fields: [...edges, number('topCm', 'Its top', 'cm above the bottom')],
                hint: EDGES_HINT,
              },
            ]}
            onSend={(fields, sending) => place(model.slug, fields, sending)}
            says={(label) => `${label} stands in the layout.`}
          />
        </OpenItem>
        {model.takenOut.map((piece) => (
          <Again
            key={piece.id}
            says={`${piece.label}, taken out`}
            button="put it back"
            onAgain={() => putBack(model.slug, piece.id)}
          />
        ))}
      </Part>
      <Part title="Animals">
        {model.animals.map((animals) => (
          <Box key={animals.id} borderBottom="1px solid" borderColor="rule" py={2.5}>
            <b>{animals.name}</b>{' '}
            <Box as="span" color="pencil" fontSize="sm">
              {animals.says}
            </Box>
          </Box>
        ))}
        <OpenItem
          title={model.animals.length === 0 ? 'Animals' : 'Others'}
          says="of one kind, with how many came"
          {...item('new-animals')}
        >
          <Sheet
            submit="They live here"
            initial={{ name: '', kind: 'fish', adultLengthCm: '', count: '', since: model.today }}
            clear={['name', 'adultLengthCm', 'count']}
            groups={[
              {
                title: 'Who',
                fields: [
                  { name: 'name', label: 'Name', type: 'text' },
                  {
                    name: 'kind',
                    label: 'Kind',
                    type: 'choice',
                    choices: choices(['fish', 'shrimp', 'snail', 'crab', 'amphibian']),
                  },
                  number('adultLengthCm', 'Adult length', 'cm'),
                  number('count', 'How many'),
                  { name: 'since', label: 'Since', type: 'date' },
                ],
                hint: 'Test ammonia and nitrite before animals go in; send a few ahead of a shoal. Births, deaths, counts and moves are written down in the Book.',
              },
            ]}
            onSend={(fields, sending) => addAnimals(model.slug, fields, sending)}
            says={(name) => `${name} live here.`}
          />
        </OpenItem>
      </Part>
      <Part title="Glass, lamp and gas">
        <OpenItem title="As they are" says={model.glassSays} {...item('glass')}>
          <Sheet
            submit="Put it right"
            initial={model.glass}
            groups={glassGroups()}
            seen={model.glassStamp}
            onSend={(fields, sending) => putTankRight(model.slug, fields, sending)}
            says={() => 'Put right; the Book says what it was before.'}
          />
        </OpenItem>
      </Part>
    </>
  )
}

function Part({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <Box as="section" mb={6}>
      <Box
        as="h2"
        className="serif"
        fontSize="md"
        fontWeight={620}
        borderBottom="1px solid"
        borderColor="ink"
      >
        {title}
      </Box>
      {children}
    </Box>
  )
}

type Send = (fields: Fields, sending: Sending) => ReturnType<typeof plant>

function Sheet({
  says,
  ...form
}: Omit<React.ComponentProps<typeof PlainForm>, 'onDone' | 'onSend'> & {
  onSend: Send
  says: (value: string) => string
}) {
  const router = useRouter()
  return (
    <PlainForm
      {...form}
      onDone={(value) => {
        router.refresh()
        return says(value)
      }}
    />
  )
}

/** One thing that can be undone, and what it said when it could not. */
function Again({
  says,
  button,
  onAgain,
}: {
  says: string
  button: string
  onAgain: () => ReturnType<typeof plant>
}) {
  const router = useRouter()
  const { busy, refusal, send } = useSending()
  const act = async () => {
    const answer = await send(() => onAgain())
    if (answer.ok) router.refresh()
  }
  return (
    <Flex gap={3} align="center" wrap="wrap" py={1} fontSize="sm">
      {says ? (
        <Box as="span" color="pencil">
          {says}
        </Box>
      ) : null}
      <chakra.button
        type="button"
        disabled={busy}
        onClick={() => void act()}
        minH="38px"
        color="water"
        textDecoration="underline"
        cursor="pointer"
      >
        {button}
      </chakra.button>
      {refusal ? (
        <Box as="span" role="alert" color="clay">
          {sayProblems(refusal)}
        </Box>
      ) : null}
    </Flex>
  )
}
