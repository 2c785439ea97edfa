import { Box } from '@chakra-ui/react'
import { LIGHT_STEPS } from '@/core/layout/light-map'
import { patchCentre } from '@/core/plants/place'
import { softOutline } from '@/ui/drawing/geometry'
import type { LightMaps, Shaded } from './light-model'

const colour = (name: string) => `var(--chakra-colors-${name})`

/** The light from above and from the front: darker, step by step, where less falls; stakes where plants stand. */
export function LightDrawing({ maps: { scene, plan, front } }: { maps: LightMaps }) {
  const { lengthCm, depthCm, waterlineCm } = scene.tank.vessel
  const standing = scene.plants.filter(({ staged }) => staged.species.group !== 'floating')
  return (
    <Box>
      <Panel
        says="from the front, midway between the panes"
        wide={lengthCm}
        high={waterlineCm}
        shaded={front}
        outlines={[]}
        codes={standing.map(({ planting, rootCm, height }) => ({
          code: planting.stake,
          x: patchCentre(planting).x,
          y: Math.min(waterlineCm, rootCm + height.value),
        }))}
      />
      <Panel
        says="at the ground, the front below"
        wide={lengthCm}
        high={depthCm}
        shaded={plan}
        outlines={standing.map(({ planting }) => softOutline(planting.patch))}
        codes={standing.map(({ planting }) => {
          const { x, z } = patchCentre(planting)
          return { code: planting.stake, x, y: z }
        })}
      />
      <Box fontSize="sm" color="pencil">
        Each shade darker: under {LIGHT_STEPS.join(', under ')} µmol, within a factor of about 1.5.
      </Box>
    </Box>
  )
}

interface Code {
  code: string
  x: number
  y: number
}

function Panel({
  says,
  wide,
  high,
  shaded,
  outlines,
  codes,
}: {
  says: string
  wide: number
  high: number
  shaded: readonly Shaded[]
  outlines: readonly string[]
  codes: readonly Code[]
}) {
  return (
    <Box mb={3}>
      <Box fontSize="xs" color="pencil">
        {says}
      </Box>
      <Box position="relative" border="1px solid" borderColor="ink" bg="paper">
        <svg
          viewBox={`0 0 ${wide} ${high}`}
          role="img"
          aria-label={`Light ${says}`}
          style={{ width: '100%', display: 'block' }}
          data-testid="light-bands"
        >
          <rect width={wide} height={high} fill={colour('lit')} />
          <g transform={`translate(0 ${high}) scale(1 -1)`}>
            {shaded.map(({ under, path }) => (
              <path key={under} d={path} fill={colour('shade')} />
            ))}
            {outlines.map((d) => (
              <path
                key={d}
                d={d}
                fill="none"
                stroke={colour('ink')}
                strokeWidth={1}
                vectorEffect="non-scaling-stroke"
              />
            ))}
          </g>
        </svg>
        {codes.map(({ code, x, y }) => (
          <Box
            key={code}
            as="span"
            position="absolute"
            fontSize="xs"
            fontWeight={650}
            px="2px"
            bg="paper"
            transform="translate(-50%, -50%)"
            lineHeight={1.2}
            style={{
              left: `${Math.min(97, Math.max(3, (100 * x) / wide))}%`,
              top: `${Math.min(95, Math.max(5, 100 - (100 * y) / high))}%`,
            }}
          >
            {code}
          </Box>
        ))}
      </Box>
    </Box>
  )
}
