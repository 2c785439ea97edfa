'use client'

import { Box, Flex } from '@chakra-ui/react'
import { boxOf, depthAt, middleOf } from '@/core/board/board'
import {
  addLayer,
  putArea,
  putStrip,
  removeLayer,
  removeOfGround,
  sayArea,
  sayGroundOf,
  sayLayer,
} from '@/core/board/ground-edit'
import { isSpread } from '@/core/history/ground-kinds'
import {
  GROUND_MATERIALS,
  LAYER_KINDS,
  type Glass,
  type Ground,
  type GroundArea,
} from '@/core/history/types'
import { Button } from '@/ui/kit/button.client'
import { Select } from '@/ui/kit/input.client'
import { useMeasures } from '@/ui/measures.client'
import { newId } from '@/ui/new-id'
import { Figure } from './figure.client'
import type { BoardInHand } from './use-board.client'

/** What the ground is made of: material and grain, areas, layers from below, strips that hold it. All of it by words and figures. */
export function GroundPanel({ hand, glass }: { hand: BoardInHand; glass: Glass }) {
  const { ground } = hand.shown
  const { lengthCm, depthCm } = glass
  const addArea = () => {
    const [right, back] = [lengthCm, Math.round(depthCm / 4)]
    const outline = [
      [0, 0],
      [right, 0],
      [right, back],
      [0, back],
    ] as const
    hand.commit(putArea(hand.board, glass, outline, 'sand', newId()))
  }
  const addStrip = () => {
    const z = Math.round(depthCm / 4)
    const put = putStrip(
      hand.board,
      glass,
      [
        [0, z],
        [lengthCm, z],
      ],
      newId(),
    )
    if (put.ok) hand.commit(put.value)
  }
  return (
    <Box
      as="section"
      aria-label="The ground"
      mb={4}
      borderLeft="3px solid"
      borderColor="water"
      pl={3}
    >
      <Box as="h2" className="serif" fontSize="lg" fontWeight={620}>
        The ground
      </Box>
      <Flex gap={3} wrap="wrap" align="flex-end">
        <MaterialChoice
          label="Mostly of"
          value={ground.material}
          onSay={(material) => hand.commit(sayGroundOf(hand.board, { material }))}
        />
        <Grain
          mm={ground.grainMm ?? null}
          onSay={(grainMm) => hand.commit(sayGroundOf(hand.board, { grainMm }))}
        />
      </Flex>
      <Heading>Areas of something else</Heading>
      {ground.areas?.map((area) => (
        <Area key={area.id} area={area} hand={hand} glass={glass} />
      ))}
      <Button look="quiet" size="line" onClick={addArea}>
        an area in front
      </Button>
      <Heading>Under and over it, from below</Heading>
      <Layers hand={hand} />
      <Heading>Strips, or floss between stones</Heading>
      <Strips hand={hand} />
      <Button look="quiet" size="line" onClick={addStrip}>
        a strip from side to side
      </Button>
    </Box>
  )
}

function Strips({ hand }: { hand: BoardInHand }) {
  const measures = useMeasures()
  return hand.shown.ground.barriers?.map(({ id, line }, i) => (
    <Flex key={id} gap={3} align="center" fontSize="sm">
      <span>
        strip {i + 1}, {measures.say(line[0][0], 'cm', 1)} to{' '}
        {measures.say(line[line.length - 1][0], 'cm', 1)} from the left
      </span>
      <Button
        look="clay"
        size="line"
        aria-label={`take strip ${i + 1} away`}
        onClick={() => hand.commit(removeOfGround(hand.board, id))}
      >
        take away
      </Button>
    </Flex>
  ))
}

const Heading = ({ children }: { children: React.ReactNode }) => (
  <Box as="h3" fontSize="sm" color="pencil" mt={3}>
    {children}
  </Box>
)

function MaterialChoice({
  label,
  value,
  onSay,
}: {
  label: string
  value: Ground['material']
  onSay: (material: Ground['material']) => void
}) {
  return (
    <Box as="label" fontSize="sm">
      <Box as="span" display="block" color="pencil">
        {label}
      </Box>
      <Select
        aria-label={label}
        value={value}
        onChange={(event) => onSay(event.target.value as Ground['material'])}
      >
        {GROUND_MATERIALS.map((one) => (
          <option key={one}>{one}</option>
        ))}
      </Select>
    </Box>
  )
}

