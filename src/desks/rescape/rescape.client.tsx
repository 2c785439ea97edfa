'use client'

import { Box, chakra, Flex } from '@chakra-ui/react'
import { sayProblems } from '@/ui/ask.client'
import NextLink from '@/ui/page-link'
import { useSending } from '@/ui/use-sending.client'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { sayHours, sayNumber } from '@/core/quantity/say'
import type { SaidSign } from '@/core/rescape/decline.words'
import type { SaidOption } from '@/core/rescape/options.words'
import { sayDay, sayMoment } from '@/ui/when'
import { draft } from './actions'
import { Button } from '@/ui/kit/button.client'
import { Input, Problem } from '@/ui/kit/input.client'

interface PlanLine {
  id: string
  title: string
  state: 'pencil' | 'set-aside'
  madeAt: string
  first: string
  stages: number
  steps: number
  done: number
}
interface Props {
  slug: string
  name: string
  zone: string
  now: string
  verdict: string
  signs: SaidSign[]
  options: SaidOption[]
  plans: PlanLine[]
  tomorrow: string
}

export function Rescape({
  slug,
  name,
  zone,
  now,
  verdict,
  signs,
  options,
  plans,
  tomorrow,
}: Props) {
  const present = signs
    .filter((sign) => sign.state === 'present')
    .sort((a, b) => b.strength - a.strength)
  const rest = signs.filter((sign) => sign.state !== 'present')
  const known = signs.filter((sign) => sign.state !== 'unknown').length
  return (
    <Box as="main" px={{ base: 3, md: 8 }} py={4} maxW="77.5rem">
      <Box as="h1" className="serif" fontSize={{ base: 'lg', md: 'xl' }}>
        <Box as="span" fontSize={{ base: '2xl', md: '3xl' }} fontWeight={680}>
          {name}
        </Box>{' '}
        {verdict}
      </Box>
      {plans.length > 0 ? <Plans slug={slug} zone={zone} now={now} plans={plans} /> : null}
      <Flex
        gap={{ base: 6, xl: 10 }}
        mt={4}
        direction={{ base: 'column', lg: 'row' }}
        align="flex-start"
      >
        <Box flex="1 1 46%" minW={0}>
          <Heading>
            Signs of decline, {known} of {signs.length} known
          </Heading>
          {present.map((sign, i) => (
            <Sign key={sign.sign} sign={sign} number={i + 1} slug={slug} zone={zone} now={now} />
          ))}
          {rest.map((sign) => (
            <Sign key={sign.sign} sign={sign} number={null} slug={slug} zone={zone} now={now} />
          ))}
        </Box>
        <Box flex="1 1 54%" minW={0}>
          <Heading>Options, weighed against these signs</Heading>
          {options.map((option, i) => (
            <Option
              key={option.key}
              option={option}
              first={i === 0}
              present={present}
              slug={slug}
              tomorrow={tomorrow}
            />
          ))}
          <Box fontSize="sm" color="pencil" mt={3}>
            The order is relief less hours, animals out, unsettled weeks and risk. What a remedy
            cures is common practice, not measurement: overrule it freely.
          </Box>
        </Box>
      </Flex>
    </Box>
  )
}

function Heading({ children }: { children: React.ReactNode }) {
  return (
    <Box
      as="h2"
      className="serif"
      fontWeight={620}
      fontSize="lg"
      borderBottom="1px solid"
      borderColor="ink"
      mb={2}
    >
      {children}
    </Box>
  )
}

const SAY_STATE = { unknown: 'not known', absent: 'not seen', present: null } as const

