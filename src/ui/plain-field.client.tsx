'use client'

import { Box, chakra, Flex } from '@chakra-ui/react'
import type { UseFormRegisterReturn } from 'react-hook-form'

export interface PlainField {
  name: string
  label: string
  type: 'number' | 'text' | 'date' | 'time' | 'choice' | 'radio' | 'lines'
  choices?: readonly { id: string; says: string }[]
  after?: string
  /** Asked only while another field begins so. */
  onlyIf?: { field: string; begins: string }
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
const box = {
  border: '1px solid',
  borderColor: 'graphite',
  bg: 'paper',
  px: 2,
  minH: '42px',
  borderRadius: 0,
  maxW: '100%',
} as const

/** A labelled field with its problem under it. */
export function PlainFieldBox(props: Props) {
  const { field, problem } = props
  if (field.type === 'radio') return <Radios {...props} />
  return (
    <Box maxW="260px">
      <chakra.label htmlFor={`field-${field.name}`} display="block" fontSize="sm" mb={1}>
        {field.label}
      </chakra.label>
      <Flex gap={1.5} align="center">
        <Control {...props} />
        {field.after ? (
          <Box as="span" fontSize="sm" color="pencil">
            {field.after}
          </Box>
        ) : null}
      </Flex>
      <Problem name={field.name} says={problem} />
    </Box>
  )
}

function Problem({ name, says }: { name: string; says: string | undefined }) {
  return says ? (
    <Box id={`${name}-problem`} role="alert" color="clay" fontSize="sm">
      {says}
    </Box>
  ) : null
}

function Control({ field, register, problem }: Props) {
  const shared = {
    ...register,
    ...box,
    id: `field-${field.name}`,
    'aria-invalid': Boolean(problem),
    'aria-describedby': problem ? `${field.name}-problem` : undefined,
  }
  switch (field.type) {
    case 'choice':
      return (
        <chakra.select {...shared}>
          {field.choices?.map((choice) => (
            <option key={choice.id} value={choice.id}>
              {choice.says}
            </option>
          ))}
        </chakra.select>
      )
    case 'lines':
      return <chakra.textarea {...shared} rows={4} w="240px" py={1.5} />
    default:
      return (
        <chakra.input
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
            <chakra.input type="radio" value={choice.id} accentColor="ink" {...register} />
            {choice.says}
          </chakra.label>
        ))}
      </Flex>
      <Problem name={field.name} says={problem} />
    </Box>
  )
}
