import type { Measures } from '@/core/quantity/measures'
import { measuresHere } from '@/data/border/measures-here'
import { Box, Flex } from '@chakra-ui/react'
import NextLink from '@/ui/page-link'
import { describeEntry } from '@/core/history/describe'
import { entriesOf } from '@/core/history/journal-index'
import { ENTRY_KINDS, kindOf, type EntryKind } from '@/core/journal/entry'
import type { Shape } from '@/core/journal/shape'
import { usualMethod } from '@/core/journal/kinds/usual-method'
import type { Instant } from '@/core/quantity/time'
import { unitsOf } from '@/core/journal/kinds/reading'
import { isParameter, PARAMETERS, type Parameter } from '@/core/quantity/units'
import { nextChange } from '@/core/water/changes/regime'
import type { TankHistory } from '@/core/history/types'
import { forecastScore } from '@/core/judgement/score'
import { now } from '@/data/clock'
import { reckoned } from '@/data/analysis-cache'
import { database } from '@/data/database'
import { entryVersions, journalPage, type JournalFilter, type JournalPage } from '@/data/entries'
import { storyOr404 } from '@/data/tank'
import { instantIn, localMoment, zoneFormat } from '@/core/quantity/zone'
import { BringBack } from './bring-back.client'
import { EntryLine } from './entry-line.client'
import { Filters } from './filters.client'
import { formContext } from '@/ui/entry/form-context'
import { formOf, kindsFor, placeText, writtenOf, WRITTEN_KINDS } from '@/core/journal/written'
import { LogForm } from './log-form.client'
import { TestsForm, type TestRow } from './tests-form.client'
import { StruckNotice } from './struck-notice.client'

export type BookQuery = Record<string, string | string[] | undefined>
const PAGE = 50

/** Book: what happened. */
export async function BookDesk({ slug, query }: { slug: string; query: BookQuery }) {
  const story = await storyOr404(slug)
  const measures = await measuresHere()
  const zone = story.vessel.timeZone
  const at = now()
  const one = (name: string) => (typeof query[name] === 'string' ? query[name] : '')
  const filter = filterFrom(one, zone)
  const page = Math.max(0, Math.min(100000, Math.floor(Number(one('page')) || 0)))
  const journal = await journalPage(await database(), story.vessel.id, filter, page * PAGE, PAGE)
  const open = one('entry') ? story.entries.find((entry) => entry.id === one('entry')) : undefined
  const score = reckoned(story, at, 'score', () => forecastScore(story.entries))
  return (
    <Box as="main" px={{ base: 3, md: 8 }} py={4} maxW="68.75rem">
      <Box as="h1" className="serif" fontSize={{ base: 'lg', md: 'xl' }}>
        <Box as="span" fontSize={{ base: '2xl', md: '3xl' }} fontWeight={680}>
          {story.vessel.name}
        </Box>{' '}
        has {story.entries.length === 1 ? 'one line' : `${story.entries.length} lines`} in its book
        {story.entries.length > 0
          ? `, the first of ${zoneFormat(zone, { day: 'numeric', month: 'long', year: 'numeric' }).format(new Date(story.entries[0].at))}`
          : ''}
        .
      </Box>
      {score.met >= 20 ? (
        <Box fontSize="sm" color="pencil">
          Of {score.met} values pencilled before they were measured, {score.held} fell inside their
          range ({Math.round((100 * score.held) / score.met)} %; 80 % is the aim).
        </Box>
      ) : null}
      <LogBar slug={slug} vessel={story.vessel} />
      <Writing slug={slug} story={story} at={at} one={one} />
      {open ? <OpenEntry slug={slug} story={story} entryId={open.id} measures={measures} /> : null}
      <Filters
        slug={slug}
        counts={ENTRY_KINDS.map((kind) => ({
          kind,
          name: kindOf(kind).name,
          count: entriesOf(story.entries, kind).length,
        })).filter(({ count }) => count > 0)}
        plantings={story.plantings.map(({ id, stake, name }) => ({ id, stake, name }))}
        asked={asked(one)}
      />
      <StruckNotice slug={slug}>
        <Journal journal={journal} story={story} slug={slug} measures={measures} />
      </StruckNotice>
      <Pager slug={slug} query={query} page={page} total={journal.total} />
      <Flex mt={6} gap={5} fontSize="sm" color="water" wrap="wrap">
        <NextLink href={`/tanks/${slug}/book/import`}>Read a spreadsheet or CSV</NextLink>
        <a href={`/api/tanks/${slug}/readings`} download>
          Write readings.csv
        </a>
        <a href={`/api/tanks/${slug}/events`} download>
          Write events.csv
        </a>
        <a href={`/api/tanks/${slug}/growth`} download>
          Write growth.csv
        </a>
        <a href={`/api/tanks/${slug}/series`} download>
          Write series.csv
        </a>
        <a href={`/api/tanks/${slug}/tank-file`} download>
          Write the tank file
        </a>
        <NextLink href="/read">Read a tank file</NextLink>
      </Flex>
    </Box>
  )
}

