'use client'

import { Box, chakra, Flex } from '@chakra-ui/react'
import { useRouter } from 'next/navigation'
import { sayProblems, type Answer, type Sending } from '@/ui/ask.client'
import { PlainForm } from '@/ui/plain-form.client'
import { useSending } from '@/ui/use-sending.client'

export type Fields = Record<string, string>
/** Which line of the page is open, and how another is opened. */
export type Items = (key: string) => { open: boolean; onToggle: () => void }

export function Part({ title, children }: { title: string; children: React.ReactNode }) {
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

/** A form of the page; what was written is shown at once. */
export function Sheet({
  says,
  ...form
}: Omit<React.ComponentProps<typeof PlainForm>, 'onDone' | 'onSend'> & {
  onSend: (fields: Fields, sending: Sending) => Promise<Answer<string>>
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
export function Again({
  says,
  button,
  onAgain,
}: {
  says: string
  button: string
  onAgain: (sending: Sending) => Promise<Answer<string>>
}) {
  const router = useRouter()
  const { busy, refusal, send } = useSending()
  const act = async () => {
    const answer = await send(onAgain)
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
