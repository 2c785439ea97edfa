'use client'

import { useState } from 'react'
import { PLANT_FORMS } from '@/core/history/types'
import { OpenItem } from '@/ui/open-item.client'
import { choices, number } from '@/ui/plain-fields'
import { PlainForm } from '@/ui/plain-form.client'
import { keepAs } from './actions'

/** How each stem is to look: a form for one after another. */
export function KeepAs({
  slug,
  stems,
}: {
  slug: string
  stems: readonly { id: string; says: string }[]
}) {
  const [open, setOpen] = useState(false)
  return (
    <OpenItem
      title="Keep a stem otherwise"
      says="free, as a hedge, a step of a terrace, a stream of red"
      open={open}
      onToggle={() => setOpen(!open)}
    >
      <PlainForm
        submit="Keep it so"
        initial={{ planting: stems[0]?.id ?? '', as: 'hedge', atCm: '' }}
        clear={['atCm']}
        groups={[
          {
            title: '',
            fields: [
              { name: 'planting', label: 'Which', type: 'choice', choices: stems },
              {
                name: 'as',
                label: 'Kept',
                type: 'choice',
                choices: [{ id: 'free', says: 'free' }, ...choices(PLANT_FORMS)],
              },
              number('atCm', 'At (empty: by its place)', 'cm'),
            ],
            hint: 'Above its root. Steps of a terrace rise from the front glass to the back unless you say how high.',
          },
        ]}
        onSend={(values, sending) => keepAs(slug, values, sending)}
      />
    </OpenItem>
  )
}
