import type { Level } from '@/core/history/finding'

const SAYS: Record<Level, string> = { act: 'to act on', watch: 'to watch', good: 'going well' }

const TONE = { act: 'clay', watch: 'water', good: 'moss' } as const

/** Act is a filled triangle, watch an open diamond, good a ring: shape first, colour second. */
export function LevelMark({ level, size = 12 }: { level: Level; size?: number }) {
  const colour = `var(--chakra-colors-${TONE[level]})`
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 12 12"
      role="img"
      aria-label={SAYS[level]}
      style={{ flexShrink: 0 }}
    >
      {level === 'act' ? <path d="M6 1L11.4 10.8H0.6Z" fill={colour} /> : null}
      {level === 'watch' ? (
        <path d="M6 0.9L11.1 6L6 11.1L0.9 6Z" fill="none" stroke={colour} strokeWidth={1.6} />
      ) : null}
      {level === 'good' ? (
        <circle cx={6} cy={6} r={4.3} fill="none" stroke={colour} strokeWidth={1.6} />
      ) : null}
    </svg>
  )
}
