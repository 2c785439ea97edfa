'use client'

import NextLink from '@/ui/page-link'
import { usePathname } from 'next/navigation'
import { useDesks, type Tab } from './desks.client'
import css from './frame.module.css'

/** Notebook index tabs down the right edge; along the bottom on a phone. */
export function IndexTabs({ tank, dry }: { tank: string; dry: boolean }) {
  const desks = useDesks()
  const path = usePathname()
  const root = `/tanks/${tank}`
  const isOpen = (desk: Tab) =>
    desk.path === '' ? path === root : path.startsWith(`${root}${desk.path}`)
  return (
    <nav aria-label="Desks" className={css.tabs}>
      <ul>
        {desks
          .filter(({ wet }) => !(dry && wet))
          .map((desk) => (
            <li key={desk.name} className={css.tab}>
              <NextLink
                href={`${root}${desk.path}`}
                aria-current={isOpen(desk) ? 'page' : undefined}
              >
                <span className={css.label}>
                  {desk.name}
                  <span className={css.key} aria-hidden="true">
                    {desk.key}
                  </span>
                </span>
              </NextLink>
            </li>
          ))}
      </ul>
    </nav>
  )
}
