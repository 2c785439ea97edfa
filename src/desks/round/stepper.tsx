import { Box, chakra, Flex } from '@chakra-ui/react'
import type { SaidStation } from '@/core/routine/round/question.words'
import type { RoundAnswers } from '@/data/rounds'
import { capital } from '@/core/quantity/say'

/** The stations in the order of the eyes: full where something was inked, ring where not; the line is ink behind, pencil ahead. */
export function Stepper({
  stations,
  here,
  answers,
  onGo,
}: {
  stations: readonly SaidStation[]
  here: number
  answers: RoundAnswers
  onGo: (to: number) => void
}) {
  return (
    <Box
      as="nav"
      aria-label="Stations"
      bg="margin"
      borderY="1px solid"
      borderColor="rule"
      mt={3}
      px={{ base: 2, md: 8 }}
      py={2}
      overflowX="auto"
    >
      <Flex
        as="ol"
        listStyleType="none"
        m={0}
        p={0}
        justify="space-between"
        minW={{ base: '760px', md: 'auto' }}
        position="relative"
      >
        {stations.map((station, i) => {
          const inked =
            station.questions.some((question) => answers.values[question.key] !== undefined) ||
            answers.signs.some((one) => one.station === station.name)
          return (
            <Box as="li" key={station.name} flex={1} position="relative" textAlign="center">
              {i > 0 ? (
                <Box
                  position="absolute"
                  top="15px"
                  left="-50%"
                  w="100%"
                  borderTop={i <= here ? '2px solid' : '2px dashed'}
                  borderColor={i <= here ? 'ink' : 'graphite'}
                  aria-hidden="true"
                />
              ) : null}
              <chakra.button
                type="button"
                onClick={() => onGo(i)}
                aria-current={i === here ? 'step' : undefined}
                cursor="pointer"
                position="relative"
                px={1}
                minH="48px"
                w="100%"
              >
                <Box
                  position="relative"
                  zIndex={1}
                  mx="auto"
                  my="4px"
                  w={i === here ? '18px' : '12px'}
                  h={i === here ? '18px' : '12px'}
                  mt={i === here ? '1px' : '4px'}
                  borderRadius="50%"
                  border="2px solid"
                  borderColor={i <= here || inked ? 'ink' : 'graphite'}
                  bg={inked || i === here ? 'ink' : 'margin'}
                />
                <Box
                  fontSize="xs"
                  fontWeight={i === here ? 700 : 450}
                  color={i <= here || inked ? 'ink' : 'pencil'}
                  whiteSpace="nowrap"
                >
                  {capital(station.name)}
                </Box>
              </chakra.button>
            </Box>
          )
        })}
      </Flex>
    </Box>
  )
}
