'use client'

import { Box, chakra, Dialog, Portal } from '@chakra-ui/react'
import { usePathname, useRouter } from 'next/navigation'
import { useEffect, useState, useSyncExternalStore } from 'react'
import { DESKS } from './desks'
import { Tick } from '@/ui/kit/input'
import { UnitsChoice } from './units-choice.client'

const STORAGE = 'vivero-keys'

/** Single keys must not fire while somebody writes, and can be switched off (WCAG 2.1.4). */
function isWriting(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName))
  )
}

function onStorage(changed: () => void): () => void {
  window.addEventListener('storage', changed)
  return () => window.removeEventListener('storage', changed)
}
const keysEnabled = () => window.localStorage.getItem(STORAGE) !== 'off'

/** Opens the list of keys with `?`, and hears the desk keys wherever the reader is. */
export function KeysButton() {
  const [open, setOpen] = useState(false)
  const enabled = useSyncExternalStore(onStorage, keysEnabled, () => true)
  const router = useRouter()
  const path = usePathname()
  const tank = /^\/tanks\/([^/]+)/.exec(path)?.[1]
  useEffect(() => {
    const hear = (event: KeyboardEvent) => {
      if (!enabled || event.ctrlKey || event.metaKey || event.altKey || isWriting(event.target))
        return
      if (event.key === '?') setOpen(true)
      if (event.key === '0') router.push('/')
      if (!tank) return
      const desk = DESKS.find((candidate) => candidate.key === event.key.toLowerCase())
      if (desk) router.push(`/tanks/${tank}${desk.path}`)
    }
    window.addEventListener('keydown', hear)
    return () => window.removeEventListener('keydown', hear)
  }, [enabled, router, tank])
  const choose = (on: boolean) => {
    window.localStorage.setItem(STORAGE, on ? 'on' : 'off')
    window.dispatchEvent(new StorageEvent('storage', { key: STORAGE }))
  }
  return (
    <>
      <chakra.button
        type="button"
        onClick={() => setOpen(true)}
        cursor="pointer"
        color="pencil"
        minH="28px"
        px={1}
      >
        ? keys
      </chakra.button>
      <Dialog.Root open={open} onOpenChange={(details) => setOpen(details.open)} size="sm">
        <Portal>
          <Dialog.Backdrop />
          <Dialog.Positioner>
            <Dialog.Content bg="paper" color="ink" borderRadius="2px">
              <Dialog.Header>
                <Dialog.Title className="serif">Keys</Dialog.Title>
              </Dialog.Header>
              <Dialog.Body>
                <Box as="dl" display="grid" gridTemplateColumns="5rem 1fr" rowGap={1} fontSize="sm">
                  {[
                    ['0', 'the bench'],
                    ...DESKS.map((desk) => [desk.key, `${desk.name}: ${desk.answers}`]),
                    ['[ and ]', 'a day back, a day on (Look)'],
                    ['Enter', 'ink what is pencilled (Round)'],
                    ['Esc', 'close, leave'],
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
                <chakra.label display="flex" gap={2} mt={4} fontSize="sm" alignItems="center">
                  <Tick
                    type="checkbox"
                    checked={enabled}
                    onChange={(event) => choose(event.target.checked)}
                  />{' '}
                  Single keys open desks
                </chakra.label>
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
    </>
  )
}
