import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { must } from '../base/result'
import { random, type Random } from '../base/random'
import {
  alignFields,
  alignments,
  distributeFields,
  handles,
  moveFields,
  orderFields,
  pasteFields,
  removeFields,
  resizeField,
  snapLines,
  snapTo,
  withFields,
} from './arrange'
import { builtInLayouts, builtInStocks, layoutById, stockById } from './builtIn'
import { compareLayouts } from './compare'
import { formatLength, lengthText, parseLength } from './length'
import { isBoxed, layoutSchema, type Field, type Layout } from './layout'
import { applyOwn, backToCommon, noOwn, ownOf } from './own'
import { scanMarks } from './scanMarks'
import { startingLayout } from './startingLayout'
import { nextQuestion, stocksFor, type GuideAnswers } from './stockGuide'
import { panelOf } from './stock'
import { project, straighten, type Point } from './straighten'
import { changed, redo, seen, undo, workpieceOf, type Workpiece } from './workpiece'

const top = layoutById('letter-top')!
const stock = stockById('check-over-two-stubs-blank')!

/** Any edit that the Light table can do, of any fields. */
function anyEdit(layout: Layout, r: Random): Layout {
  const ids = new Set(Array.from({ length: r.between(1, 4) }, () => r.one(layout.fields).id))
  const anchor = [...ids][0]!
  switch (r.between(0, 9)) {
    case 0:
      return moveFields(layout, ids, r.between(-900, 900) / 100, r.between(-900, 900) / 100)
    case 1:
      return resizeField(layout, anchor, r.one(handles), r.between(-40, 40) / 10, r.between(-40, 40) / 10)
    case 2:
      return alignFields(layout, ids, anchor, r.one(alignments))
    case 3:
      return distributeFields(layout, ids, r.one(['across', 'down']))
    case 4:
      return orderFields(layout, ids, r.one(['front', 'back']))
    case 5:
      return removeFields(layout, new Set([anchor]))
    case 6:
      return pasteFields(
        layout,
        layout.fields.filter(f => ids.has(f.id)),
        ['check', 'stub1', 'stub2'],
        3,
      ).layout
    case 7:
      return withFields(layout, ids, f => ({ ...f, on: !f.on }))
    case 8:
      return withFields(layout, ids, f =>
        'type' in f ? { ...f, type: { ...f.type, size: r.between(7, 20) + 0.5, least: 6 } } : f,
      )
    default:
      return { ...layout, locale: r.one(['en-US', 'fr-CA']), ink: r.one(['#000000', '#1a1822']) }
  }
}

describe('edits on the Light table', () => {
  it('any random sequence taken back is the start, and done again is the end, in every scope', () => {
    fc.assert(
      fc.property(fc.nat(1e9), seed => {
        const r = random(seed)
        const start = workpieceOf(top, { ferry: { settings: {}, added: [], fields: { memo: { x: 25 } } } })
        let work: Workpiece = start
        for (let i = r.between(1, 25); i > 0; i--) {
          const scope = r.one(['', '', 'ferry', 'slipway'])
          work = changed(work, scope, anyEdit(seen(work, scope), r))
        }
        const end = work
        while (work.done.length) work = undo(work)
        expect(work.common).toEqual(start.common)
        for (const scope of ['ferry', 'slipway']) expect(seen(work, scope)).toEqual(seen(start, scope))
        while (work.undone.length) work = redo(work)
        expect(work.common).toEqual(end.common)
        for (const scope of ['ferry', 'slipway']) expect(seen(work, scope)).toEqual(seen(end, scope))
      }),
      { numRuns: 300 },
    )
  })
  it('every edit leaves a layout that passes its own gate, and an edit of nothing is no step', () => {
    fc.assert(
      fc.property(fc.nat(1e9), seed => {
        const r = random(seed)
        let layout = top
        for (let i = 0; i < 12; i++) layout = anyEdit(layout, r)
        expect(layoutSchema.safeParse(layout).error?.issues ?? []).toEqual([])
        const work = workpieceOf(layout)
        expect(changed(work, '', { ...layout })).toBe(work)
        expect(moveFields(layout, new Set(['no-such']), 1, 1)).toBe(layout)
      }),
      { numRuns: 100 },
    )
  })
  it('a locked field stays when moved, aligned or taken away', () => {
    const locked = withFields(top, new Set(['memo']), f => ({ ...f, locked: true }) as Field)
    expect(moveFields(locked, new Set(['memo']), 5, 5)).toBe(locked)
    expect(removeFields(locked, new Set(['memo']))).toBe(locked)
    expect(
      alignFields(locked, new Set(['payee', 'memo']), 'payee', 'left').fields.find(f => f.id === 'memo'),
    ).toEqual(locked.fields.find(f => f.id === 'memo'))
  })
  it('even gaps are even, and the outermost stay', () => {
    const ids = new Set(['payer-address', 'payee', 'amount-words', 'memo'])
    const list = distributeFields(top, ids, 'down')
      .fields.filter((f): f is Extract<Field, { y: number }> => ids.has(f.id) && isBoxed(f))
      .sort((a, b) => a.y - b.y)
    const gaps = list.slice(1).map((f, i) => f.y - list[i]!.y - list[i]!.h)
    for (const gap of gaps) expect(gap).toBeCloseTo(gaps[0]!, 1)
    expect(list[0]!.y).toBe(15)
    expect(list.at(-1)!.id).toBe('memo')
  })
  it('snaps to the nearest edge or middle within reach, and to nothing beyond', () => {
    const lines = snapLines(top, stock, new Set(['memo']))
    expect(lines.ys).toContain(88.9)
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 2000 }), fc.integer({ min: 0, max: 2000 }), (x, y) => {
        const box = { x: x / 10, y: y / 10, w: 20, h: 5 }
        const s = snapTo(box, lines, 1)
        expect(Math.abs(s.dx)).toBeLessThan(1)
        const slow = Math.min(
          ...[box.x, box.x + 10, box.x + 20].flatMap(o => lines.xs.map(l => Math.abs(l - o))),
        )
        expect(Math.abs(s.dx)).toBeCloseTo(slow < 1 ? slow : 0, 9)
        if (s.x !== undefined)
          expect(
            [box.x + s.dx, box.x + 10 + s.dx, box.x + 20 + s.dx].some(o => Math.abs(o - s.x!) < 1e-9),
          ).toBe(true)
      }),
    )
  })
  it('tells in words what differs between two versions', () => {
    const next = withFields(moveFields(top, new Set(['memo']), 2.54, 0), new Set(['date']), f => ({
      ...f,
      on: false,
    }))
    expect(
      compareLayouts(top, { ...next, fields: next.fields.filter(f => f.id !== 'fraction') }, 'in')
        .map(d => `${d.field}: ${d.text}`)
        .sort(),
    ).toEqual(['date: switched off', 'fraction: removed', 'memo: moved +0.10 in across, 0.00 in down'])
    const other = withFields(top, new Set(['memo']), f =>
      'type' in f ? { ...f, type: { ...f.type, size: 10, align: 'right' as const } } : f,
    )
    expect(compareLayouts(top, { ...other, envelope: '' }, 'mm').map(d => d.text)).toEqual([
      'envelope: no-8-5-8, now none',
      'letters, size: 8.5, now 10',
      'letters, alignment: left, now right',
    ])
    expect(compareLayouts(top, top, 'mm')).toEqual([])
  })
})