function Sign({
  sign,
  number,
  slug,
  zone,
  now,
}: {
  sign: SaidSign
  number: number | null
  slug: string
  zone: string
  now: string
}) {
  const [open, setOpen] = useState(false)
  return (
    <Flex
      gap={3}
      py={1.5}
      borderBottom="1px solid"
      borderColor="rule"
      align="baseline"
      color={number === null ? 'pencil' : 'ink'}
    >
      <SignNumber number={number} />
      <Box flex={1} minW={0}>
        <Flex align="baseline" gap={2}>
          <Box as="b" className="serif">
            {sign.label}
          </Box>
          <Box fontSize="sm">{SAY_STATE[sign.state]}</Box>
        </Flex>
        <Box fontSize="sm">
          {sign.says}{' '}
          <Button look="quiet" size="word" onClick={() => setOpen(!open)} aria-expanded={open}>
            why
          </Button>
        </Box>
        {open ? (
          <Box fontSize="sm" pl={3} mt={1} borderLeft="2px solid" borderColor="rule" color="ink">
            {sign.because.map((evidence, i) => (
              <Box key={i}>
                {evidence.entryId && evidence.at ? (
                  <>
                    <NextLink href={`/tanks/${slug}/book?entry=${evidence.entryId}`}>
                      {evidence.says}
                    </NextLink>{' '}
                    <Box as="span" color="pencil">
                      {sayMoment(evidence.at, zone, now)}
                    </Box>
                  </>
                ) : (
                  evidence.says
                )}
              </Box>
            ))}
            {sign.settle ? (
              <Box>
                <b>What would settle it.</b> {sign.settle}
              </Box>
            ) : null}
          </Box>
        ) : null}
      </Box>
      {number === null ? null : <Strength value={sign.strength} />}
    </Flex>
  )
}

function SignNumber({ number }: { number: number | null }) {
  return (
    <Box
      as="span"
      w="22px"
      h="22px"
      lineHeight="20px"
      textAlign="center"
      fontSize="xs"
      fontWeight={650}
      border="1px solid"
      borderColor={number === null ? 'graphite' : 'ink'}
      borderStyle={number === null ? 'dashed' : 'solid'}
      borderRadius="50%"
      flexShrink={0}
    >
      {number ?? '–'}
    </Box>
  )
}

/** Strength of a sign as tally-like strokes, 1 to 5. */
function Strength({ value }: { value: number }) {
  const strokes = Math.max(1, Math.round(value * 5))
  return (
    <svg
      width={44}
      height={16}
      role="img"
      aria-label={`strength ${strokes} of 5`}
      style={{ flexShrink: 0 }}
    >
      {Array.from({ length: 5 }, (_, i) => (
        <line
          key={i}
          x1={4 + i * 8}
          x2={7 + i * 8}
          y1={14}
          y2={2}
          stroke={`var(--chakra-colors-${i < strokes ? 'clay' : 'rule'})`}
          strokeWidth={i < strokes ? 2.4 : 1.2}
          strokeLinecap="round"
        />
      ))}
    </svg>
  )
}

function Option({
  option,
  first,
  present,
  slug,
  tomorrow,
}: {
  option: SaidOption
  first: boolean
  present: readonly SaidSign[]
  slug: string
  tomorrow: string
}) {
  return (
    <Box as="article" py={2} borderBottom="1px solid" borderColor="rule" data-option={option.key}>
      <Flex align="baseline" gap={3} wrap="wrap">
        <Box
          as="h3"
          className="serif"
          fontSize={first ? 'xl' : 'md'}
          fontWeight={first ? 680 : 560}
        >
          {option.name}
        </Box>
        <Box fontSize="sm" color="pencil">
          {option.says}
        </Box>
      </Flex>
      <Flex gap={1} mt={1} align="center" wrap="wrap">
        {present.map((sign, i) => (
          <Cure
            key={sign.sign}
            number={i + 1}
            label={sign.label}
            share={option.cures.find((cure) => cure.sign === sign.sign)?.share ?? 0}
          />
        ))}
        <Box fontSize="sm" ml={2}>
          <b>{Math.round(option.relief * 100)} %</b> of the trouble gone
        </Box>
      </Flex>
      <Box fontSize="sm" mt={1}>
        {option.key === 'leave' ? (
          'No work; four weeks of rounds.'
        ) : (
          <>
            <Box as="span" color="pencil" borderBottom="1px dashed" borderColor="graphite">
              {sayNumber(option.hands.value, 1)} h of hands ({sayNumber(option.hands.low, 1)}–
              {sayNumber(option.hands.high, 1)})
            </Box>
            {' · '}
            {option.animalsOut.value > 0 ? (
              <Box as="span" color="clay">
                animals out about {sayHours(Math.round(option.animalsOut.value))}
              </Box>
            ) : (
              'animals stay in'
            )}
            {' · '}settled in about {option.days} days{' · '}risk {option.risk}
          </>
        )}
      </Box>
      {option.leaves.length > 0 && option.leaves.length < present.length ? (
        <Box fontSize="sm" color="pencil">
          Leaves: {option.leaves.map((leave) => leave.label.toLowerCase()).join(', ')}.
        </Box>
      ) : null}
      {option.key === 'soil' ? (
        <Box fontSize="sm" color="pencil" mt={1}>
          No plan of its own: to renew the soil everything comes out, so it is planned as a full
          reset in which the layout goes back as it was.
        </Box>
      ) : null}
      {option.key === 'leave' || option.key === 'soil' ? null : (
        <DraftForm option={option} slug={slug} tomorrow={tomorrow} strong={first} />
      )}
    </Box>
  )
}

