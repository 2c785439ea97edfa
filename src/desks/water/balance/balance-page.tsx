import { sayFlow } from '@/core/water/balance/balance.words'
import { Box, Flex } from '@chakra-ui/react'
import type { TankHistory } from '@/core/history/types'
import type { Parameter } from '@/core/quantity/units'
import type { Estimate } from '@/core/quantity/estimate'
import { sayEstimate, sayNumber } from '@/core/quantity/say'
import { BALANCED, nitrificationCost, type Balance } from '@/core/water/balance/balance'
import { now } from '@/data/clock'
import { reckoned } from '@/data/analysis-cache'
import { storyOr404 } from '@/data/tank'
import { AsTable, type TableOfChart } from '@/ui/chart/as-table.client'
import NextLink from '@/ui/page-link'
import { balanceModel, type BalanceModel } from './balance-model'
import { Section, TankName } from '@/ui/frame/desk-frame'
import { DryVessel, WaterFrame } from '../frame'
import { nameOf, nameWithin, unitOf } from '@/core/quantity/parameter-name'
import { chosen } from '../chosen-parameter'
import { ParameterPick } from '../parameter-pick'
import { Streams } from './streams'
import { WhatIf } from '../changes/what-if.client'

/** Balance: where a parameter comes from and goes to, and what would happen if. */
export async function BalancePage({
  slug,
  of,
}: {
  slug: string
  of: string | string[] | undefined
}) {
  const story = await storyOr404(slug)
  if (story.vessel.kind === 'terrarium') return <DryVessel slug={slug} name={story.vessel.name} />
  const model = modelOf(story, chosen(of, BALANCED, 'nitrate'))
  return (
    <WaterFrame
      slug={slug}
      page="/balance"
      title={
        <>
          <TankName>{model.name}</TankName>{' '}
          {model.balance
            ? sentence(model.balance, model.parameter)
            : `has no balance of ${nameWithin(model.parameter)} yet.`}
        </>
      }
    >
      <ParameterPick slug={slug} path="/balance" offered={BALANCED} open={model.parameter} />
      {model.balance ? (
        <Flex gap={8} direction={{ base: 'column', lg: 'row' }} align="flex-start">
          <Drawn model={model} balance={model.balance} />
          <Box flex={1}>
            <Reading model={model} balance={model.balance} />
          </Box>
        </Flex>
      ) : (
        <Box className="serif" fontSize="lg" mb={5}>
          {model.refusal}{' '}
          <NextLink href={`/tanks/${slug}/book?log=reading&parameter=${model.parameter}`}>
            Log a reading
          </NextLink>
        </Box>
      )}
      {model.whatIf ? <WhatIf key={model.parameter} model={model} input={model.whatIf} /> : null}
    </WaterFrame>
  )
}

const modelOf = (story: TankHistory, parameter: Parameter): BalanceModel =>
  reckoned(story, now(), `balance ${parameter}`, (at) => balanceModel(story, parameter, at))

/** The streams drawn, lying or standing as the page is wide, and as figures. */
function Drawn({ model, balance }: { model: BalanceModel; balance: Balance }) {
  return (
    <Box flex={{ lg: '0 0 66%' }} w={{ base: '100%', lg: 'auto' }} minW={0}>
      {[false, true].map((onPhone) => (
        <Box
          key={String(onPhone)}
          display={{ base: onPhone ? 'block' : 'none', md: onPhone ? 'none' : 'block' }}
        >
          <Streams
            balance={balance}
            level={model.now ? sayEstimate(model.now, onPhone ? '' : unitOf(model.parameter)) : ''}
            name={nameOf(model.parameter)}
            unit={unitOf(model.parameter)}
            onPhone={onPhone}
          />
        </Box>
      ))}
      <AsTable
        title={`${nameOf(model.parameter)} in a week, ${unitOf(model.parameter)}`}
        table={streamsTable(balance)}
      />
    </Box>
  )
}

