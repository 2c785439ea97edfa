'use client'

import { useMeasures } from '@/ui/measures.client'
import { Box, chakra, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import type { Answer, Sending } from '@/ui/ask.client'
import { useWidth } from '@/ui/use-width.client'
import { useSending } from '@/ui/use-sending.client'
import { sayEstimate, sayNumber, sentence } from '@/core/quantity/say'
import { sayUse } from '@/core/water/gas/gas-use.words'
import { INDICATOR_COLOURS } from '@/core/quantity/indicator-colours'
import { sayPlateau } from '@/core/water/gas/carbon-dioxide-day.words'
import { METHOD_WORDS } from '@/core/water/gas/carbon-dioxide-methods.words'
import { RISEN_PH, SAFE_NH3 } from '@/core/water/gas/ammonia'
import { AsTable } from '@/ui/chart/as-table.client'
import { svgText } from '@/ui/drawing/svg-text'
import { stillBusy } from '@/ui/kit/button.client'
import { LevelMark } from '@/ui/marks/level-mark'
import NextLink from '@/ui/page-link'
import { sayMoment } from '@/ui/when'
import { Caution } from '../caution'
import { Outcome, SeeIt } from '../outcome.client'
import { Section } from '@/ui/frame/desk-frame'
import type { GasModel } from './gas-model'

const colour = (name: string) => `var(--chakra-colors-${name})`
/** The indicator's own colours, as near as paper allows; each has its name and its number of bars beside it. */
const TONES = ['#3F6E9A', '#3D8A86', '#5E8F45', '#A3A53C', '#CDB23A'] as const

type Colour = (colour: number, sending: Sending) => Promise<Answer>

export function Gas({ model, onColour }: { model: GasModel; onColour: Colour }) {
  return (
    <Flex gap={{ base: 2, xl: 10 }} direction={{ base: 'column', lg: 'row' }}>
      <Box flex={{ lg: '0 0 56%' }} minW={0}>
        <Methods model={model} />
        <Day model={model} />
      </Box>
      <Box flex={1} minW={0}>
        <Look model={model} onColour={onColour} />
        <Use model={model} />
        <Air model={model} />
        {model.notes.map((note) => (
          <Flex key={note.key} gap={2} align="baseline" fontSize="sm" mb={2}>
            <LevelMark level={note.level} />
            <Box>
              <Box as="b" className="serif">
                {sentence(note.says)}
              </Box>{' '}
              {note.detail} {note.suggests}
            </Box>
          </Flex>
        ))}
      </Box>
    </Flex>
  )
}

const SCALE_TOP = 70
const WIDTH = 300

/** Every method on one scale, with its name, its range and where it deceives. */
function Methods({ model }: { model: GasModel }) {
  const x = (value: number) => (Math.min(value, SCALE_TOP) / SCALE_TOP) * WIDTH
  return (
    <Section title="CO2, by each way of knowing it" aside="mg/L">
      {model.methods.map((method) => (
        <Box key={method.method} borderBottom="1px solid" borderColor="rule" py={1.5}>
          <Flex gap={3} align="center" wrap={{ base: 'wrap', md: 'nowrap' }}>
            <Box flex="1 1 190px" fontWeight={560} fontSize="sm">
              {METHOD_WORDS[method.method].name}
            </Box>
            <Box flex={`0 1 ${WIDTH}px`}>
              <svg
                viewBox={`0 0 ${WIDTH} 22`}
                width="100%"
                role="img"
                aria-label={
                  method.value
                    ? `${METHOD_WORDS[method.method].name}: ${sayEstimate(method.value)} mg/L`
                    : `${METHOD_WORDS[method.method].name}: no entry`
                }
              >
                <line x1={0} x2={WIDTH} y1={11} y2={11} stroke={colour('rule')} />
                {[0, 15, 30, 45, 60].map((tick) => (
                  <g key={tick}>
                    <line x1={x(tick)} x2={x(tick)} y1={8} y2={14} stroke={colour('graphite')} />
                  </g>
                ))}
                {method.value ? (
                  <>
                    <line
                      x1={x(method.value.low)}
                      x2={x(method.value.high)}
                      y1={11}
                      y2={11}
                      stroke={colour('pencil')}
                      strokeWidth={5}
                      strokeDasharray="4 2"
                      opacity={0.6}
                    />
                    <circle
                      cx={x(method.value.value)}
                      cy={11}
                      r={4.5}
                      fill={method.method === 'chart' ? colour('paper') : colour('ink')}
                      stroke={colour('ink')}
                    />
                  </>
                ) : null}
              </svg>
            </Box>
            <Box
              w="96px"
              textAlign="right"
              color={method.value ? 'pencil' : 'graphite'}
              fontSize="sm"
              whiteSpace="nowrap"
            >
              {method.value ? (
                sayEstimate(method.value)
              ) : (
                <Box as="span" color="pencil">
                  no entry
                </Box>
              )}
            </Box>
          </Flex>
          <Box fontSize="xs" color="pencil">
            {METHOD_WORDS[method.method].limits}
            {method.at && method.entryId ? (
              <>
                {' '}
                <NextLink href={`/tanks/${model.slug}/book?entry=${method.entryId}`}>
                  {sayMoment(method.at, model.zone, model.now)}
                </NextLink>
              </>
            ) : null}
          </Box>
        </Box>
      ))}
      <Flex
        gap={5}
        fontSize="sm"
        color="water"
        mt={1.5}
        wrap="wrap"
        css={{ '& a': { display: 'inline-block', paddingBlock: '4px' } }}
      >
        <NextLink href={`/tanks/${model.slug}/book?log=degassed-sample`}>
          log a sample left in the open
        </NextLink>
        <NextLink href={`/tanks/${model.slug}/book?log=reading&parameter=pH`}>log a pH</NextLink>
      </Flex>
    </Section>
  )
}

const DAY = { height: 190, right: 24, left: 34, bottom: 26, top: 12 } as const

/** The day's course from the hours of the gas, lamps above it. */
function Day({ model }: { model: GasModel }) {
  if (!model.day || !model.gas)
    return (
      <Section title="Over the day">
        No gas is given here: CO2 is what air, animals and plants leave.{' '}
        <NextLink href={`/tanks/${model.slug}/stands`}>It is given: say when</NextLink>
      </Section>
    )
  const atLamp = pointAtLamp(model, model.day)
  return (
    <Section title="Over the day" aside="pencilled">
      <DayDrawing model={model} day={model.day} gas={model.gas} atLamp={atLamp} />
      <AsTable
        title="CO2 over the day, pencilled"
        table={() => ({
          columns: ['hour', 'CO2, mg/L'],
          rows: (model.day?.points ?? [])
            .filter((point) => Number.isInteger(point.hour))
            .map((point) => [`${point.hour}:00`, sayNumber(point.value, 2)]),
        })}
      />
      <Box fontSize="sm">
        When the lamp comes on it stands near <b>{sayNumber(atLamp.value, 2)}</b> mg/L.{' '}
        <Box as="span" color="pencil">
          Reckoned from the hours of the gas: {model.day && sayPlateau(model.day)}, two thirds of
          the way in an hour and a half. Common practice: gas an hour or two before the lamp, off
          with it or an hour before.
        </Box>
      </Box>
    </Section>
  )
}

type GasDay = NonNullable<GasModel['day']>

function pointAtLamp(model: GasModel, day: GasDay) {
  const lampOn = hour(model.lamp.onAt)
  return day.points.reduce((best, point) =>
    Math.abs(point.hour - lampOn) < Math.abs(best.hour - lampOn) ? point : best,
  )
}

function DayDrawing({
  model,
  day,
  gas,
  atLamp,
}: {
  model: GasModel
  day: GasDay
  gas: NonNullable<GasModel['gas']>
  atLamp: GasDay['points'][number]
}) {
  const [ref, width] = useWidth<HTMLDivElement>(640)
  const most = Math.max(40, ...day.points.map((point) => point.value))
  const x = (hour: number) => DAY.left + (hour / 24) * (width - DAY.left - DAY.right)
  const y = (value: number) =>
    DAY.height - DAY.bottom - (value / most) * (DAY.height - DAY.bottom - DAY.top)
  const lampOn = hour(model.lamp.onAt)
  const lampOff = Math.min(24, lampOn + model.lamp.hours)
  return (
    <Box ref={ref}>
      <svg
        viewBox={`0 0 ${width} ${DAY.height}`}
        width="100%"
        height={DAY.height}
        role="img"
        aria-label={`CO2 over the day: ${sayNumber(atLamp.value, 2)} mg/L when the lamp comes on at ${model.lamp.onAt}, ${sayNumber(Math.max(...day.points.map((point) => point.value)), 2)} at most`}
      >
        <rect
          x={x(lampOn)}
          y={DAY.top - 8}
          width={x(lampOff) - x(lampOn)}
          height={6}
          fill={colour('leaf-pale')}
        />
        <text x={x(lampOff) + 6} y={DAY.top} fill={colour('pencil')} style={svgText(12)}>
          lamp
        </text>
        <rect
          x={x(hour(gas.onAt))}
          y={DAY.height - DAY.bottom - 4}
          width={Math.max(0, x(hour(gas.offAt)) - x(hour(gas.onAt)))}
          height={4}
          fill={colour('water')}
        />
        <text
          x={x(hour(gas.offAt)) + 6}
          y={DAY.height - DAY.bottom - 3}
          fill={colour('pencil')}
          style={svgText(12)}
        >
          gas
        </text>
        {[0, 10, 20, 30, 40]
          .filter((value) => value <= most)
          .map((value) => (
            <g key={value}>
              <line
                x1={DAY.left}
                x2={width - DAY.right}
                y1={y(value)}
                y2={y(value)}
                stroke={colour('rule')}
                strokeDasharray="2 3"
              />
              <text
                x={DAY.left - 6}
                y={y(value) + 4}
                textAnchor="end"
                fill={colour('pencil')}
                style={svgText(12)}
              >
                {value}
              </text>
            </g>
          ))}
        {[0, 6, 12, 18, 24].map((at) => (
          <text
            key={at}
            x={x(at)}
            y={DAY.height - 8}
            textAnchor="middle"
            fill={colour('pencil')}
            style={svgText(12)}
          >
            {at}:00
          </text>
        ))}
        <path
          d={`M${day.points.map((point) => `${x(point.hour).toFixed(1)} ${y(point.value).toFixed(1)}`).join('L')}`}
          fill="none"
          stroke={colour('pencil')}
          strokeWidth={2}
          strokeDasharray="6 4"
        />
        <circle
          cx={x(atLamp.hour)}
          cy={y(atLamp.value)}
          r={4}
          fill={colour('paper')}
          stroke={colour('ink')}
          strokeWidth={1.4}
        />
      </svg>
    </Box>
  )
}

const hour = (clock: string) => Number(clock.slice(0, 2)) + Number(clock.slice(3)) / 60

/** What does the indicator show now? One touch writes it down. */
function Look({ model, onColour }: { model: GasModel; onColour: Colour }) {
  const [said, setSaid] = useState<string | null>(null)
  const { busy, refusal, send } = useSending()
  const log = async (index: number) => {
    const answer = await send((sending) => onColour(index + 1, sending))
    setSaid(answer.ok ? `${INDICATOR_COLOURS[index].name} stands in the book.` : null)
  }
  return (
    <Section title="What does the indicator show?">
      <Flex gap={1.5} wrap="wrap">
        {INDICATOR_COLOURS.map((one, i) => (
          <chakra.button
            key={one.name}
            type="button"
            onClick={() => void log(i)}
            {...stillBusy(busy)}
            cursor="pointer"
            border="1px solid"
            borderColor="ink"
            flex="1 1 78px"
            minH="84px"
            px={0.5}
            pt={2}
            display="flex"
            flexDirection="column"
            alignItems="center"
            justifyContent="flex-start"
            fontSize="13px"
            bg="paper"
          >
            <svg
              width={46}
              height={18}
              aria-hidden="true"
              style={{ display: 'block', margin: '0 auto 2px' }}
            >
              <rect width={46} height={18} fill={TONES[i]} />
              {Array.from({ length: i + 1 }, (_, bar) => (
                <line
                  key={bar}
                  x1={6 + bar * 8}
                  x2={6 + bar * 8}
                  y1={3}
                  y2={15}
                  stroke="#FBF8EF"
                  strokeWidth={2}
                />
              ))}
            </svg>
            {one.name}
            <Box as="span" display="block" fontSize="xs" color="pencil">
              {one.low}–{one.high}
            </Box>
          </chakra.button>
        ))}
      </Flex>
      <Outcome said={said} refusal={refusal} mt={1.5}>
        <SeeIt slug={model.slug} kind="reading" />
      </Outcome>
      <Colours model={model} />
      <Caution>
        Gulping at the surface, hanging gills, colours gone: too much gas. Close it, stir the
        surface, and change water if they do not recover. The cylinder stands upright, fixed, in an
        aired room; regulators are a specialist’s work.
      </Caution>
    </Section>
  )
}

/** The last looks, one small bar each, left to right. */
function Colours({ model }: { model: GasModel }) {
  if (model.colours.length === 0) return null
  const step = 320 / Math.max(12, model.colours.length)
  return (
    <svg
      viewBox="0 -1 320 42"
      width="100%"
      role="img"
      aria-label={`The last ${model.colours.length} looks: ${model.colours.map((look) => INDICATOR_COLOURS[look.colour - 1]?.name).join(', ')}`}
      style={{ marginTop: 4, maxWidth: 420 }}
    >
      <rect x={0} y={40 - 3 * 7.4} width={320} height={7.4} fill={colour('wash')} />
      {model.colours.map((look, i) => (
        <rect
          key={look.at}
          x={i * step}
          y={40 - look.colour * 7.4}
          width={Math.max(3, step - 3)}
          height={7.4}
          fill={TONES[look.colour - 1]}
          stroke={colour('ink')}
          strokeWidth={0.5}
        />
      ))}
    </svg>
  )
}

/** Two means of a coarse colour that differ by less are the same, mg/L. */
const SAME_COLOUR = 3
const sayCourse = (before: number, now: number): string =>
  Math.abs(now - before) < SAME_COLOUR
    ? `stayed near ${sayNumber(now, 1)}`
    : `went from ${sayNumber(before, 1)} to ${sayNumber(now, 1)}`

function Use({ model }: { model: GasModel }) {
  const { use } = model
  return (
    <Section title="What the gas costs">
      {use ? (
        <>
          {sayUse(use.now)} {use.measure} in the last three weeks, {sayUse(use.before)} in the nine
          before
          {use.colourNow !== null && use.colourBefore !== null ? (
            <>; the indicator {sayCourse(use.colourBefore, use.colourNow)} mg/L</>
          ) : null}
          .{' '}
          {use.leakSuspected ? (
            <Box as="b" color="clay">
              More gas and no more in the water: look for a leak.
            </Box>
          ) : (
            <Box as="span" color="moss">
              Nothing speaks for a leak.
            </Box>
          )}
        </>
      ) : (
        'Count the bubbles or weigh the cylinder now and then: more use at the same colour betrays a leak.'
      )}
      <Box color="water" fontSize="sm" mt={1}>
        <NextLink href={`/tanks/${model.slug}/book?log=gas-use`}>log bubbles or weight</NextLink>
      </Box>
    </Section>
  )
}

function Air({ model }: { model: GasModel }) {
  const measures = useMeasures()
  const { oxygen, ammonia } = model
  return (
    <>
      <Section title="Oxygen at this height">
        Water at {measures.say(model.temperature.value, '°C', 0.3)} and{' '}
        {measures.say(model.altitudeM, 'm', 1)} holds{' '}
        <Box as="span" color="pencil">
          {sayEstimate(oxygen.saturation, 'mg/L')}
        </Box>{' '}
        at most; the air presses {Math.round(model.pressure * 100)} % of what it does by the sea.
        {oxygen.measured && oxygen.share && model.oxygenLast ? (
          <Box>
            Last read on {sayMoment(model.oxygenLast, model.zone, model.now)}; it stands near{' '}
            {sayEstimate(oxygen.measured, 'mg/L')}, {Math.round(oxygen.share.value * 100)} % of
            that.
          </Box>
        ) : (
          <Box color="pencil">Nobody measured it; before the lamps come on it stands lowest.</Box>
        )}
      </Section>
      <Section title="Ammonia, by pH and warmth">
        {ammonia ? (
          <>
            At pH {sayNumber(model.pH?.value ?? 7, 0.1)} and{' '}
            {measures.say(model.temperature.value, '°C', 0.3)},{' '}
            {sayNumber(ammonia.share * 100, ammonia.share * 20)} % of it is un-ionised and harms:
            now{' '}
            {ammonia.unionised.value < 0.001
              ? 'less than 0.001'
              : `about ${sayNumber(ammonia.unionised.value, 0.002)}`}{' '}
            mg/L NH3, where {SAFE_NH3} is the usual limit. It would take{' '}
            {sayNumber(ammonia.limitTotal, ammonia.limitTotal / 2)} mg/L of total ammonia to reach
            that as the water is, but only{' '}
            {sayNumber(ammonia.limitTotalRisen, ammonia.limitTotalRisen / 2)} at pH {RISEN_PH}
            {model.ammoniaLast ? (
              <Box as="span" color="pencil">
                {' '}
                (last tested {sayMoment(model.ammoniaLast, model.zone, model.now)})
              </Box>
            ) : null}
            .
            <Caution>
              In a settled tank any ammonia is a sign that something is wrong. While there is some,
              change water, but do nothing that lifts the pH: no harder water, no gas turned off at
              a stroke.
            </Caution>
          </>
        ) : (
          'It takes an ammonia and a pH test to tell.'
        )}
      </Section>
    </>
  )
}