/** How much of a sign an option takes away: a ring filled from below, with the sign's number. */
function Cure({ number, label, share }: { number: number; label: string; share: number }) {
  const y = 20 - 18 * share
  return (
    <svg
      width={22}
      height={22}
      role="img"
      aria-label={`${label}: ${Math.round(share * 100)} % cured`}
    >
      <title>{`${label}: ${Math.round(share * 100)} % cured`}</title>
      <clipPath id={`c${number}-${Math.round(share * 100)}`}>
        <rect x={0} y={y} width={22} height={22 - y} />
      </clipPath>
      <circle
        cx={11}
        cy={11}
        r={9}
        fill="var(--chakra-colors-wash)"
        clipPath={`url(#c${number}-${Math.round(share * 100)})`}
      />
      <circle
        cx={11}
        cy={11}
        r={9}
        fill="none"
        stroke={share > 0 ? 'var(--chakra-colors-water)' : 'var(--chakra-colors-graphite)'}
        strokeDasharray={share > 0 ? undefined : '2 2'}
        strokeWidth={1.2}
      />
      <text
        x={11}
        y={14.6}
        textAnchor="middle"
        style={{ fontSize: 11, fontWeight: 600 }}
        fill={share > 0 ? 'var(--chakra-colors-ink)' : 'var(--chakra-colors-pencil)'}
      >
        {number}
      </text>
    </svg>
  )
}

function DraftForm({
  option,
  slug,
  tomorrow,
  strong,
}: {
  option: SaidOption
  slug: string
  tomorrow: string
  strong: boolean
}) {
  const router = useRouter()
  const { busy, refusal, send: sendOnce } = useSending()
  const problem = refusal ? sayProblems(refusal) : null
  // Read from the form itself: a day chosen before the page came alive counts too.
  const send = async (form: HTMLFormElement) => {
    const asked = { option: option.key, startOn: String(new FormData(form).get('startOn') ?? '') }
    const answer = await sendOnce((sending) => draft(slug, asked, sending))
    if (answer.ok) router.push(`/tanks/${slug}/rescape/${answer.value}`)
  }
  return (
    <chakra.form
      onSubmit={(event) => {
        event.preventDefault()
        void send(event.currentTarget)
      }}
      mt={1.5}
      fontSize="sm"
    >
      <Flex gap={2} align="center" wrap="wrap">
        <chakra.label display="flex" gap={2} alignItems="center">
          first day
          <Input
            type="date"
            name="startOn"
            defaultValue={tomorrow}
            minH="36px"
            aria-invalid={problem !== null}
          />
        </chakra.label>
        <Button look={strong ? 'ink' : 'paper'} size="plain" type="submit" busy={busy}>
          {busy ? 'Drawing up …' : `Pencil a plan: ${option.name.toLowerCase()}`}
        </Button>
      </Flex>
      <Problem says={problem} />
    </chakra.form>
  )
}

function Plans({
  slug,
  zone,
  now,
  plans,
}: {
  slug: string
  zone: string
  now: string
  plans: readonly PlanLine[]
}) {
  return (
    <Box as="section" mt={3} aria-label="Plans">
      {plans.map((plan) => (
        <Box key={plan.id} fontSize="md" color={plan.state === 'set-aside' ? 'pencil' : 'ink'}>
          <NextLink href={`/tanks/${slug}/rescape/${plan.id}`}>
            <b>{plan.title}</b>
          </NextLink>{' '}
          from {sayDay(plan.first, zone, now)},{' '}
          {plan.stages === 1 ? 'one stage' : `${plan.stages} stages`}, {plan.done} of {plan.steps}{' '}
          steps inked{plan.state === 'set-aside' ? ', set aside' : ''}
        </Box>
      ))}
    </Box>
  )
}
