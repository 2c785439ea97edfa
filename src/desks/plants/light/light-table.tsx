import { Box } from '@chakra-ui/react'
import { LIGHT_DAYS, type LitPlanting } from '@/core/gardening/light/light-ahead'
import { sayLit, sayPar } from '@/core/gardening/light/light.words'
import { sayNumber } from '@/core/quantity/say'
import { Stake } from '@/ui/marks/stake'

const HEADS = ['today', '2 weeks', '4 weeks', '8 weeks'] as const

/** The light at the foot of every planting, now and if nothing is cut. What falls short is in clay and underlined. */
export function LightTable({ plantings }: { plantings: readonly LitPlanting[] }) {
  return (
    <Box
      overflowX="auto"
      tabIndex={0}
      role="region"
      aria-label="Light at the foot of every planting"
    >
      <Box
        as="table"
        fontSize="sm"
        w="100%"
        css={{
          '& td, & th': { textAlign: 'left', padding: '3px 10px 3px 0', verticalAlign: 'top' },
        }}
      >
        <Box as="caption" textAlign="left" color="pencil" mb={1}>
          µmol at the foot, if nothing is cut; today’s sum in mol a day
        </Box>
        <thead>
          <tr>
            <th scope="col">Planting</th>
            {HEADS.map((head) => (
              <th scope="col" key={head}>
                {head}
              </th>
            ))}
            <th scope="col">mol</th>
            <th scope="col">At the tops</th>
          </tr>
        </thead>
        <tbody>
          {plantings.map((one) => (
            <Row key={one.planting.id} lit={one} />
          ))}
        </tbody>
      </Box>
    </Box>
  )
}

function Row({ lit }: { lit: LitPlanting }) {
  const { planting, foot, top, shortIn } = lit
  const says = sayLit(lit)
  return (
    <Box as="tr" borderTop="1px solid" borderColor="rule">
      <th scope="row">
        <Box display="flex" gap={2} alignItems="center" fontWeight={500}>
          <Stake code={planting.stake} alarm={shortIn === 0} />
          {planting.name}
        </Box>
        {says ? (
          <Box fontWeight={400} color="pencil" className="serif" maxW="26rem">
            {says}
          </Box>
        ) : null}
      </th>
      {foot.map(({ par, short }, i) => (
        <Box
          as="td"
          key={LIGHT_DAYS[i]}
          color={inkOf(short, i === 0)}
          textDecoration={short ? 'underline' : undefined}
        >
          {sayPar(par)}
        </Box>
      ))}
      <td>{sayNumber(foot[0].dli, Math.max(0.1, foot[0].dli * 0.3))}</td>
      <td>{sayPar(top)}</td>
    </Box>
  )
}

const inkOf = (short: boolean, today: boolean): string => {
  if (short) return 'clay'
  return today ? 'ink' : 'pencil'
}
