'use client'

import { Box, chakra, Flex } from '@chakra-ui/react'
import type { UseFormRegisterReturn } from 'react-hook-form'
import { Input, Problem, Select, TextArea, Tick } from './kit/input.client'
import { useMeasures } from './measures.client'
import { Labelled, tiedTo } from './kit/labelled.client'

export interface PlainField {
  name: string
  label: string
  type: 'number' | 'text' | 'date' | 'time' | 'choice' | 'radio' | 'lines'
  choices?: readonly { id: string; says: string }[]
  after?: string
  /** Asked only while another field begins so, or says anything but that. */
  onlyIf?: { field: string } & ({ begins: string } | { isNot: string })
  /** A figure that keeps its distance below another one, as long as nobody has written in it. */
  below?: string
}
interface Props {
  field: PlainField
  register: UseFormRegisterReturn
  problem: string | undefined
}

const WIDTHS: Partial<Record<PlainField['type'], string>> = {
  number: '100px',
  time: '140px',
  date: '170px',
}

/** A labelled field with its problem under it. */
export function PlainFieldBox(props: Props) {
  const measures = useMeasures()
  const { field, problem } = props
  if (field.type === 'radio') return <Radios {...props} />
  return (
    <Labelled
      name={field.name}
      label={field.label}
      after={field.after && measures.unit(field.after)}
      problem={problem}
    >
      <Control {...props} />
    </Labelled>
  )
}

function Control({ field, register, problem }: Props) {
  const shared = {
    ...register,
    ...tiedTo(field.name, problem),
  }
  switch (field.type) {
    case 'choice':
      return (
        <Select {...shared}>
          {field.choices?.map((choice) => (
            <option key={choice.id} value={choice.id}>
              {choice.says}
            </option>
          ))}
        </Select>
      )
    case 'lines':
      return <TextArea {...shared} rows={4} w="240px" py={1.5} />
    default:
      return (
        <Input
          {...shared}
          type={field.type === 'date' || field.type === 'time' ? field.type : 'text'}
          inputMode={field.type === 'number' ? 'decimal' : undefined}
          w={WIDTHS[field.type] ?? '220px'}
          autoComplete="off"
        />
      )
  }
}

/** A choice between a few sentences, all to be seen. */
function Radios({ field, register, problem }: Props) {
  return (
    <Box
      role="radiogroup"
      aria-label={field.label}
      aria-describedby={problem ? `${field.name}-problem` : undefined}
      w="100%"
    >
      <Flex columnGap={5} wrap="wrap">
        {field.choices?.map((choice) => (
          <chakra.label
            key={choice.id}
            display="inline-flex"
            alignItems="center"
            gap={2}
            minH="38px"
            cursor="pointer"
          >
            <Tick type="radio" value={choice.id} {...register} />
            {choice.says}
          </chakra.label>
        ))}
      </Flex>
      <Problem id={`${field.name}-problem`} says={problem} />
    </Box>
  )
}
