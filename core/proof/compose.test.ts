import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { cents, parseAmount, sum } from '../money/cents'
import { must } from '../base/result'
import { BASELINE_UP, clearBand, fromRight, PITCH } from '../micr/place'
import { inches, MM_PER_POINT } from '../paper/length'
import type { Layout } from '../paper/layout'
import { panelOf } from '../paper/stock'
import { widthOf } from '../type/face'
import { proofer, sheetsOf } from './compose'
import type { CheckFacts } from './facts'
import { wrap } from './fitText'
import { checkOf, facts, layout, stock } from './sample.fixture'

const ready = proofer(layout, stock, facts)
const marksOf = (check: CheckFacts, made = ready) => made.sheet([check]).drawing.layers.flatMap(l => l.marks)
const codes = (check: CheckFacts, made = ready) => made.sheet([check]).notes.map(n => `${n.severity} ${n.code}`)
const textsOf = (check: CheckFacts, field: string, made = ready) => marksOf(check, made).flatMap(m => (m.kind === 'text' && m.field === field ? [m.text] : []))
const changed = (id: string, more: object): Layout => ({ ...layout, fields: layout.fields.map(f => (f.id === id ? { ...f, ...more } as typeof f : f)) })

describe('the proof of a check', () => {
  it('says the check, with nothing to note', () => {
    const check = checkOf(5001, 0)
    expect(ready.notes).toEqual([])
    expect(codes(check)).toEqual([])
    expect(textsOf(check, 'amount-figures')).toEqual(['$**1,234.56'])
    expect(textsOf(check, 'amount-words')[0]).toBe('One thousand two hundred thirty-four and 56/100 dollars')
    expect(textsOf(check, 'payee-address')).toEqual(['Cobalt Rope & Rigging', '22 Capstan Lane', 'Northmere, ME 04998'])
  })
  it('fills the rest of the line of words so that nothing can be added', () => {
    fc.assert(fc.property(fc.integer({ min: 1, max: 99_999_999_999 }), (n) => {
      const check = checkOf(1, 0, { amount: cents(n) })
      const field = layout.fields.find(f => f.id === 'amount-words')!
      const [, stars] = marksOf(check).filter(m => m.kind === 'text' && m.field === 'amount-words')
      if (field.kind !== 'amountWords') throw new Error('no words')
      if (stars?.kind === 'text') expect(field.x + field.w - (stars.x + widthOf(stars.face, stars.text, stars.size) * MM_PER_POINT)).toBeLessThan(2.5)
      expect(codes(check)).toEqual([])
    }), { numRuns: 300 })
  })
  it('stands the MICR line by the standard, and nothing else in the clear band', () => {
    const panel = panelOf(stock, 'check', 1)!
    const band = clearBand(panel)
    const marks = marksOf(checkOf(5001))
    const micr = marks.filter(m => m.kind === 'micr')
    expect(micr).toHaveLength(1)
    const line = micr[0]!
    expect(panel.y + panel.h - line.y).toBeCloseTo(inches(0.1875), 6)
    // The on-us symbol at position 14 is the last character: its right edge is that of position 14.
    expect(panel.w - (line.x + line.text.length * PITCH)).toBeCloseTo(fromRight(14), 6)
    expect(BASELINE_UP).toBeLessThan(band.h)
    for (const m of marks) {
      if (m.kind === 'micr') continue
      const ys = m.kind === 'text' ? [m.y - m.size * MM_PER_POINT * 0.75, m.y + m.size * MM_PER_POINT * 0.25] : m.kind === 'line' ? [m.y, m.y2] : m.kind === 'rect' ? [m.y, m.y + m.h] : m.steps.flatMap(s => s.slice(1).filter((_, i) => i % 2 === 1) as number[])
      expect(ys.every(y => y < band.y || y > panel.y + panel.h), JSON.stringify(m).slice(0, 90)).toBe(true)
    }
  })
  it('keeps every text within its panel, or says so, whatever is written', () => {
    const text = fc.string({ unit: fc.constantFrom(...'ABCdefghij WwMm.,&éß-’1234567890'), minLength: 1, maxLength: 80 })
    fc.assert(fc.property(text, fc.array(text, { maxLength: 6 }), text, fc.integer({ min: 1, max: 40 }), (payee, address, memo, lines) => {
      const check = checkOf(7, lines, { payee, address, memo })
      const proof = ready.sheet([check])
      if (proof.notes.some(n => n.severity === 'error')) return
      for (const m of proof.drawing.layers.flatMap(l => l.marks)) {
        if (m.kind !== 'text') continue
        expect(m.x).toBeGreaterThanOrEqual(11.9)
        expect(m.x + widthOf(m.face, m.text, m.size) * MM_PER_POINT).toBeLessThanOrEqual(205.3)
      }
    }), { numRuns: 400 })
  })
})

