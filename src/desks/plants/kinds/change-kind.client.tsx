'use client'

import { SURENESSES } from '@/core/journal/sureness'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { EMERSED, GAS_NEEDS, LIGHT_NEEDS, WAYS_TO_CUT } from '@/core/history/kind-facts'
import { PLANT_GROUPS } from '@/core/history/types'
import { kinName } from '@/core/plants/kin'
import { Again } from '@/ui/again.client'
import { Stake } from '@/ui/marks/stake'
import { OpenItem } from '@/ui/open-item.client'
import { choices, number } from '@/ui/plain-fields'
import { PlainForm } from '@/ui/plain-form.client'
import { speciesGroup } from '@/ui/species-fields'
import { foundOut, putBack, sayAKind } from './actions'

const GROUPS = [
  {
    title: 'What it is',
    fields: [
      { name: 'name', label: 'Botanical name', type: 'text' },
      { name: 'names', label: 'It goes by (commas between)', type: 'text' },
      {
        name: 'group',
        label: 'It is a',
        type: 'choice',
        choices: PLANT_GROUPS.map((id) => ({ id, says: kinName(id) })),
      },
      {
        name: 'tint',
        label: 'Its leaves are',
        type: 'choice',
        choices: choices(['green', 'olive', 'red', 'pale']),
      },
    ],
  },
  {
    title: 'How large, how fast',
    fields: [
      number('heightCm', 'Grows to', 'cm'),
      number('widthCm', 'Wide', 'cm'),
      number('growth', 'A day by the books', 'cm'),
      number('growthLow', 'at least', 'cm'),
      number('growthHigh', 'at most', 'cm'),
      number('portionCm2', 'A portion covers', 'cm²'),
    ],
    hint: 'Growth in height a day where light and gas are as it likes them. Without its least and most it is taken as good to half and to 1.8 times, as books are (common practice).',
  },
  {
    title: 'What it needs',
    fields: [
      { name: 'light', label: 'Light', type: 'choice', choices: choices(LIGHT_NEEDS) },
      { name: 'gas', label: 'Gas', type: 'choice', choices: choices(GAS_NEEDS) },
      {
        name: 'feedsBy',
        label: 'It feeds by',
        type: 'choice',
        choices: [
          { id: 'column', says: 'the water' },
          { id: 'root', says: 'its root' },
          { id: 'both', says: 'both' },
        ],
      },
      number('warmFrom', 'Water from', '°C'),
      number('warmTo', 'Water to', '°C'),
      number('ghFrom', 'GH from', '°dH'),
      number('ghTo', 'GH to', '°dH'),
    ],
  },
  {
    title: 'How it is treated',
    fields: [
      { name: 'cut', label: 'It is cut', type: 'choice', choices: choices(WAYS_TO_CUT) },
      { name: 'emersed', label: 'In air it grows', type: 'choice', choices: choices(EMERSED) },
      number('sulksWeeks', 'Sulks after a move', 'weeks'),
      { name: 'colour', label: 'Its colour depends on', type: 'text' },
      { name: 'caution', label: 'Caution', type: 'text' },
    ],
  },
] as const

const pageOf = (slug: string, kind: string) =>
  `/tanks/${slug}/plants/kinds?of=${encodeURIComponent(kind)}`

/** What the keeper knows of a kind: changed for every tank that grows it, and put back. */
export function ChangeKind({
  id,
  name,
  fields,
  stamp,
  changes,
}: {
  id: string
  name: string
  fields: Record<string, string>
  stamp: string
  changes: readonly { id: string; says: string; back: boolean }[]
}) {
  const [open, setOpen] = useState(false)
  return (
    <>
      <OpenItem
        title="You know better"
        says="put these figures right, for all your tanks"
        open={open}
        onToggle={() => setOpen(!open)}
      >
        <PlainForm
          submit="Write it"
          initial={fields}
          groups={GROUPS}
          seen={stamp}
          onSend={(values, sending) => sayAKind(id, values, sending)}
          onDone={() => `What is known of ${name} is yours now.`}
        />
      </OpenItem>
      {changes.map((change) =>
        change.back ? (
          <Again
            key={change.id}
            says={change.says}
            button="put it back"
            onAgain={(sending) => putBack(change.id, sending)}
          />
        ) : (
          <p key={change.id}>{change.says}</p>
        ),
      )}
    </>
  )
}

/** A kind nobody here has on paper; once it is, its page is opened. */
export function NewKind({ slug, fields }: { slug: string; fields: Record<string, string> }) {
  const [open, setOpen] = useState(false)
  const router = useRouter()
  return (
    <OpenItem
      title="A kind of your own"
      says="one that is in no list"
      open={open}
      onToggle={() => setOpen(!open)}
    >
      <PlainForm
        submit="Put it on paper"
        initial={fields}
        groups={GROUPS}
        clear={['name', 'names']}
        onSend={(values, sending) => sayAKind('', values, sending)}
        onDone={(id) => {
          router.push(pageOf(slug, id))
          return 'It is on paper, and can be planted in every tank.'
        }}
      />
    </OpenItem>
  )
}

/** A planting of this kind that turned out to be of another. */
export function FoundOut({
  slug,
  planting,
  species,
  today,
}: {
  slug: string
  planting: { id: string; stake: string; name: string; says: string }
  species: readonly { id: string; says: string }[]
  today: string
}) {
  const [open, setOpen] = useState(false)
  const router = useRouter()
  return (
    <OpenItem
      mark={<Stake code={planting.stake} />}
      title={planting.name}
      says={planting.says}
      open={open}
      onToggle={() => setOpen(!open)}
    >
      <PlainForm
        submit={`Say what ${planting.stake} is`}
        initial={{
          species: species[0]?.id ?? '',
          newName: '',
          newHeight: '',
          newTint: 'green',
          sure: 'sure',
          foundOn: today,
          how: '',
        }}
        groups={[
          { ...speciesGroup(species), title: 'It turned out to be' },
          {
            title: 'How that is known',
            fields: [
              { name: 'sure', label: 'This is', type: 'choice', choices: choices(SURENESSES) },
              { name: 'foundOn', label: 'Found out on', type: 'date' },
              { name: 'how', label: 'By what', type: 'text' },
            ],
            hint: 'Its heights, cuts and cuttings stay its own; only what is expected of it changes.',
          },
        ]}
        onSend={(values, sending) => foundOut(slug, planting.id, values, sending)}
        onDone={(id) => {
          router.push(pageOf(slug, id))
          return `${planting.stake} keeps its record.`
        }}
      />
    </OpenItem>
  )
}
