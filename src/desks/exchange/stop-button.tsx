import { Button } from '@/ui/kit/button.client'

/** Stops what takes its time. */
export function StopButton({ onStop }: { onStop: () => void }) {
  return (
    <Button look="clay" size="line" onClick={onStop}>
      stop
    </Button>
  )
}
