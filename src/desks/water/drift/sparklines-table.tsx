import { sayWhyTest } from '@/core/water/balance/worth-testing.words'
import { useMeasures } from '@/ui/measures.client'
import { Box } from '@chakra-ui/react'
import { sayAgo } from '@/core/quantity/say'
import { svgText } from '@/ui/drawing/svg-text'
import NextLink from '@/ui/page-link'
import type { DriftModel } from './drift-model'
import { Section } from '@/ui/frame/desk-frame'
import { sayNumber } from '@/core/quantity/say'
import { nameOf, unitOf } from '@/core/quantity/parameter-name'
import { STRIP, TODAY_X, type Lane, type Sparkline } from './sparklines'

const colour = (name: string) => `var(--chakra-colors-${name})`

/** Every parameter on one time axis, what was done below them. */
export function Sparklines({ model }: { model: DriftModel }) {
  return (
    <Box mt={5}>
      <Section title="All that was read, on the same days" aside="shaded: what is wanted">
        {model.strips.length === 0 ? (
          'Nothing yet.'
        ) : (
          <Box className="strips">
            {model.strips.map((strip) => (
              <Row
                key={strip.parameter}
                strip={strip}
                slug={model.slug}
                today={model.today}
                open={strip.parameter === model.parameter}
              />
            ))}
            <Lanes lanes={model.lanes} months={model.months} />
          </Box>
        )}
      </Section>
    </Box>
  )
}

/** The tests worth making now. */
export function Tests({ model }: { model: DriftModel }) {
  const measures = useMeasures()
  return (
    <Section title="Worth testing now">
      {model.tests.length === 0 ? (
        'Nothing: no single test would change what you do.'
      ) : (
        <Box as="ol" pl={5} m={0}>
          {model.tests.map((test) => (
            <Box as="li" key={test.parameter} mb={1}>
              <b>{nameOf(test.parameter)}</b>{' '}
              <Box as="span" color="pencil">
                {sayWhyTest(test, measures)}
                {model.prices[test.parameter] === undefined
                  ? ''
                  : `, ${sayNumber(model.prices[test.parameter] ?? 0, 0.05)} a test`}
                .
              </Box>{' '}
              <Box
                as="span"
                color="water"
                css={{ '& a': { display: 'inline-block', paddingBlock: '4px' } }}
              >
                <NextLink
                  href={`/tanks/${model.slug}/book?log=reading&parameter=${test.parameter}`}
                >
                  log it
                </NextLink>
              </Box>
            </Box>
          ))}
        </Box>
      )}
      <Box fontSize="sm" color="pencil" mt={1}>
        Ranked by what a test would settle, not by the calendar.
      </Box>
    </Section>
  )
}

/** Chance outside the band at which a row says so. */
const LIKELY_OUTSIDE = 0.5

function Row({
  strip,
  slug,
  today,
  open,
}: {
  strip: Sparkline
  slug: string
  today: number
  open: boolean
}) {
  const measures = useMeasures()
  const outside = strip.outside >= LIKELY_OUTSIDE
  const side = sideOf(strip.now.value, strip.band)
  return (
    <div className={open ? 'strip open' : 'strip'}>
      <NextLink
        href={`/tanks/${slug}/water?of=${strip.parameter}`}
        scroll={false}
        aria-current={open ? 'true' : undefined}
      >
        {nameOf(strip.parameter)}
      </NextLink>
      <span className="pencil">{measures.sayEstimate(strip.now, unitOf(strip.parameter))}</span>
      <svg
        viewBox={`0 0 ${STRIP.width} ${STRIP.height}`}
        width="100%"
        aria-hidden="true"
        style={{ display: 'block' }}
      >
        {strip.wanted ? (
          <rect
            x={0}
            y={strip.wanted.y}
            width={STRIP.width}
            height={strip.wanted.height}
            fill={colour('wash')}
            opacity={0.75}
          />
        ) : null}
        <path d={strip.range} fill={colour('graphite')} opacity={0.32} />
        <path d={strip.rangeAhead} fill={colour('graphite')} opacity={0.16} />
        <path d={strip.line} fill="none" stroke={colour('pencil')} strokeWidth={1} />
        <path
          d={strip.lineAhead}
          fill="none"
          stroke={colour('pencil')}
          strokeWidth={1.1}
          strokeDasharray="4 3"
        />
        <line
          x1={TODAY_X}
          x2={TODAY_X}
          y1={0}
          y2={STRIP.height}
          stroke={colour('ink')}
          strokeWidth={1}
        />
        {strip.marks.map((mark, i) =>
          mark.aside ? (
            <circle
              key={i}
              cx={mark.x}
              cy={mark.y}
              r={2.4}
              fill="none"
              stroke={colour('clay')}
              strokeWidth={1.2}
            />
          ) : (
            <g key={i}>
              <line
                x1={mark.x}
                x2={mark.x}
                y1={mark.top}
                y2={mark.foot}
                stroke={colour('ink')}
                strokeWidth={0.8}
                opacity={0.55}
              />
              <circle cx={mark.x} cy={mark.y} r={1.9} fill={colour('ink')} />
            </g>
          ),
        )}
      </svg>
      <span className="pencil when">
        {outside ? (
          <b className="outside">
            {SIDE_MARK[side]}
            {side}
          </b>
        ) : null}
        {sayAgo(today - strip.lastDay)}
      </span>
    </div>
  )
}

/** What was done, a thin row each, and the months below. */
function Lanes({ lanes, months }: { lanes: readonly Lane[]; months: DriftModel['months'] }) {
  return (
    <>
      {lanes.map((lane) => (
        <div className="strip lane" key={lane.kind}>
          <span />
          <span className="pencil">{lane.says}</span>
          <svg
            viewBox={`0 0 ${STRIP.width} 12`}
            width="100%"
            role="img"
            aria-label={`${lane.count} ${lane.says} in these days`}
            style={{ display: 'block' }}
          >
            <path
              d={lane.ticks}
              stroke={colour(
                lane.kind === 'water-change' || lane.kind === 'top-off' ? 'water' : 'ink',
              )}
              strokeWidth={1.5}
            />
            <line x1={TODAY_X} x2={TODAY_X} y1={0} y2={12} stroke={colour('ink')} strokeWidth={1} />
          </svg>
          <span />
        </div>
      ))}
      <div className="strip lane" aria-hidden="true">
        <span />
        <span />
        <svg viewBox={`0 0 ${STRIP.width} 18`} width="100%" style={{ display: 'block' }}>
          <line x1={0} x2={STRIP.width} y1={1} y2={1} stroke={colour('ink')} strokeWidth={1} />
          {months.map((month) => (
            <g key={month.x}>
              <line x1={month.x} x2={month.x} y1={1} y2={6} stroke={colour('ink')} />
              <text x={month.x + 3} y={15} fill={colour('pencil')} style={svgText(13.5)}>
                {month.name}
              </text>
            </g>
          ))}
        </svg>
        <span />
      </div>
    </>
  )
}

type Side = 'over' | 'under' | 'at the edge'
const SIDE_MARK: Record<Side, string> = { over: '▲ ', under: '▼ ', 'at the edge': '' }

/** On which side of its band a level stands that is not well inside it. */
function sideOf(value: number, { low, high }: { low: number | null; high: number | null }): Side {
  if (high !== null && value > high) return 'over'
  return low !== null && value < low ? 'under' : 'at the edge'
}