/** The streams as figures, the level last. */
const streamsTable = ({ parameter, flows, levelPerWeek }: Balance): TableOfChart => ({
  columns: ['stream', 'a week (four in five)', 'because'],
  rows: [
    ...flows.map((flow) => streamRow(sayFlow(flow, parameter), flow.perWeek)),
    streamRow('the level itself', levelPerWeek),
  ],
})
const streamRow = (says: string, perWeek: Estimate) => [says, sayEstimate(perWeek), perWeek.because]

/** The heaviest stream in and out, in a sentence. */
function sentence(balance: Balance, parameter: BalanceModel['parameter']): string {
  const top = (sign: 1 | -1) =>
    balance.flows
      .filter((flow) => Math.sign(flow.perWeek.value) === sign)
      .reduce<Balance['flows'][number] | null>(
        (best, flow) =>
          best && Math.abs(best.perWeek.value) >= Math.abs(flow.perWeek.value) ? best : flow,
        null,
      )
  const [into, out] = [top(1), top(-1)]
  const share = (flow: Balance['flows'][number], sign: 1 | -1) =>
    Math.round(
      (100 * Math.abs(flow.perWeek.value)) /
        balance.flows
          .filter((other) => Math.sign(other.perWeek.value) === sign)
          .reduce((sum, other) => sum + Math.abs(other.perWeek.value), 0),
    )
  if (!into || !out) return `moves little ${nameWithin(parameter)}.`
  return `gets ${part(share(into, 1))} its ${nameWithin(parameter)} from ${SPOKEN[into.kind] ?? 'elsewhere'}, and loses ${part(share(out, -1))} it ${LOST[out.kind] ?? 'in ways nobody measured'}.`
}

const part = (percent: number) => (percent >= 99 ? 'all of' : `${percent} % of`)
type Kind = Balance['flows'][number]['kind']
const SPOKEN: Partial<Record<Kind, string>> = {
  feed: 'food',
  dose: 'bottles and salts',
  source: 'the new water',
  'top-up': 'top-ups',
  soil: 'the new soil',
  stones: 'stones and ground',
  unlogged: 'what nobody wrote down',
}
const LOST: Partial<Record<Kind, string>> = {
  changes: 'by changes',
  plants: 'to its plants',
  soil: 'to its soil',
  nitrification: 'to the acid of its food',
}

function Reading({ model, balance }: { model: BalanceModel; balance: Balance }) {
  const unit = unitOf(model.parameter)
  const feed =
    balance.parameter === 'nitrate' ? balance.flows.find((flow) => flow.kind === 'feed') : undefined
  const cost = feed ? nitrificationCost(feed.perWeek.value, balance.litres) : null
  return (
    <Section
      title="What it rests on"
      aside={`a week, by the last ${Math.round(balance.days)} days`}
    >
      <Box as="ul" listStyleType="none" m={0} p={0} fontSize="sm">
        {balance.flows.map((flow) => (
          <Box as="li" key={`${flow.kind}${Math.sign(flow.perWeek.value)}`} mb={1.5}>
            <b>
              {flow.perWeek.value < 0 ? '−' : '+'}
              {sayNumber(Math.abs(flow.perWeek.value), (flow.perWeek.high - flow.perWeek.low) / 2)}
            </b>{' '}
            {unit} <Box as="span">{sayFlow(flow, balance.parameter)}</Box>
            <Box color="pencil">{flow.perWeek.because}.</Box>
          </Box>
        ))}
      </Box>
      {cost ? (
        <Box fontSize="sm" mt={1}>
          Turning the food’s ammonia into nitrate takes{' '}
          {sayNumber(cost.oxygenGrams, cost.oxygenGrams / 5)} g of oxygen and{' '}
          {sayNumber(cost.khDegrees, cost.khDegrees / 5)} °dH of the KH a week.
        </Box>
      ) : null}
      <Box fontSize="sm" color="pencil" mt={2}>
        Filled streams are counted from the book, hatched ones are worked out; together they come to
        what the level did. What nobody measures (plants, soil, stones, the unwritten) takes up most
        of the difference.
      </Box>
    </Section>
  )
}
