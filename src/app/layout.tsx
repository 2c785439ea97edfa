import '@fontsource-variable/literata'
import '@fontsource-variable/schibsted-grotesk'
import './globals.css'
import type { Metadata, Viewport } from 'next'
import { cookies } from 'next/headers'
import type { ReactNode } from 'react'
import { measuresHere } from '@/data/border/measures-here'
import { DesksProvider, type Tab } from '@/ui/frame/desks.client'
import { Provider } from '@/ui/provider.client'
import { DESKS } from './desks'

const TABS = DESKS.map(({ pages: _pages, ...desk }, i): Tab => ({ ...desk, key: String(i + 1) }))
export const metadata: Metadata = {
  title: { default: 'Vivero', template: '%s · Vivero' },
  description: 'The planted-tank keeper’s field book that can do arithmetic',
}
export const viewport: Viewport = { width: 'device-width', initialScale: 1 }

export default async function RootLayout({ children }: { children: ReactNode }) {
  const lampOff = (await cookies()).get('lamp')?.value === 'off'
  const { system } = await measuresHere()
  return (
    <html lang="en" className={lampOff ? 'dark' : undefined} suppressHydrationWarning>
      <body>
        <Provider units={system}>
          <DesksProvider desks={TABS}>{children}</DesksProvider>
        </Provider>
      </body>
    </html>
  )
}
