import { Box } from '@chakra-ui/react'
import type { Diagnosis, Explanation } from '@/core/gardening/leaves/diagnosis'
import {
  CAUSE_WORDS,
  sayEvidence,
  sayFollowUp,
  sayLook,
  sayOdds,
  saySettles,
} from '@/core/gardening/leaves/leaves.words'
import { bySchool, sayRemedy } from '@/core/gardening/leaves/remedy.words'
import { SCHOOLS, type School } from '@/core/history/types'
import type { Measures } from '@/core/quantity/measures'
import { capital } from '@/core/quantity/say'
import { dayOf } from '@/core/quantity/time'
import { Stake } from '@/ui/marks/stake'
import { LeafDrawing } from './leaf-drawing'

/** What the leaves of one planting say: the drawing, explanations by their odds, what settles it, when to look again. */
export function DiagnosisNote({
  diagnosis,
  above,
  measures,
  say,
}: {
  diagnosis: Diagnosis
  /** Those that stand above it on the page: what was said there is not said again. */
  above: readonly Diagnosis[]
  measures: Measures
  say: (day: number) => string
}) {
  const { planting, species, seen, explanations, settles, school } = diagnosis
  const toSettle = saySettles(settles, say)
  // A remedy is that of its own cause: what is tried for another planting may be another one.
  const same =
    settles.by === 'remedy'
      ? undefined
      : above.find((one) => saySettles(one.settles, say) === toSettle)
  return (
    <Box as="section" borderTop="1px solid" borderColor="rule" py={3} display="flex" gap={4}>
      <Box flexShrink={0} textAlign="center">
        <LeafDrawing look={seen.look} />
        <Stake code={planting.stake} />
      </Box>
      <Box maxW="52rem" minW={0}>
        <Box as="h2" fontWeight={620}>
          {planting.name}: {sayLook(seen)}, seen {say(dayOf(seen.at))}
        </Box>
        <Box color="pencil" fontStyle="italic" fontSize="sm">
          {species.name}
        </Box>
        <Box as="ol" listStyleType="none" m={0} p={0} mt={1}>
          {explanations.map((one) => (
            <Why
              key={one.cause}
              explanation={one}
              as={above.find(({ explanations: theirs }) =>
                theirs.some(({ cause }) => cause === one.cause),
              )}
              school={school}
              measures={measures}
              say={say}
            />
          ))}
        </Box>
        <Box className="serif" mt={1}>
          {same ? `What would settle it: as for ${same.planting.stake}.` : toSettle}{' '}
          {sayFollowUp(diagnosis, say)}
        </Box>
      </Box>
    </Box>
  )
}

function Why({
  explanation,
  as,
  school,
  measures,
  say,
}: {
  explanation: Explanation
  /** Where the same cause and its remedy stand already. */
  as: Diagnosis | undefined
  school: School
  measures: Measures
  say: (day: number) => string
}) {
  const { cause } = explanation
  const evidence = sayEvidence(explanation, measures, say)
  return (
    <Box as="li" mb={1.5}>
      <b>{capital(CAUSE_WORDS[cause])}</b>, {sayOdds(explanation)}.{' '}
      {evidence ? (
        <Box as="span" color="pencil">
          {capital(evidence)}.
        </Box>
      ) : null}
      <Box fontSize="sm">{as ? `Do as for ${as.planting.stake}.` : sayRemedy(cause, school)}</Box>
      {!as && bySchool(cause) ? (
        <Box as="details" fontSize="sm">
          <Box as="summary" cursor="pointer" color="pencil" minH="24px" w="fit-content">
            what other schools would do
          </Box>
          {SCHOOLS.filter((one) => one !== school).map((one) => (
            <Box key={one}>
              <i>{one}</i>: {sayRemedy(cause, one)}
            </Box>
          ))}
        </Box>
      ) : null}
    </Box>
  )
}
