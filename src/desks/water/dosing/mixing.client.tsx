'use client'

import { useMeasures } from '@/ui/measures.client'
import { Box, chakra, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { SALTS } from '@/core/chemistry/salts'
import { sayNumber } from '@/core/quantity/say'
import { planMix, USUAL_SALTS } from '@/core/water/changes/mixing'
import { Caution } from '../caution'
import type { ChangesModel } from '../changes/changes-model'
import { Section } from '@/ui/frame/desk-frame'
import { NumberInSentence } from '../number-in-sentence.client'
import { Select, Tick } from '@/ui/kit/input.client'

const CALCIUM = SALTS.filter((salt) => salt.gives.Ca && salt.ghEq > 0)
const MAGNESIUM = SALTS.filter((salt) => salt.gives.Mg && salt.ghEq > 0)
const ALKALI = SALTS.filter((salt) => salt.khEq > 0)
/** Scales in a kitchen show a tenth of a gram. */
const SCALE = 0.1

/** New water made to measure: sources mixed, salts weighed. */
export function Mixing({ model }: { model: ChangesModel }) {
  const measures = useMeasures()
  const [litres, setLitres] = useState(Math.max(1, Math.round(model.litres * 0.4)))
  const [gh, setGh] = useState(model.first.gh)
  const [kh, setKh] = useState(model.first.kh)
  const [use, setUse] = useState<ReadonlySet<string>>(
    new Set(model.sources.map((source) => source.id)),
  )
  const [salts, setSalts] = useState<{ calcium: string; magnesium: string; alkali: string }>(
    USUAL_SALTS,
  )
  const mix = planMix(
    { litres, gh, kh },
    model.sources.filter((source) => use.has(source.id)),
    salts,
  )
  const toggle = (id: string) =>
    setUse(
      (before) =>
        new Set(before.has(id) ? [...before].filter((one) => one !== id) : [...before, id]),
    )
  const pick = (which: keyof typeof salts, label: string, offered: typeof SALTS) => (
    <chakra.label fontSize="sm">
      {label}{' '}
      <Select
        value={salts[which]}
        onChange={(event) => setSalts({ ...salts, [which]: event.target.value })}
        minH="34px"
        maxW="100%"
      >
        {offered.map((salt) => (
          <option key={salt.id} value={salt.id}>
            {salt.name}
          </option>
        ))}
      </Select>
    </chakra.label>
  )
  return (
    <Section title="New water, made to measure">
      <NumberInSentence
        label={`New water, ${measures.unit('L')}`}
        value={measures.typed(litres, 'L')}
        onValue={(shown) => setLitres(measures.back(shown, 'L'))}
        min={0.1}
        max={20000}
      />{' '}
      {measures.unit('L')} at GH{' '}
      <NumberInSentence label="Target GH, °dH" value={gh} onValue={setGh} min={0} max={40} /> and KH{' '}
      <NumberInSentence label="Target KH, °dH" value={kh} onValue={setKh} min={0} max={40} /> from
      <Flex as="span" display="inline-flex" gap={4} ml={2} wrap="wrap">
        {model.sources.map((source) => (
          <chakra.label
            key={source.id}
            display="inline-flex"
            gap={1.5}
            alignItems="center"
            minH="36px"
          >
            <Tick type="checkbox" checked={use.has(source.id)} onChange={() => toggle(source.id)} />{' '}
            {source.name.toLowerCase()}{' '}
            <Box as="span" color="pencil" fontSize="sm">
              {source.ghDegrees === null || source.khDegrees === null
                ? '(not tested)'
                : `(GH ${sayNumber(source.ghDegrees)}, KH ${sayNumber(source.khDegrees)})`}
            </Box>
          </chakra.label>
        ))}
      </Flex>
      <Flex gap={3} wrap="wrap" mt={1}>
        {pick('calcium', 'Calcium from', CALCIUM)}
        {pick('magnesium', 'magnesium from', MAGNESIUM)}
        {pick('alkali', 'KH from', ALKALI)}
      </Flex>
      <MixAnswer mix={mix} />
    </Section>
  )
}

/** What to pour together and to weigh, or why it cannot be had. */
function MixAnswer({ mix }: { mix: ReturnType<typeof planMix> }) {
  const measures = useMeasures()
  if (!mix.ok)
    return (
      <Box data-answer role="alert" color="clay" mt={2}>
        {mix.problem}
      </Box>
    )
  const { parts, salts, gh, kh, remarks } = mix.value
  const careful = salts.filter((part) => part.salt.caution)
  return (
    <Box data-answer mt={2}>
      <Box as="ul" pl={4} m={0}>
        {parts.map((part) => (
          <li key={part.source.id}>
            <b>{measures.say(part.litres, 'L', part.litres < 10 ? 0.5 : 1)}</b>{' '}
            {part.source.name.toLowerCase()}
          </li>
        ))}
        {salts.map((part) => (
          <li key={part.salt.id}>
            <b>{sayNumber(part.grams, SCALE)} g</b> {part.salt.name}{' '}
            <Box as="span" color="pencil">
              {part.salt.formula}, {part.hardness.toUpperCase()} + {sayNumber(part.degrees, 0.1)}
            </Box>
          </li>
        ))}
      </Box>
      <Box color="pencil" fontSize="sm">
        It stands at GH {sayNumber(gh, 0.1)}, KH {sayNumber(kh, 0.1)}. {remarks.join(' ')}
      </Box>
      {careful.length > 0 ? (
        <Caution>
          {careful.map((part) => `${part.salt.name}: ${part.salt.caution}`).join(' ')} Out of reach
          of children.
        </Caution>
      ) : null}
    </Box>
  )
}
