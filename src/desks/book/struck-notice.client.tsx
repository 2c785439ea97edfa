'use client'

import { Box, chakra, Flex } from '@chakra-ui/react'
import {
  createContext,
  useContext,
  useEffect,
  useRef,
  useState,
  useTransition,
  type ReactNode,
} from 'react'
import { ask, sayProblems } from '@/ui/ask.client'
import { strike } from './actions'
import { Button } from '@/ui/kit/button.client'

interface Notice {
  id: string
  says: string
  struck: boolean
  problem?: string | null
}
const Context = createContext<(notice: Notice) => void>(() => {})

/** Lets a line of the book say that it was struck out or brought back, though the line itself leaves the page. */
export const useStruckNotice = () => useContext(Context)

/** The last strike and the way back, kept in view over the journal's own refresh. */
export function StruckNotice({ slug, children }: { slug: string; children: ReactNode }) {
  const [notice, setNotice] = useState<Notice | null>(null)
  const [busy, start] = useTransition()
  // The line that had the focus is gone: the hand is led to the way back.
  const way = useRef<HTMLButtonElement>(null)
  const told = notice && `${notice.id} ${notice.struck}`
  useEffect(() => {
    if (told) way.current?.focus()
  }, [told])
  const undo = () =>
    start(async () => {
      if (!notice) return
      const answer = await ask(() => strike(slug, notice.id, !notice.struck))
      setNotice(
        answer.ok
          ? { ...notice, struck: !notice.struck, problem: null }
          : { ...notice, problem: sayProblems(answer) },
      )
    })
  return (
    <Context.Provider value={setNotice}>
      {children}
      <Box role="status">
        {notice ? (
          <Flex
            position="fixed"
            left={4}
            bottom={{ base: '60px', md: 4 }}
            zIndex={3}
            bg="ink"
            color="paper"
            px={4}
            py={2}
            gap={4}
            align="center"
            maxW="90vw"
          >
            <span>
              {notice.struck ? 'Struck out' : 'Brought back'}: {notice.says}
              {notice.problem ? <Box role="alert">{notice.problem}</Box> : null}
            </span>
            <Button
              ref={way}
              look="quiet"
              size="plain"
              color="paper"
              busy={busy}
              onClick={() => undo()}
            >
              Undo
            </Button>
            <chakra.button
              type="button"
              onClick={() => setNotice(null)}
              minH="36px"
              px={2}
              cursor="pointer"
              aria-label="Close this notice"
            >
              ✕
            </chakra.button>
          </Flex>
        ) : null}
      </Box>
    </Context.Provider>
  )
}
