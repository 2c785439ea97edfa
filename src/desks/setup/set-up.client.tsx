'use client'

import { useRouter } from 'next/navigation'
import { useSyncExternalStore } from 'react'
import { PlainForm } from '@/ui/plain-form.client'
import { setUpTank } from './actions'
import { choices, number } from '@/ui/plain-fields'
import { glassGroups, ofWater } from './form-groups'

const never = () => () => {}
const browserZone = () => Intl.DateTimeFormat().resolvedOptions().timeZone

/** The water line of a tank to be set up moves with its height, until it is said. */
const waterBelowRim = <T extends ReturnType<typeof glassGroups>[number]>(group: T): T => ({
  ...group,
  fields: group.fields.map((field) =>
    field.name === 'waterlineCm' ? { ...field, below: 'heightCm' } : field,
  ),
})

/** A new tank: its glass, lamp and gas, its ground, its water and the rhythm of its changes. */
export function SetUpForm({ today }: { today: string }) {
  const router = useRouter()
  const zone = useSyncExternalStore(never, browserZone, () => null)
  if (zone === null) return null
  const [tank, measures, light] = glassGroups()
  return (
    <PlainForm
      submit="Put it on the bench"
      onSend={setUpTank}
      onDone={(slug) => {
        router.push(`/tanks/${slug}/board`)
        return 'It stands on the bench.'
      }}
      initial={{
        name: '',
        kind: 'display',
        lengthCm: '60',
        depthCm: '30',
        heightCm: '36',
        waterlineCm: '33',
        shape: 'box',
        bowCm: '',
        chamberCm: '',
        panes: 'glass',
        glassMm: '8',
        bracing: 'none',
        groundFront: '4',
        groundBack: '7',
        ground: 'active soil',
        altitudeM: '0',
        startedOn: today,
        changeEvery: '7',
        changePercent: '40',
        sourceName: 'Tap water',
        sourceNitrate: '',
        timeZone: zone,
        lampOn: '10:00',
        lampHours: '7.5',
        parAtSurface: '120',
        gasOn: '',
        gasOff: '',
      }}
      groups={[
        tank,
        waterBelowRim(measures),
        {
          title: 'The ground',
          fields: [
            {
              name: 'ground',
              label: 'Material',
              type: 'choice',
              choices: choices(['active soil', 'sand', 'gravel', 'soil under sand']),
            },
            number('groundFront', 'Depth in front', 'cm'),
            number('groundBack', 'Depth at the back', 'cm'),
          ],
        },
        {
          title: 'The water',
          fields: [
            ofWater({ name: 'sourceName', label: 'Source', type: 'text' }),
            ofWater(number('sourceNitrate', 'Its nitrate, if you know it', 'mg/L')),
            ofWater(number('changeEvery', 'A change every', 'days')),
            ofWater(number('changePercent', 'of', '%')),
          ],
        },
        light,
      ]}
    />
  )
}
