import type { StepAct, TankHistory } from '../history/types'

/** How an act is offered: “S1 cut to”, “the main stone out”. */
export function sayAct(act: StepAct, history: TankHistory): string {
  const stake = (id: string) => {
    const record = history.plantings.find((one) => one.id === id)
    return record ? `${record.stake} ${record.name}` : 'a planting'
  }
  const piece = (id: string) => history.pieces.find((one) => one.id === id)?.label ?? 'a piece'
  switch (act.do) {
    case 'cut':
      return `${stake(act.plantingId)}: cut to`
    case 'lift':
      return `${stake(act.plantingId)}: out, and held`
    case 'set in':
      return `${stake(act.plantingId)}: planted`
    case 'discard':
      return `${stake(act.plantingId)}: ${act.became}`
    case 'lift piece':
      return `${piece(act.pieceId)}: out`
    case 'set piece':
      return `${piece(act.pieceId)}: in its place`
    case 'new layout':
      return `A new layout: “${act.name}” on new ${act.ground.material}; the old one is past`
    case 'lay ground':
      return `New ${act.ground.material} is laid`
    case 'change water':
      return 'Water changed, of the whole'
    case 'clean':
      return `Cleaned ${act.item}`
  }
}
