import type { ReactNode } from 'react'
import { isDry, Rail } from '@/desks/bench/rail'
import css from '@/ui/frame/frame.module.css'
import { IndexTabs } from '@/ui/frame/index-tabs.client'

export const dynamic = 'force-dynamic'

export default async function Layout({
  children,
  params,
}: {
  children: ReactNode
  params: Promise<{ tank: string }>
}) {
  const { tank } = await params
  return (
    <div className={css.page}>
      <a className="skip" href="#desk">
        Skip to the desk
      </a>
      <Rail open={tank} />
      <div className={css.desk}>
        <div id="desk" className={css.content}>
          {children}
        </div>
        <IndexTabs tank={tank} dry={await isDry(tank)} />
      </div>
    </div>
  )
}
