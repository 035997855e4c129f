import type { Stock } from '../paper/stock'
import type { Mark } from './marks'

const PERFORATION = '#c9c2d4'
const STATIONER = '#8d8798'

/**
 * The sheet as it comes from the stationer, under what we print: its perforations, and what `carried` says is
 * printed on it, in the stationer's grey.
 */
export const stationeryMarks = (stock: Stock, carried: readonly Mark[]): Mark[] => [
  ...stock.perforations.map((p): Mark => ({
    kind: 'line',
    x: p.x1,
    y: p.y1,
    x2: p.x2,
    y2: p.y2,
    width: 0.2,
    ink: PERFORATION,
  })),
  ...carried.map(mark => ('ink' in mark ? { ...mark, ink: STATIONER } : mark)),
]