describe('what a company has of its own', () => {
  it('is the least that makes its layout of the common one, follows later changes of the common part, and can be given back', () => {
    const mine = withFields(moveFields(top, new Set(['memo']), 5, 0), new Set(['logo']), f => ({
      ...f,
      on: true,
    }))
    const own = ownOf(top, mine)
    expect(own).toEqual({ settings: {}, added: [], fields: { logo: { on: true }, memo: { x: 145 } } })
    expect(applyOwn(top, own)).toEqual(mine)
    const later = moveFields(top, new Set(['memo']), 0, 3)
    const memo = applyOwn(later, own).fields.find(f => f.id === 'memo') as { x: number; y: number }
    expect([memo.x, memo.y]).toEqual([145, 46.4])
    expect(backToCommon(own, { field: 'memo', property: 'x' }).fields).toEqual({ logo: { on: true } })
    expect(applyOwn(top, backToCommon(backToCommon(own, { field: 'memo' }), { field: 'logo' }))).toEqual(top)
    expect(ownOf(top, top)).toEqual(noOwn)
    // Only the size is its own: face, weight and alignment follow the common layout.
    const larger = withFields(top, new Set(['memo']), f =>
      'type' in f ? { ...f, type: { ...f.type, size: 10 } } : f,
    )
    expect(ownOf(top, larger).fields).toEqual({ memo: { type: { size: 10 } } })
    const bold = withFields(top, new Set(['memo']), f =>
      'type' in f ? { ...f, type: { ...f.type, face: 'serif-bold' as const, align: 'right' as const } } : f,
    )
    expect(applyOwn(bold, ownOf(top, larger)).fields.find(f => f.id === 'memo')).toMatchObject({
      type: { size: 10, face: 'serif-bold', align: 'right' },
    })
  })
})

describe('lengths as typed', () => {
  it.each([
    ['3 1/2', 'in', 88.9],
    ['3-1/2"', 'mm', 88.9],
    ['7/16 in', 'mm', 11.113],
    ['88,9', 'mm', 88.9],
    ['88.9 mm', 'in', 88.9],
    ['2 cm', 'in', 20],
    ['3.5', 'in', 88.9],
    ['0', 'mm', 0],
  ] as const)('“%s” typed in %s is %f mm', (text, unit, mm) => {
    expect(must(parseLength(text, unit))).toBe(mm)
  })
  it.each(['', 'wide', '3 1/0', '1/2/3', '-4', '4000', '3..5'])('“%s” is refused', text => {
    expect(parseLength(text, 'in').ok).toBe(false)
  })
  it('are shown so that typing them again gives the same, to a hundredth of a millimetre', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 99_999 }),
        fc.constantFrom('mm' as const, 'in' as const),
        (n, unit) => {
          expect(Math.abs(must(parseLength(lengthText(n / 100, unit), unit)) - n / 100)).toBeLessThan(0.014)
        },
      ),
    )
    expect(formatLength(25.4, 'in')).toBe('1.00 in')
  })
})