/** No ground is finer or coarser, mm. */
const GRAINS = { least: 0.05, most: 60 } as const
function Grain({
  mm,
  label = 'Grain',
  onSay,
}: {
  mm: number | null
  label?: string
  onSay: (mm: number | null) => void
}) {
  return (
    <Figure
      label={label}
      cm={mm}
      unit="mm"
      onSay={(typed) => onSay(Math.min(GRAINS.most, Math.max(GRAINS.least, typed)))}
      onEmpty={() => onSay(null)}
    />
  )
}

function Area({ area, hand, glass }: { area: GroundArea; hand: BoardInHand; glass: Glass }) {
  const box = boxOf(area.outline)
  const say = (said: Parameters<typeof sayArea>[3]) =>
    hand.commit(sayArea(hand.board, glass, area.id, said))
  return (
    <Flex gap={3} wrap="wrap" align="flex-end" mb={2} data-area={area.material}>
      <MaterialChoice
        label="Area of"
        value={area.material}
        onSay={(material) => say({ material })}
      />
      <Grain mm={area.grainMm} label="Its grain" onSay={(grainMm) => say({ grainMm })} />
      {(['left', 'right', 'front', 'back'] as const).map((edge) => (
        <Figure
          key={edge}
          label={`area ${edge}`}
          cm={Math.round(box[edge] * 10) / 10}
          onSay={(cm) => say({ box: { [edge]: cm } })}
        />
      ))}
      <OwnDepth
        own={area.own}
        most={glass.heightCm}
        round={depthAt(hand.board, glass, middleOf(area.outline))}
        onSay={(own) => say({ own })}
      />
      <Button
        look="clay"
        size="line"
        onClick={() => hand.commit(removeOfGround(hand.board, area.id))}
      >
        take this area away
      </Button>
    </Flex>
  )
}

/** How deep an area lies of its own at its front and its back edge; emptied, it lies as the ground round it. */
function OwnDepth({
  own,
  most,
  round,
  onSay,
}: {
  own: GroundArea['own']
  /** As high as the glass, cm: no ground is deeper. */
  most: number
  /** As deep as it lies now, cm. */
  round: number
  onSay: (own: GroundArea['own'] | null) => void
}) {
  const deep = (cm: number) => Math.min(most, Math.max(0, cm))
  const still = own ?? { frontCm: Math.round(round), backCm: Math.round(round) }
  return (
    <>
      <Figure
        label="deep in front"
        cm={own?.frontCm ?? null}
        onSay={(cm) => onSay({ ...still, frontCm: deep(cm) })}
        onEmpty={() => onSay(null)}
      />
      <Figure
        label="deep at its back"
        cm={own?.backCm ?? null}
        onSay={(cm) => onSay({ ...still, backCm: deep(cm) })}
        onEmpty={() => onSay(null)}
      />
    </>
  )
}

function Layers({ hand }: { hand: BoardInHand }) {
  return (
    <>
      {hand.shown.ground.layers?.map((layer, i) => (
        <Flex key={`${layer.of} ${i}`} gap={3} align="flex-end" mb={1}>
          <Figure
            label={layer.of}
            cm={isSpread(layer.of) ? (layer.cm ?? 0) : (layer.litres ?? 0)}
            unit={isSpread(layer.of) ? 'cm' : 'L'}
            onSay={(much) => hand.commit(sayLayer(hand.board, i, much))}
          />
          <Button
            look="clay"
            size="line"
            aria-label={`take the ${layer.of} away`}
            onClick={() => hand.commit(removeLayer(hand.board, i))}
          >
            take away
          </Button>
        </Flex>
      ))}
      <Box as="label" fontSize="sm">
        <Select
          aria-label="Add a layer"
          value=""
          onChange={(event) => {
            const of = LAYER_KINDS.find((one) => one === event.target.value)
            if (of) hand.commit(addLayer(hand.board, of))
          }}
        >
          <option value="">add …</option>
          {LAYER_KINDS.map((one) => (
            <option key={one}>{one}</option>
          ))}
        </Select>
      </Box>
    </>
  )
}
