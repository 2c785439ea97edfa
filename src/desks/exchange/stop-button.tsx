import { chakra } from '@chakra-ui/react'

/** Stops what takes its time. */
export function StopButton({ onStop }: { onStop: () => void }) {
  return (
    <chakra.button
      type="button"
      onClick={onStop}
      minH="32px"
      px={2}
      color="clay"
      textDecoration="underline"
      cursor="pointer"
    >
      stop
    </chakra.button>
  )
}
