'use client'

import { useRouter } from 'next/navigation'
import { useSyncExternalStore } from 'react'
import { PlainForm, type PlainField } from '@/ui/plain-form.client'
import { plant, setUpTank } from './actions'

const number = (name: string, label: string, after: string): PlainField => ({ name, label, type: 'number', after })
const choices = (ids: readonly string[]) => ids.map((id) => ({ id, says: id }))

const never = () => () => {}
const browserZone = () => Intl.DateTimeFormat().resolvedOptions().timeZone

/** A new tank: its glass, its ground, its water and the rhythm of its changes. */
export function SetUpForm({ today }: { today: string }) {
  const router = useRouter()
  const zone = useSyncExternalStore(never, browserZone, () => null)
  if (zone === null) return null
  return (
    <PlainForm
      submit="Put it on the bench" onSend={setUpTank}
      onDone={(slug) => {
        router.push(`/tanks/${slug}/plant`)
        return 'It stands on the bench.'
      }}
      initial={{ name: '', kind: 'display', lengthCm: '60', depthCm: '30', heightCm: '36', waterlineCm: '33', groundFront: '4', groundBack: '7', ground: 'active soil', altitudeM: '0', startedOn: today, changeEvery: '7', changePercent: '40', sourceName: 'Tap water', sourceNitrate: '5', timeZone: zone }}
      groups={[
        { title: 'The tank', fields: [{ name: 'name', label: 'Name', type: 'text' }, { name: 'kind', label: 'Kind', type: 'choice', choices: choices(['display', 'nursery', 'paludarium', 'holding', 'terrarium']) }, { name: 'startedOn', label: 'Set up on', type: 'date' }, number('altitudeM', 'Altitude', 'm'), { name: 'timeZone', label: 'Time zone', type: 'text' }] },
        { title: 'Inside measures', fields: [number('lengthCm', 'Length, left to right', 'cm'), number('depthCm', 'Depth, front to back', 'cm'), number('heightCm', 'Height', 'cm'), number('waterlineCm', 'Water line above the bottom', 'cm')] },
        { title: 'The ground', fields: [{ name: 'ground', label: 'Material', type: 'choice', choices: choices(['active soil', 'sand', 'gravel', 'soil under sand']) }, number('groundFront', 'Depth in front', 'cm'), number('groundBack', 'Depth at the back', 'cm')] },
        { title: 'The water', fields: [{ name: 'sourceName', label: 'Source', type: 'text' }, number('sourceNitrate', 'Its nitrate', 'mg/L'), number('changeEvery', 'A change every', 'days'), number('changePercent', 'of', '%')] },
      ]}
    />
  )
}

/** A planting on paper: what, where on the plan, how many. */
export function PlantForm({ slug, today, species }: { slug: string; today: string; species: readonly { id: string; says: string }[] }) {
  const router = useRouter()
  return (
    <PlainForm
      submit="Plant it" onSend={(values) => plant(slug, values)} clear={['name', 'left', 'right', 'front', 'back', 'stems']}
      onDone={(stake) => {
        router.refresh()
        return `${stake} stands in the plan.`
      }}
      initial={{ species: species[0]?.id ?? '', name: '', zone: 'background', left: '', right: '', front: '', back: '', stems: '', plantedOn: today }}
      groups={[
        { title: 'What', fields: [{ name: 'species', label: 'Species', type: 'choice', choices: species }, { name: 'name', label: 'Name and place, like “Green stems, back left”', type: 'text' }, { name: 'zone', label: 'Zone', type: 'choice', choices: choices(['background', 'midground', 'foreground', 'surface', 'hardscape']) }, number('stems', 'Stems or crowns', ''), { name: 'plantedOn', label: 'Planted on', type: 'date' }] },
        { title: 'Where, seen from above', fields: [number('left', 'Left edge', 'cm from the left'), number('right', 'Right edge', 'cm from the left'), number('front', 'Front edge', 'cm from the front'), number('back', 'Back edge', 'cm from the front')] },
      ]}
    />
  )
}
