'use client'

import createCache from '@emotion/cache'
import { CacheProvider } from '@emotion/react'
import { ChakraProvider } from '@chakra-ui/react'
import { useServerInsertedHTML } from 'next/navigation'
import { useEffect, useState, type ReactNode } from 'react'
import type { UnitSystem } from '@/core/quantity/measures'
import { MeasuresProvider } from './measures.client'
import { system } from './theme'

/** Styles made while the server renders must reach the page before its markup, or the browser renders it twice and differently. */
function makeRegistry() {
  const cache = createCache({ key: 'css' })
  cache.compat = true
  const insert = cache.insert
  let fresh: string[] = []
  cache.insert = (...args) => {
    const serialized = args[1]
    if (cache.inserted[serialized.name] === undefined) fresh.push(serialized.name)
    return insert(...args)
  }
  const flush = () => {
    const names = fresh
    fresh = []
    return names
  }
  return { cache, flush }
}

export function Provider({ units, children }: { units: UnitSystem; children: ReactNode }) {
  const [registry] = useState(makeRegistry)
  // Effects run from the leaves to the root: once this one has, keys and pointers are heard everywhere. Whoever drives the page by machine waits for it.
  useEffect(() => {
    document.documentElement.dataset.hears = 'yes'
  }, [])
  useServerInsertedHTML(() => {
    const names = registry.flush()
    if (names.length === 0) return null
    const styles = names
      .map((name) => registry.cache.inserted[name])
      .filter((style) => typeof style === 'string')
      .join('')
    return (
      <style
        data-emotion={`${registry.cache.key} ${names.join(' ')}`}
        dangerouslySetInnerHTML={{ __html: styles }}
      />
    )
  })
  return (
    <CacheProvider value={registry.cache}>
      <ChakraProvider value={system}>
        <MeasuresProvider system={units}>{children}</MeasuresProvider>
      </ChakraProvider>
    </CacheProvider>
  )
}
