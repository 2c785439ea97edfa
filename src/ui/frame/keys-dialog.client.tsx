'use client'

import { Box, chakra, Dialog, Portal } from '@chakra-ui/react'
import { Tick } from '../kit/input.client'
import { useDesks } from './desks.client'
import { STORAGE } from './keys-storage'
import { UnitsChoice } from './units-choice.client'

const choose = (on: boolean) => {
  window.localStorage.setItem(STORAGE, on ? 'on' : 'off')
  window.dispatchEvent(new StorageEvent('storage', { key: STORAGE }))
}

/** The list of keys, and how the keeper works: single keys or none, metric or US. */
export default function KeysDialog({
  enabled,
  onClose,
}: {
  enabled: boolean
  onClose: () => void
}) {
  return (
    <Dialog.Root
      defaultOpen
      size="sm"
      onOpenChange={(details) => {
        if (!details.open) onClose()
      }}
    >
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="paper" color="ink" borderRadius="2px">
            <Dialog.Header>
              <Dialog.Title className="serif">
                <span className="for-keys">Keys</span>
                <span className="for-touch">Measures</span>
              </Dialog.Title>
            </Dialog.Header>
            <Dialog.Body>
              <div className="for-keys">
                <KeyList />
                <chakra.label display="flex" gap={2} mt={4} fontSize="sm" alignItems="center">
                  <Tick
                    type="checkbox"
                    checked={enabled}
                    onChange={(event) => choose(event.target.checked)}
                  />{' '}
                  Single keys open desks
                </chakra.label>
              </div>
              <Box mt={2}>
                <UnitsChoice />
              </Box>
            </Dialog.Body>
            <Dialog.CloseTrigger asChild>
              <chakra.button
                type="button"
                minH="36px"
                minW="36px"
                fontSize="lg"
                cursor="pointer"
                aria-label="Close"
              >
                ×
              </chakra.button>
            </Dialog.CloseTrigger>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  )
}

function KeyList() {
  const desks = useDesks()
  return (
    <Box as="dl" display="grid" gridTemplateColumns="5rem 1fr" rowGap={1} fontSize="sm">
      {[
        ['0', 'the bench'],
        ...desks.map((desk) => [desk.key, `${desk.name}: ${desk.answers}`]),
        ['', 'on the bench, of the tank that comes first'],
        ['[ and ]', 'a day back, a day on (Look)'],
        ['← →', 'the same, with the time rule in focus'],
        ['Enter', 'ink what is pencilled; once more for what is asked (Round)'],
        ['Tab', 'from one thing to the next; Enter or the space bar does it'],
        ['Esc', 'close; leave the round, which is kept'],
        ['?', 'this list'],
      ].map(([key, says]) => (
        <Box key={key} display="contents">
          <Box as="dt" fontWeight={650}>
            {key}
          </Box>
          <Box as="dd">{says}</Box>
        </Box>
      ))}
    </Box>
  )
}
