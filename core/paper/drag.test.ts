import { describe, expect, it } from 'vitest'
import { random } from '../base/random'
import { handles } from './arrange'
import { layoutById, stockById } from './builtIn'
import { aroundAll, dragTo, type Drag, type Guides } from './drag'
import { isBoxed, type BoxedField } from './layout'
import { panelOf } from './stock'

const layout = layoutById('letter-top')!
const stock = stockById('check-over-two-stubs-blank')!
const free: Guides = { stock, unit: 'mm', snap: false, grid: false, reach: 1 }
/** Fields that can be dragged, with their boxes on the sheet: a panel's corner and a place within it. */
const draggable = layout.fields.flatMap(field => {
  const panel = isBoxed(field) && field.on && !field.locked ? panelOf(stock, field.panel, 1) : undefined
  return panel && isBoxed(field)
    ? [{ field, box: { ...field, x: panel.x + field.x, y: panel.y + field.y } }]
    : []
})
const dragOf = (of: (typeof draggable)[number], more: Partial<Drag> = {}): Drag => ({
  ...{ kind: 'move', at: { x: 50, y: 50 }, start: layout },
  ...{ ids: new Set([of.field.id]), box: aroundAll([of.box]) },
  ...more,
})
const fieldAfter = (drag: Drag, to: { x: number; y: number }, guides: Guides): BoxedField => {
  const done = dragTo(drag, to, guides)
  if ('band' in done) throw new Error('a band')
  return done.layout.fields.find(f => f.id === [...drag.ids][0]) as BoxedField
}

describe('a drag on the sheet', () => {
  it('moves a field by as much as the pointer went, to a hundredth of a millimetre, and back to where it was', () => {
    const r = random(7)
    for (let i = 0; i < 500; i++) {
      const of = r.one(draggable)
      const [dx, dy] = [r.between(-2000, 2000) / 100, r.between(-2000, 2000) / 100]
      const after = fieldAfter(dragOf(of), { x: 50 + dx, y: 50 + dy }, free)
      expect(after.x).toBeCloseTo(of.field.x + dx, 2)
      expect(after.y).toBeCloseTo(of.field.y + dy, 2)
      expect(fieldAfter(dragOf(of), { x: 50, y: 50 }, free)).toEqual(of.field)
    }
  })
  it('sizes at the handle alone: the edges that the handle does not hold stay where they are', () => {
    const r = random(8)
    for (let i = 0; i < 500; i++) {
      const [of, handle] = [r.one(draggable), r.one(handles)]
      const by = { x: 50 + r.between(-900, 900) / 100, y: 50 + r.between(-900, 900) / 100 }
      const after = fieldAfter(dragOf(of, { kind: 'size', handle }), by, { ...free, snap: r.next() < 0.5 })
      const { x, y, w, h } = of.field
      if (!handle.includes('w')) expect(after.x).toBe(x)
      if (!handle.includes('n')) expect(after.y).toBe(y)
      if (!handle.includes('e')) expect(after.x + after.w).toBeCloseTo(x + w, 1)
      if (!handle.includes('s')) expect(after.y + after.h).toBeCloseTo(y + h, 1)
    }
  })
  it('is drawn by no more than the reach to a line, by half a step to the grid, and lies on what drew it', () => {
    const r = random(9)
    for (let i = 0; i < 500; i++) {
      const of = r.one(draggable)
      const to = { x: 50 + r.between(-1500, 1500) / 100, y: 50 + r.between(-1500, 1500) / 100 }
      const guides: Guides = { ...free, snap: true, grid: r.next() < 0.5, unit: r.one(['mm', 'in'] as const) }
      const [plain, drawn] = [fieldAfter(dragOf(of), to, free), fieldAfter(dragOf(of), to, guides)]
      const done = dragTo(dragOf(of), to, guides)
      const met = 'band' in done ? {} : done.met
      const corner = of.box.x - of.field.x
      const most = met.x !== undefined ? guides.reach : guides.grid ? (guides.unit === 'mm' ? 0.5 : 0.8) : 0
      expect(Math.abs(drawn.x - plain.x)).toBeLessThanOrEqual(most + 0.011)
      if (met.x === undefined) continue
      const edges = [0, drawn.w / 2, drawn.w].map(edge => corner + drawn.x + edge)
      expect(Math.min(...edges.map(edge => Math.abs(edge - met.x!)))).toBeLessThan(0.011)
    }
  })
  it('draws a band between where it began and where it is, whichever way it goes', () => {
    const drag = dragOf(draggable[0]!, { kind: 'band' })
    expect(dragTo(drag, { x: 30, y: 70 }, free)).toEqual({ band: { x: 30, y: 50, w: 20, h: 20 } })
  })
})
