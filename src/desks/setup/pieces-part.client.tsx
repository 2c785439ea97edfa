'use client'

import { Box } from '@chakra-ui/react'
import { OpenItem } from '@/ui/open-item.client'
import { SINCE_GROUP, sinceInitial } from '@/ui/since-fields'
import { place, putBack, sayAPiece, takeOut } from './facts-actions'
import type { FactsModel } from './facts-model'
import { choices, number } from '@/ui/plain-fields'
import { edges, EDGES_HINT } from './form-groups'
import { Again } from '@/ui/again.client'
import { Part, type Items } from './part.client'
import { PlainForm } from '@/ui/plain-form.client'

const FOCAL = {
  name: 'focal',
  label: 'In the layout it is',
  type: 'choice' as const,
  choices: [
    { id: 'false', says: 'one of several' },
    { id: 'true', says: 'the main piece' },
  ],
}
const LABEL = { name: 'label', label: 'Name, like “the big stone”', type: 'text' as const }
const WHERE = {
  title: 'Where',
  fields: [...edges, number('topCm', 'Its top above the bottom', 'cm')],
  hint: EDGES_HINT,
}

/** Stones and wood: where each lies, moved, taken out, put back. */
export function PiecesPart({ model, item }: { model: FactsModel; item: Items }) {
  return (
    <Part title="Stones and wood">
      {model.pieces.map((piece) => (
        <OpenItem key={piece.id} title={piece.label} says={piece.says} {...item(piece.id)}>
          <OnePiece model={model} piece={piece} />
        </OpenItem>
      ))}
      <OpenItem
        title={model.pieces.length === 0 ? 'A piece' : 'Another piece'}
        says="drawn from its measures"
        {...item('new-piece')}
      >
        <NewPiece model={model} />
      </OpenItem>
      {model.takenOut.map((piece) => (
        <Again
          key={piece.id}
          says={`${piece.label}, taken out`}
          button="put it back"
          onAgain={(sending) => putBack(model.slug, piece.id, sending)}
        />
      ))}
    </Part>
  )
}

function OnePiece({ model, piece }: { model: FactsModel; piece: FactsModel['pieces'][number] }) {
  return (
    <>
      <PlainForm
        submit="Write it"
        initial={{ ...piece.fields, ...sinceInitial(model.today, 'from') }}
        groups={[{ title: 'What', fields: [LABEL, FOCAL] }, WHERE, SINCE_GROUP]}
        onSend={(fields, sending) => sayAPiece(model.slug, piece.id, fields, sending)}
        onDone={() => 'Written.'}
      />
      <Box mt={4}>
        <PlainForm
          submit="Take it out"
          initial={{ takenOn: model.today }}
          groups={[
            {
              title: 'Or take it out',
              fields: [{ name: 'takenOn', label: 'On', type: 'date' }],
              hint: 'A stone is heavy and glass is not forgiving: lift with two, let it down on grit, never on the bare bottom.',
            },
          ]}
          onSend={(fields, sending) => takeOut(model.slug, piece.id, fields, sending)}
          onDone={() => 'Taken out.'}
        />
      </Box>
    </>
  )
}

function NewPiece({ model }: { model: FactsModel }) {
  return (
    <PlainForm
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
        laidOn: model.today,
      }}
      clear={['label', 'left', 'right', 'front', 'back', 'topCm']}
      groups={[
        {
          title: 'What',
          fields: [
            LABEL,
            {
              name: 'material',
              label: 'Of',
              type: 'choice',
              choices: choices(['stone', 'wood']),
            },
            FOCAL,
            { name: 'laidOn', label: 'Laid on', type: 'date' },
          ],
        },
        WHERE,
      ]}
      onSend={(fields, sending) => place(model.slug, fields, sending)}
      onDone={(label) => `${label} stands in the layout.`}
    />
  )
}