/** The form that was asked for, if any. */
function Writing({
  slug,
  story,
  at,
  one,
}: {
  slug: string
  story: TankHistory
  at: Instant
  one: (name: string) => string
}) {
  const zone = story.vessel.timeZone
  const kind = kindsFor(WRITTEN_KINDS, story.vessel).find((candidate) => candidate === one('log'))
  const log = kind ? formOf(kind) : null
  return (
    <>
      {log ? (
        <LogForm
          key={log.kind}
          slug={slug}
          form={log}
          at={localMoment(at, zone)}
          context={formContext(story, at)}
          initial={presetFields(log.kind, one, story, at)}
          note=""
          replaces={null}
        />
      ) : null}
      {one('log') === 'tests' ? (
        <TestsForm slug={slug} at={localMoment(at, zone)} rows={testRows(story)} />
      ) : null}
    </>
  )
}

function LogBar({ slug, vessel }: { slug: string; vessel: TankHistory['vessel'] }) {
  return (
    <Flex as="nav" aria-label="Log" gap={2} wrap="wrap" my={3} align="center" fontSize="sm">
      <Box className="serif" fontSize="md">
        Write down
      </Box>
      {kindsFor(WRITTEN_KINDS, vessel)
        .flatMap((kind) => formOf(kind) ?? [])
        .map((form) => (
          <NextLink
            key={form.kind}
            href={`/tanks/${slug}/book?log=${form.kind}`}
            style={{ padding: '6px 2px', textUnderlineOffset: 3 }}
          >
            {form.says}
          </NextLink>
        ))}
      <NextLink
        href={`/tanks/${slug}/book?log=tests`}
        style={{ padding: '6px 2px', textUnderlineOffset: 3 }}
      >
        several tests
      </NextLink>
    </Flex>
  )
}

/** Tests that most keepers make, for a tank in which none was made. */
const USUAL_TESTS: readonly Parameter[] = ['temperature', 'pH', 'kh', 'gh', 'nitrite', 'nitrate']

/** The tests of a sitting: what is tested here, each as it was the last time, and what most keepers test. */
function testRows(story: TankHistory): TestRow[] {
  const last = new Map(entriesOf(story.entries, 'reading').map((one) => [one.parameter, one]))
  const tested = PARAMETERS.filter((one) => last.has(one) || USUAL_TESTS.includes(one))
  return tested.map((parameter) => {
    const former = last.get(parameter)
    const unit = former?.entered.unit ?? ''
    const units = unitsOf(parameter)
    return {
      parameter,
      unit: units.includes(unit) ? unit : (units[0] ?? ''),
      method: former?.method ?? usualMethod(parameter),
    }
  })
}