describe('stocks', () => {
  it('every guided way ends at one form within four questions, and every shipped form can be reached', () => {
    const reached = new Set<string>()
    const walk = (answers: GuideAnswers, depth: number): void => {
      const next = nextQuestion(answers)
      expect(depth).toBeLessThanOrEqual(4)
      if (!next) {
        for (const s of stocksFor(answers)) reached.add(s.id)
        expect(stocksFor(answers).length).toBeGreaterThan(0)
        return
      }
      for (const option of next.options) walk({ ...answers, [next.question]: option }, depth + 1)
    }
    walk({}, 0)
    expect(reached.size).toBe(builtInStocks.length)
  })
  it('come as blank and as preprinted in every form, and every form has a layout to begin with, its fields inside their panels', () => {
    expect(builtInStocks.filter(s => s.id.endsWith('-blank'))).toHaveLength(12)
    expect(builtInStocks.filter(s => s.id.endsWith('-preprinted'))).toHaveLength(12)
    for (const s of builtInStocks) {
      for (const f of startingLayout(s, 'US', { id: 'x', code: 'X', name: 'X' }).fields) {
        const panel = panelOf(s, f.panel, 1)!
        if (isBoxed(f))
          expect(
            f.x >= 0 && f.y >= 0 && f.x + f.w <= panel.w + 0.02 && f.y + f.h <= panel.h + 0.02,
            `${s.id} ${f.id}`,
          ).toBe(true)
      }
    }
    expect(new Set(builtInLayouts().map(l => l.code)).size).toBe(builtInLayouts().length)
  })
})

describe('marks of a scan', () => {
  it('are the printed lines, to a quarter of a millimetre, and not specks or letters', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 20, max: 180 }),
        fc.integer({ min: 20, max: 250 }),
        fc.nat(1e6),
        (x, y, seed) => {
          const r = random(seed)
          const [w, h, per] = [216 * 4, 279 * 4, 4]
          const data = Uint8Array.from({ length: w * h }, () =>
            r.next() < 0.02 ? r.between(0, 255) : r.between(228, 250),
          )
          for (let i = 0; i < 60 * per; i++)
            for (let t = 0; t < 2; t++) {
              data[(y * per + t) * w + 40 + i] = 60
              data[(30 + i) * w + x * per + t] = 70
            }
          for (let i = 0; i < 6 * per; i++) data[500 * w + 600 + i] = 10
          const marks = scanMarks({ w, h, data }, per)
          expect(marks.xs.length).toBe(1)
          expect(marks.ys.length).toBe(1)
          expect(Math.abs(marks.xs[0]! - x - 0.25)).toBeLessThan(0.26)
          expect(Math.abs(marks.ys[0]! - y - 0.25)).toBeLessThan(0.26)
        },
      ),
      { numRuns: 12 },
    )
  })
})

describe('straightening a scan', () => {
  it('finds a random turn, scale and shift from two points, and a random slant from four', () => {
    const n = fc.double({ min: -1, max: 1, noNaN: true })
    fc.assert(
      fc.property(n, n, n, n, (a, b, c, d) => {
        const corners: Point[] = [
          { x: 0, y: 0 },
          { x: 216, y: 0 },
          { x: 216, y: 279 },
          { x: 0, y: 279 },
        ]
        const turn = a * 0.1
        const scale = 4 + b
        const flat = (p: Point): Point => ({
          x: 50 + scale * (p.x * Math.cos(turn) - p.y * Math.sin(turn)),
          y: 40 + scale * (p.x * Math.sin(turn) + p.y * Math.cos(turn)),
        })
        const two = straighten(corners.slice(0, 2).map(real => ({ real, seen: flat(real) })))!
        const slanted = (p: Point): Point => {
          const f = flat(p)
          const w = 1 + c * 1e-4 * f.x + d * 1e-4 * f.y
          return { x: f.x / w, y: f.y / w }
        }
        const four = straighten(corners.map(real => ({ real, seen: slanted(real) })))!
        for (const p of [
          { x: 100, y: 200 },
          { x: 3, y: 270 },
        ]) {
          expect(Math.hypot(project(two, p).x - flat(p).x, project(two, p).y - flat(p).y)).toBeLessThan(1e-6)
          expect(
            Math.hypot(project(four, p).x - slanted(p).x, project(four, p).y - slanted(p).y),
          ).toBeLessThan(1e-4)
        }
      }),
    )
    expect(
      straighten([
        { seen: { x: 1, y: 1 }, real: { x: 0, y: 0 } },
        { seen: { x: 1, y: 1 }, real: { x: 10, y: 0 } },
      ]),
    ).toBeUndefined()
    expect(
      straighten([0, 1, 2, 3].map(i => ({ seen: { x: i, y: i }, real: { x: i, y: i } }))),
    ).toBeUndefined()
  })
})
