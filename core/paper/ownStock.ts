import type { Mm } from './length'
import type { Panel, Stock } from './stock'

type Laid = Pick<Stock, 'sheet' | 'panels'>
/** Edges nearer to the sheet's own than this are the sheet's own, and panels this near share one; in mm. */
const AT_EDGE: Mm = 0.5
const SHARED: Mm = 0.1
/** A panel added where the sheet is full: its height, and how far above the sheet's foot it begins; in mm. */
const LEAST_HIGH: Mm = 10
const ABOVE_FOOT: Mm = 20

/** Edges between panels along one side of the sheet, each once. */
const innerEdges = (edges: readonly Mm[], most: Mm): Mm[] =>
  [...new Set(edges.map(v => Math.round(v * 100) / 100))].filter(v => v > AT_EDGE && v < most - AT_EDGE)

/** Perforations along the edges between panels: whole across, and down as far as the panels there reach. */
export function perforationsOf({ sheet, panels }: Laid): Stock['perforations'] {
  const down = innerEdges(
    panels.flatMap(p => [p.y, p.y + p.h]),
    sheet.h,
  )
  const across = innerEdges(
    panels.flatMap(p => [p.x, p.x + p.w]),
    sheet.w,
  )
  return [
    ...down.map(y => ({ x1: 0, y1: y, x2: sheet.w, y2: y })),
    ...across.map(x => {
      const there = panels.filter(p => Math.abs(p.x - x) < SHARED || Math.abs(p.x + p.w - x) < SHARED)
      const [top, foot] = [Math.min(...there.map(p => p.y)), Math.max(...there.map(p => p.y + p.h))]
      return { x1: x, y1: top, x2: x, y2: foot }
    }),
  ]
}

/** One more panel, in what is left of the sheet beneath the others. */
export function nextPanel({ sheet, panels }: Laid): Panel {
  const foot = Math.max(0, ...panels.map(p => p.y + p.h))
  return {
    role: panels.some(p => p.role === 'stub1') ? 'stub2' : 'stub1',
    place: 1,
    x: 0,
    y: Math.min(foot, sheet.h - ABOVE_FOOT),
    w: sheet.w,
    h: Math.max(LEAST_HIGH, sheet.h - foot),
  }
}
