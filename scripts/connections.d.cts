import type { Socket } from 'node:net'

export interface Connections {
  take(socket: Socket): boolean
  prove(socket: Socket): void
  readonly size: number
}
export function makeConnections(limits?: {
  most?: number
  mostOfAnAddress?: number
  strangersMs?: number
}): Connections
