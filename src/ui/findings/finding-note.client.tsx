'use client'

import { Box, chakra, Flex } from '@chakra-ui/react'
import NextLink from '@/ui/page-link'
import { useState, type Ref } from 'react'
import type { Finding } from '@/core/history/finding'
import type { Instant } from '@/core/quantity/time'
import { sayProblems, type Answer, type Sending } from '../ask.client'
import { LevelMark } from '../marks/level-mark'
import { useSending } from '../use-sending.client'
import css from './finding-note.module.css'
import { whereTo } from './where-to'
import { sayMoment } from '../when'
import { useKeptText } from '@/ui/kit/at-hand.client'
import { Button } from '@/ui/kit/button.client'
import { Input, Problem } from '@/ui/kit/input.client'

type Dispute = (finding: string, why: string, sending: Sending) => Promise<Answer>

/** A finding as a margin note: what, why on demand down to its entries, what to do, and the right to disagree. */
export function FindingNote({
  finding,
  tank,
  zone,
  now,
  onDispute,
  markRef,
  told = false,
}: {
  finding: Finding
  /** The page says its detail already. */
  told?: boolean
  tank: string
  zone: string
  now: Instant
  onDispute: Dispute
  markRef?: Ref<HTMLSpanElement>
}) {
  const [open, setOpen] = useState(false)
  const does = whereTo(finding)
  const classes = [finding.level === 'act' ? css.act : '', finding.disputed ? css.disputed : '']
  return (
    <article className={classes.join(' ')} data-finding={finding.key}>
      <div className={css.head}>
        <span ref={markRef} className={css.mark}>
          <LevelMark level={finding.level} />
        </span>
        <div className={css.body}>
          <h2 className={`serif ${css.title}`}>{finding.says}</h2>
          {told ? null : <div className={`serif ${css.detail}`}>{finding.detail}</div>}
          <div className={css.acts}>
            {does ? <NextLink href={`/tanks/${tank}${does.path}`}>{does.says}</NextLink> : null}
            <button
              type="button"
              className={css.why}
              onClick={() => setOpen(!open)}
              aria-expanded={open}
            >
              why
            </button>
          </div>
          {open ? (
            <Why finding={finding} tank={tank} zone={zone} now={now} onDispute={onDispute} />
          ) : null}
        </div>
      </div>
    </article>
  )
}

function Why({
  finding,
  tank,
  zone,
  now,
  onDispute,
}: {
  finding: Finding
  tank: string
  zone: string
  now: Instant
  onDispute: Dispute
}) {
  return (
    <Box mt={2} pl={3} borderLeft="2px solid" borderColor="rule" fontSize="sm">
      <Box as="ul" pl={4} m={0}>
        {finding.because.map((evidence, i) => (
          <li key={i}>
            {evidence.entryId && evidence.at ? (
              <>
                <NextLink href={`/tanks/${tank}/book?entry=${evidence.entryId}`}>
                  {evidence.says}
                </NextLink>{' '}
                <Box as="span" color="pencil">
                  {sayMoment(evidence.at, zone, now)}
                </Box>
              </>
            ) : (
              <Box as="span" color="pencil">
                {evidence.says}
              </Box>
            )}
          </li>
        ))}
      </Box>
      <Box mt={1.5}>
        <b>Suggests.</b> {finding.suggests}
      </Box>
      <Box mt={1}>
        <b>What would settle it.</b> {finding.wouldChangeMyMind}
      </Box>
      {finding.disputed ? (
        <Box mt={1} color="pencil">
          You disagreed on {sayMoment(finding.disputed.at, zone, now)}: {finding.disputed.why}
        </Box>
      ) : (
        <DisputeForm finding={finding} tank={tank} onDispute={onDispute} />
      )}
    </Box>
  )
}

function DisputeForm({
  finding,
  tank,
  onDispute,
}: {
  finding: Finding
  tank: string
  onDispute: Dispute
}) {
  const why = useKeptText(`dispute ${tank} ${finding.key}`)
  const { busy, refusal, send } = useSending()
  return (
    <chakra.form
      mt={2}
      onSubmit={(event) => {
        event.preventDefault()
        void send((sending) => onDispute(finding.key, why.text, sending)).then((answer) => {
          if (answer.ok) why.letGo()
        })
      }}
    >
      <chakra.label display="block">
        I see it otherwise, because
        <Flex gap={2} mt={1}>
          <Input
            value={why.text}
            onChange={(event) => why.write(event.target.value)}
            maxLength={500}
            minH="36px"
            flex={1}
            minW={0}
            aria-invalid={refusal !== null}
          />
          <Button look="paper" size="plain" type="submit" busy={busy}>
            Note it
          </Button>
        </Flex>
      </chakra.label>
      <Problem says={refusal && sayProblems(refusal)} />
    </chakra.form>
  )
}
