'use client'

import { Component, useMemo, type ReactNode } from 'react'
import { unpackStage } from '@/core/layout/pack-stage'
import { drawnSceneOn } from '@/core/layout/drawn-scene'
import { Elevation } from '@/ui/drawing/elevation'
import type { PlaceContent } from './place'

interface Props {
  content: PlaceContent
  width: number
  maxHeight: number
  title: string
  /** Shown where the drawing fails. */
  waiting: ReactNode
}

function Today({ content, width, maxHeight, title }: Props) {
  const stage = useMemo(() => unpackStage(content.stage), [content.stage])
  const scene = useMemo(() => drawnSceneOn(stage, stage.today), [stage])
  const alarmed = useMemo(() => new Set(content.alarmed), [content.alarmed])
  return (
    <Elevation scene={scene} width={width} maxHeight={maxHeight} alarmed={alarmed} title={title} />
  )
}

/** The tank as it stands today. A drawing that fails leaves the silhouette in its place, and the others alone. */
export class Drawing extends Component<Props, { failed: boolean }> {
  override state = { failed: false }

  static getDerivedStateFromError() {
    return { failed: true }
  }

  override render() {
    return this.state.failed ? this.props.waiting : <Today {...this.props} />
  }
}