describe('what does not fit', () => {
  it('shrinks, then wraps, and else is told, never cut', () => {
    const long = 'The Benevolent Society of Retired Lighthouse Keepers, Foghorn Tenders and Harbor Pilots of Northmere'
    const wide = proofer(changed('payee', { h: 10 }), stock, facts)
    expect(textsOf(checkOf(1, 0, { payee: long }), 'payee', wide).filter(t => t !== 'Pay to the order of').join(' ')).toBe(long)
    expect(codes(checkOf(1, 0, { payee: `${long} ${long}` }))).toContain('error text-too-long')
    expect(textsOf(checkOf(1, 0, { payee: `${long} ${long}` }), 'payee')).toContain(`${long} ${long}`)
  })
  it('names a character that no face can print, with its field', () => {
    const note = ready.sheet([checkOf(9, 0, { payee: 'Жанна', address: [] })]).notes[0]
    expect(note).toMatchObject({ code: 'character-missing', field: 'payee', value: 'Ж', check: 9, severity: 'error' })
  })
  it('sums up the stub lines that have no room, so that the rows still add up to the check', () => {
    fc.assert(fc.property(fc.integer({ min: 1, max: 60 }), (n) => {
      const check = checkOf(3, n)
      const amounts = textsOf(check, 'stub1-table').filter(t => /^-?[\d,]+\.\d\d$/.test(t)).map(t => must(parseAmount(t)))
      expect(sum(amounts)).toBe(check.amount)
      expect(codes(check).includes('warning stub-lines-summed')).toBe(n > 12)
    }))
  })
  it('finds a layout that leaves its panel or reaches into the clear band', () => {
    expect(proofer(changed('memo', { y: 72 }), stock, facts).notes.map(n => n.code)).toEqual(['clear-band'])
    expect(proofer(changed('payee', { x: 120 }), stock, facts).notes.map(n => n.code)).toEqual(['field-outside', 'fields-overlap'])
  })
  it('refuses stub lines that do not come to the check', () => {
    expect(codes({ ...checkOf(4, 2), amount: cents(5) })).toContain('error lines-differ')
  })
})

describe('wrap and sheets', () => {
  it('wraps without losing a word', () => {
    fc.assert(fc.property(fc.array(fc.stringMatching(/^[a-zA-Z]{1,14}$/), { minLength: 1, maxLength: 30 }), fc.integer({ min: 10, max: 120 }), (wordsGiven, w) => {
      expect(wrap(wordsGiven.join(' '), w, { face: 'sans' }, 10).join(' ')).toBe(wordsGiven.join(' '))
    }))
  })
  it('cuts checks into sheets, the first part-used', () => {
    expect(sheetsOf([1, 2, 3, 4], 3, 2)).toEqual([[null, 1, 2], [3, 4]])
    expect(sheetsOf([], 3)).toEqual([])
  })
  it('leaves out what the stock carries, and shows it for the eye', () => {
    const carries = proofer(layout, { ...stock, carries: [{ role: 'check', kind: 'number' }] }, facts).sheet([checkOf(5001)])
    expect(carries.drawing.layers.flatMap(l => l.marks).some(m => m.kind === 'text' && m.field === 'number')).toBe(false)
    expect(carries.carried.some(m => m.kind === 'text' && m.text === '5001')).toBe(true)
  })
})