/** What a form opens with: what the way here said, else what is usual in this tank. */
function presetFields(
  kind: EntryKind,
  one: (name: string) => string,
  story: TankHistory,
  at: Instant,
): Record<string, string> {
  if (kind === 'water-change' && /^\d{1,3}$/.test(one('percent'))) return { amount: one('percent') }
  if (kind === 'water-change') {
    const usual = nextChange(story, at)?.fraction
    return usual ? { amount: String(Math.round(usual * 100)) } : {}
  }
  if (one('planting'))
    return {
      plantingId: one('planting'),
      place: placeText({ of: 'planting', id: one('planting') }),
      ...chosenFields(kind, one),
    }
  if (kind === 'reading' && isParameter(one('parameter'))) {
    const parameter = one('parameter')
    return isParameter(parameter) ? { parameter, method: usualMethod(parameter) } : {}
  }
  if (kind === 'dose' && one('product')) return { productId: one('product') }
  return chosenFields(kind, one)
}

/** Choices of a kind that the address names. */
function chosenFields(kind: EntryKind, one: (name: string) => string): Record<string, string> {
  return Object.fromEntries(
    Object.entries(kindOf(kind).shape as Shape).flatMap(([name, field]) =>
      field.is === 'choice' && field.of.includes(one(name)) ? [[name, one(name)]] : [],
    ),
  )
}

const SAY_ACT = { edit: 'replaced', void: 'struck out', restore: 'brought back' } as const

async function OpenEntry({
  slug,
  story,
  entryId,
  measures,
}: {
  slug: string
  story: TankHistory
  entryId: string
  measures: Measures
}) {
  const entry = story.entries.find((candidate) => candidate.id === entryId)
  if (!entry) return null
  const former = await entryVersions(await database(), slug, entryId)
  const [form, written] = [formOf(entry.kind), writtenOf(entry)]
  return (
    <Box
      as="section"
      aria-label="Entry"
      border="1px solid"
      borderColor="ink"
      p={4}
      my={3}
      bg="margin"
    >
      <Box className="serif" fontSize="lg">
        {describeEntry(entry, story, measures)}
      </Box>
      {former.length > 0 ? (
        <Box fontSize="sm" mt={2}>
          <b>Former versions</b>
          <Box as="ol" pl={5} m={0}>
            {former.map((version) => (
              <li key={version.revision}>
                {describeEntry(version.entry, story, measures)}
                {version.entry.note ? `, “${version.entry.note}”` : ''}{' '}
                <Box as="span" color="pencil">
                  ({SAY_ACT[version.act]}{' '}
                  {localMoment(version.replacedAt, story.vessel.timeZone).replace('T', ' ')})
                </Box>{' '}
                <BringBack
                  slug={slug}
                  entryId={entry.id}
                  revision={version.revision}
                  seen={former[0].revision + 1}
                />
              </li>
            ))}
          </Box>
        </Box>
      ) : null}
      {form && written ? (
        <LogForm
          key={entry.id}
          slug={slug}
          form={form}
          at={localMoment(entry.at, story.vessel.timeZone)}
          context={formContext(story, now())}
          initial={written}
          note={entry.note ?? ''}
          replaces={{ id: entry.id, revision: (former[0]?.revision ?? 0) + 1 }}
        />
      ) : (
        <Box fontSize="sm" color="pencil" mt={2}>
          An entry that wrote itself; it can be struck out, not edited.
        </Box>
      )}
    </Box>
  )
}

function Journal({
  journal,
  story,
  slug,
  measures,
}: {
  journal: JournalPage
  story: TankHistory
  slug: string
  measures: Measures
}) {
  const zone = story.vessel.timeZone
  const days = new Map<string, JournalPage['entries']>()
  const dayName = zoneFormat(zone, {
    weekday: 'short',
    day: 'numeric',
    month: 'long',
    year: 'numeric',
  })
  for (const line of journal.entries) {
    const day = dayName.format(new Date(line.entry.at))
    days.set(day, [...(days.get(day) ?? []), line])
  }
  if (days.size === 0)
    return (
      <Box className="serif" py={6}>
        {story.entries.length === 0
          ? 'The book is empty. Write something down above, or walk a round.'
          : 'No line answers to this filter.'}
      </Box>
    )
  return (
    <Box>
      {[...days].map(([day, lines]) => (
        <Flex
          key={day}
          as="section"
          borderTop="1px solid"
          borderColor="rule"
          py={2}
          gap={{ base: 1, md: 6 }}
          direction={{ base: 'column', md: 'row' }}
        >
          <Box as="h2" fontSize="sm" fontWeight={600} flex={{ md: '0 0 170px' }}>
            {day}
          </Box>
          <Box as="ul" listStyleType="none" m={0} p={0} flex={1} minW={0}>
            {lines.map(({ entry, voided, revision }) => (
              <EntryLine
                key={entry.id}
                slug={slug}
                id={entry.id}
                time={localMoment(entry.at, zone).slice(11)}
                says={describeEntry(entry, story, measures)}
                note={entry.note}
                voided={voided}
                edited={revision > 1}
                glance={entry.certainty === 'glance'}
                expected={
                  entry.expected && entry.kind !== 'step-done'
                    ? `${Math.round(entry.expected.low * 10) / 10}–${Math.round(entry.expected.high * 10) / 10}`
                    : null
                }
              />
            ))}
          </Box>
        </Flex>
      ))}
    </Box>
  )
}

function Pager({
  slug,
  query,
  page,
  total,
}: {
  slug: string
  query: BookQuery
  page: number
  total: number
}) {
  const to = (next: number) => {
    const params = new URLSearchParams(
      Object.entries(query).filter(
        (pair): pair is [string, string] =>
          typeof pair[1] === 'string' && !['entry', 'log'].includes(pair[0]),
      ),
    )
    params.set('page', String(next))
    return `/tanks/${slug}/book?${params}`
  }
  const last = Math.max(0, Math.ceil(total / PAGE) - 1)
  if (last === 0)
    return (
      <Box fontSize="sm" color="pencil" mt={3}>
        {total} {total === 1 ? 'line' : 'lines'}
      </Box>
    )
  return (
    <Flex gap={5} mt={3} fontSize="sm" align="center">
      {page > 0 ? <NextLink href={to(page - 1)}>newer</NextLink> : null}
      <span>
        lines {page * PAGE + 1}–{Math.min(total, (page + 1) * PAGE)} of {total}
      </span>
      {page < last ? <NextLink href={to(page + 1)}>older</NextLink> : null}
    </Flex>
  )
}

/** What stands in the filter's fields; a day that is none stands as no day. */
function asked(one: (name: string) => string): Record<string, string> {
  const days = Object.fromEntries(
    ['from', 'to'].map((name) => [name, /^\d{4}-\d{2}-\d{2}$/.test(one(name)) ? one(name) : '']),
  )
  return {
    ...Object.fromEntries(
      ['kind', 'planting', 'text', 'struck', 'log'].map((name) => [name, one(name)]),
    ),
    ...days,
  }
}

function filterFrom(one: (name: string) => string, zone: string): JournalFilter {
  const kind = ENTRY_KINDS.find((candidate) => candidate === one('kind')) ?? null
  const day = (name: string, clock: string) =>
    /^\d{4}-\d{2}-\d{2}$/.test(one(name)) ? instantIn(zone, `${one(name)}T${clock}`) || null : null
  return {
    kind,
    plantingId: one('planting') && !one('log') ? one('planting') : null,
    text: [...one('text').replaceAll('\0', '').trim()].slice(0, 200).join('') || null,
    from: day('from', '00:00'),
    to: day('to', '23:59'),
    voided: one('struck') === 'yes',
  }
}
