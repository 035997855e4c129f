import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { cents, parseAmount, sum } from '../money/cents'
import { must } from '../base/result'
import { BASELINE_UP, clearBand, fromRight, PITCH } from '../micr/place'
import { inches, MM_PER_POINT } from '../paper/length'
import { fitColumns } from '../paper/arrange'
import { stubColumns, type Layout } from '../paper/layout'
import { stockById } from '../paper/builtIn'
import { panelOf } from '../paper/stock'
import { widthOf } from '../faces/face'
import { proofer, sheetsOf } from './compose'
import type { CheckFacts } from './facts'
import { wrap } from './fitText'
import { checkOf, facts, layout, stock } from './test/sample'

const ready = proofer(layout, stock, facts)
const marksOf = (check: CheckFacts, made = ready) => made.sheet([check]).drawing.layers.flatMap(l => l.marks)
const codes = (check: CheckFacts, made = ready) =>
  made.sheet([check]).notes.map(n => `${n.severity} ${n.code}`)
const textsOf = (check: CheckFacts, field: string, made = ready) =>
  marksOf(check, made).flatMap(m => (m.kind === 'text' && m.field === field ? [m.text] : []))
const changed = (id: string, more: object): Layout => ({
  ...layout,
  fields: layout.fields.map(f => (f.id === id ? ({ ...f, ...more } as typeof f) : f)),
})

describe('the proof of a check', () => {
  it('says the check, with nothing to note', () => {
    const check = checkOf(5001, 0)
    expect(ready.notes).toEqual([])
    expect(codes(check)).toEqual([])
    expect(textsOf(check, 'amount-figures')).toEqual(['$**1,234.56'])
    expect(textsOf(check, 'amount-words')[0]).toBe('One thousand two hundred thirty-four and 56/100 dollars')
    expect(textsOf(check, 'payee-address')).toEqual([
      'Cobalt Rope & Rigging',
      '22 Capstan Lane',
      'Northmere, ME 04998',
    ])
  })
  it('fills the rest of the line of words so that nothing can be added', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 99_999_999_999 }), n => {
        const check = checkOf(1, 0, { amount: cents(n) })
        const field = layout.fields.find(f => f.id === 'amount-words')!
        const [, stars] = marksOf(check).filter(m => m.kind === 'text' && m.field === 'amount-words')
        if (field.kind !== 'amountWords') throw new Error('no words')
        if (stars?.kind === 'text')
          expect(
            field.x + field.w - (stars.x + widthOf(stars.face, stars.text, stars.size) * MM_PER_POINT),
          ).toBeLessThan(2.5)
        expect(codes(check)).toEqual([])
      }),
      { numRuns: 300 },
    )
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
      const ys =
        m.kind === 'text'
          ? [m.y - m.size * MM_PER_POINT * 0.75, m.y + m.size * MM_PER_POINT * 0.25]
          : m.kind === 'line'
            ? [m.y, m.y2]
            : m.kind === 'rect'
              ? [m.y, m.y + m.h]
              : (m.kind === 'path' ? m.steps : []).flatMap(
                  s => s.slice(1).filter((_, i) => i % 2 === 1) as number[],
                )
      expect(
        ys.every(y => y < band.y || y > panel.y + panel.h),
        JSON.stringify(m).slice(0, 90),
      ).toBe(true)
    }
  })
  it('keeps every text within its panel, or says so, whatever is written', () => {
    const text = fc.string({
      unit: fc.constantFrom(...'ABCdefghij WwMm.,&éß-’1234567890'),
      minLength: 1,
      maxLength: 80,
    })
    fc.assert(
      fc.property(
        text,
        fc.array(text, { maxLength: 6 }),
        text,
        fc.integer({ min: 1, max: 40 }),
        (payee, address, memo, lines) => {
          const check = checkOf(7, lines, { payee, address, memo })
          const proof = ready.sheet([check])
          if (proof.notes.some(n => n.severity === 'error')) return
          for (const m of proof.drawing.layers.flatMap(l => l.marks)) {
            if (m.kind !== 'text') continue
            expect(m.x).toBeGreaterThanOrEqual(11.9)
            expect(m.x + widthOf(m.face, m.text, m.size) * MM_PER_POINT).toBeLessThanOrEqual(205.3)
          }
        },
      ),
      { numRuns: 400 },
    )
  })
})

describe('what does not fit', () => {
  it('shrinks, then wraps, and else is told, never cut', () => {
    const long =
      'The Benevolent Society of Retired Lighthouse Keepers, Foghorn Tenders and Harbor Pilots of Northmere'
    const wide = proofer(changed('payee', { h: 10 }), stock, facts)
    expect(
      textsOf(checkOf(1, 0, { payee: long }), 'payee', wide)
        .filter(t => t !== 'Pay to the order of')
        .join(' '),
    ).toBe(long)
    expect(codes(checkOf(1, 0, { payee: `${long} ${long}` }))).toContain('error text-too-long')
    expect(textsOf(checkOf(1, 0, { payee: `${long} ${long}` }), 'payee')).toContain(`${long} ${long}`)
  })
  it('names a character that no face can print, with its field', () => {
    const note = ready.sheet([checkOf(9, 0, { payee: 'Ж 漢', address: [] })]).notes[0]
    expect(note).toMatchObject({
      code: 'character-missing',
      field: 'payee',
      value: '漢',
      check: 9,
      severity: 'error',
    })
  })
  it('sums up the stub lines that have no room, so that the rows still add up to the check', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 60 }), n => {
        const check = checkOf(3, n)
        const amounts = textsOf(check, 'stub1-table')
          .filter(t => /^-?[\d,]+\.\d\d$/.test(t))
          .map(t => must(parseAmount(t)))
        expect(sum(amounts)).toBe(check.amount)
        expect(codes(check).includes('warning stub-lines-summed')).toBe(n > 12)
      }),
    )
  })
  it('finds a layout that leaves its panel or reaches into the clear band', () => {
    expect(proofer(changed('memo', { y: 72 }), stock, facts).notes.map(n => n.code)).toEqual(['clear-band'])
    expect(proofer(changed('payee', { x: 120 }), stock, facts).notes.map(n => n.code)).toEqual([
      'field-outside',
      'fields-overlap',
    ])
  })
  it('refuses stub lines that do not come to the check', () => {
    expect(codes({ ...checkOf(4, 2), amount: cents(5) })).toContain('error lines-differ')
  })
})

describe('layout notes', () => {
  const picture = { type: 'png' as const, w: 10, h: 10, data: 'iVBORw0KGgoAAAANSUhEUgAA' }
  const codesOf = (l: Layout, s = stock, a = facts) => proofer(l, s, a).notes.map(n => `${n.field} ${n.code}`)
  it.each([
    ['near the sheet’s edge', { ...changed('payer-address', { x: 3 }) }, ['payer-address unprintable']],
    [
      'over another field',
      changed('bank-name', { x: 90 }),
      ['payer-name fields-overlap', 'bank-name fields-overlap', 'bank-name fields-overlap'].slice(0, 1),
    ],
    ['outside the envelope’s window', changed('payee-address', { x: 10 }), ['payee-address window-missed']],
    ['a MICR line moved too far', changed('micr', { nudge: { x: 2, y: 0 } }), ['micr micr-off-place']],
  ] as const)('%s', (_, l, wanted) => {
    for (const w of wanted) expect(codesOf(l as Layout)).toContain(w)
  })
  it('tells an envelope too small, a picture that is not there, a field over the stationer’s print', () => {
    // The DL window is higher and lies elsewhere: it misses part of the address, and shows more than it.
    expect(codesOf({ ...layout, envelope: 'dl' })).toEqual(
      expect.arrayContaining(['payee-address window-missed', 'amount-words window-shows']),
    )
    expect(codesOf({ ...layout, envelope: 'no-8-5-8' })).toEqual([])
    expect(codesOf(changed('memo', { x: 20, y: 66.6 }))).toContain('memo window-shows')
    expect(
      codesOf({ ...layout, envelope: 'no-8-5-8' }, stockById('check-over-two-stubs-thirds-blank')!),
    ).toContain('payee-address envelope-small')
    expect(codesOf({ ...layout, envelope: 'none-such' })).toEqual(['payee-address envelope-unknown'])
    expect(codesOf(changed('logo', { on: true, x: 30, y: 30, w: 2, h: 0.2 }))).toContain(
      'logo picture-missing',
    )
    expect(
      codesOf(changed('logo', { on: true, x: 140, y: 9, w: 10, h: 10 }), stock, {
        ...facts,
        company: { ...facts.company, logo: picture },
      }).some(c => c.includes('picture-missing')),
    ).toBe(false)
    const printed = stockById('check-over-two-stubs-preprinted')!
    expect(codesOf(layout, printed)).toEqual([])
    expect(codesOf(changed('memo', { x: 12, y: 8 }), printed)).toContain('memo over-print')
    expect(
      codesOf(layout, stockById('loose-leaf-blank')!).filter(c => c.endsWith('panel-missing')).length,
    ).toBeGreaterThan(5)
  })
})

describe('what makes a check', () => {
  const off = (...ids: string[]): Layout => ({
    ...layout,
    fields: layout.fields.map(f => (ids.includes(f.id) ? { ...f, on: false } : f)),
  })
  const missing = (l: Layout, s = stock) =>
    proofer(l, s, facts)
      .notes.filter(n => n.code.endsWith('-missing'))
      .map(n => `${n.severity} ${n.field}`)
  it.each(['payee', 'amount-figures', 'amount-words', 'date', 'number', 'micr'])(
    'without its %s the layout is an error, whatever else stands there',
    id => {
      expect(missing(off(id))).toEqual([`error ${layout.fields.find(f => f.id === id)!.kind}`])
    },
  )
  it('the payer’s name and a place to sign are warned of; what the stock carries counts as there; an empty layout never passes', () => {
    expect(missing(off('payer-name', 'signature', 'signature-image'))).toEqual([
      'warning payerName',
      'warning signature',
    ])
    expect(missing(off('number', 'micr'), stockById('check-over-two-stubs-preprinted')!)).toEqual([])
    expect(
      missing({ ...layout, fields: layout.fields.filter(f => f.kind === 'line') }).filter(m =>
        m.startsWith('error'),
      ),
    ).toHaveLength(6)
    expect(missing(changed('payee', { w: 0 }))).toEqual(['error payee'])
  })
})

describe('texts in their boxes', () => {
  it('letters taller than their box shrink to it, or are told; none lies over the next field', () => {
    const tall = proofer(
      changed('memo', { type: { face: 'sans', size: 72, least: 6.5, align: 'left' } }),
      stock,
      facts,
    ).sheet([checkOf(1, 0)])
    const memo = tall.drawing.layers
      .flatMap(l => l.marks)
      .find(m => m.kind === 'text' && m.field === 'memo' && m.text === 'Customer 7731')
    expect(memo?.kind === 'text' && memo.size * MM_PER_POINT).toBeLessThanOrEqual(4.5)
    expect(codes(checkOf(1, 0), proofer(changed('memo', { h: 1 }), stock, facts))).toContain(
      'error text-too-long',
    )
  })
  it('columns wider together than their table are an error, in the unit of the table, and can be made to fit', () => {
    const table = layout.fields.find(f => f.id === 'stub1-table')!
    if (table.kind !== 'stubTable') throw new Error('no table')
    const wide = { ...table, columns: stubColumns.map(what => ({ what, title: '', w: 40 })) }
    const note = (t: typeof table) =>
      proofer(changed('stub1-table', t), stock, facts).notes.find(n => n.code === 'columns-too-wide')
    expect(note(wide)).toMatchObject({
      severity: 'error',
      text: expect.stringContaining(' in wide together') as string,
    })
    expect(note(fitColumns(wide))).toBeUndefined()
  })
  it('a column set to the right keeps clear of a next one that begins at the left', () => {
    const columns = [
      { what: 'amount' as const, title: '', w: 60 },
      { what: 'description' as const, title: '', w: 130 },
    ]
    const marks = marksOf(checkOf(1, 1), proofer(changed('stub1-table', { columns }), stock, facts)).filter(
      m => m.kind === 'text' && m.field === 'stub1-table',
    )
    const ends = marks.flatMap(m =>
      m.kind === 'text' && /^[\d,.]+$/.test(m.text)
        ? [m.x + widthOf(m.face, m.text, m.size) * MM_PER_POINT]
        : [],
    )
    const begins = marks.flatMap(m => (m.kind === 'text' && m.text.startsWith('Mooring') ? [m.x] : []))
    expect(Math.min(...begins) - Math.max(...ends)).toBeGreaterThan(1)
  })
  it('an item is told by our number, the payee’s, or its description, as the table says', () => {
    const columns = [
      { what: 'item' as const, title: '', w: 60 },
      { what: 'amount' as const, title: '', w: 60 },
    ]
    const check = checkOf(1, 1)
    const one = { ...check, lines: check.lines.map(l => ({ ...l, item: 'OURS-1', theirItem: 'THEIRS-1' })) }
    const said = (items: string) =>
      textsOf(one, 'stub1-table', proofer(changed('stub1-table', { columns, items }), stock, facts))
    expect(said('ours')).toContain('OURS-1')
    expect(said('theirs')).toContain('THEIRS-1')
    expect(said('description')).toContain('Mooring line, coil 1')
  })
})

describe('continuation sheets and advices', () => {
  it('put every line on exactly one sheet, and stub and sheets together come to the check', () => {
    const onSheet = proofer(
      {
        ...layout,
        fields: layout.fields.map(f => (f.kind === 'stubTable' ? { ...f, overflow: 'sheet' as const } : f)),
      },
      stock,
      facts,
    )
    fc.assert(
      fc.property(fc.integer({ min: 13, max: 180 }), n => {
        const check = checkOf(3, n)
        const proof = onSheet.sheet([check])
        expect(proof.notes).toEqual([])
        const references = (field: string) =>
          [
            ...proof.drawing.layers.flatMap(l => l.marks),
            ...proof.continued.flatMap(d => d.layers.flatMap(l => l.marks)),
          ].flatMap(m => (m.kind === 'text' && m.field === field && m.text.startsWith('CR-') ? [m.text] : []))
        for (const field of ['stub1-table', 'stub2-table'])
          expect(references(field).sort()).toEqual(check.lines.map(l => l.reference).sort())
        for (const d of proof.continued)
          for (const m of d.layers.flatMap(l => l.marks))
            if (m.kind === 'text') expect(m.y).toBeLessThan(d.h - 4)
      }),
      { numRuns: 30 },
    )
  })
  it('an advice carries no MICR line and no signature, says NON-NEGOTIABLE, and may be for nothing', () => {
    const advice = ready.sheet([checkOf(9, 0, { advice: true, amount: cents(0), signers: [0] })])
    const marks = advice.drawing.layers.flatMap(l => l.marks)
    expect(advice.notes).toEqual([])
    expect(marks.some(m => m.kind === 'micr')).toBe(false)
    expect(
      marks.some(m => m.kind === 'text' && (m.text === 'Authorized signature' || m.field === 'signature')),
    ).toBe(false)
    expect(marks.some(m => m.kind === 'text' && m.text === 'NON-NEGOTIABLE')).toBe(true)
    expect(codes(checkOf(9, 0, { amount: cents(0) }))).toContain('error amount-zero')
  })
  it('captions, figures and words follow the language of the layout', () => {
    const french = proofer({ ...layout, locale: 'fr-CA' }, stock, facts).sheet([checkOf(5, 0)])
    const said = french.drawing.layers.flatMap(l => l.marks).flatMap(m => (m.kind === 'text' ? [m.text] : []))
    expect(said).toEqual(
      expect.arrayContaining([
        'Payez à l’ordre de',
        '**1\u00a0234,56\u00a0$',
        'Notre copie. À garder avec les factures payées.',
        'Mille deux cent trente-quatre et 56/100 dollars',
        '24 novembre 2026',
        'Montant',
      ]),
    )
    expect(french.notes).toEqual([])
    // One check in its own language is set as the layout in that language sets it; the others are not touched.
    const own = proofer(layout, stock, facts)
    expect(own.sheet([checkOf(5, 0, { language: 'fr' })]).drawing).toEqual(french.drawing)
    expect(own.sheet([checkOf(5, 0, { language: 'en' })]).drawing).toEqual(own.sheet([checkOf(5, 0)]).drawing)
  })
  it('stands turned text within its box, whichever way it is turned', () => {
    for (const turn of [90, 180, 270] as const) {
      const box = turn === 180 ? { x: 120, y: 50, w: 60, h: 5 } : { x: 120, y: 30, w: 5, h: 45 }
      const side = proofer(
        {
          ...layout,
          fields: [
            {
              kind: 'text',
              id: 'side',
              panel: 'check',
              on: true,
              locked: false,
              ...box,
              turn,
              text: 'Void if altered',
              type: { face: 'sans', size: 8, least: 6, align: 'left' },
            },
          ],
        },
        stock,
        facts,
      )
      const mark = side.sheet([checkOf(1)]).drawing.layers.flatMap(l => l.marks)[0]!
      if (mark.kind !== 'text') throw new Error('no text')
      const long = widthOf(mark.face, mark.text, mark.size) * MM_PER_POINT
      const end = {
        x: mark.x + long * Math.cos((turn * Math.PI) / 180),
        y: mark.y - long * Math.sin((turn * Math.PI) / 180),
      }
      for (const p of [mark, end])
        expect(
          p.x >= box.x - 0.01 &&
            p.x <= box.x + box.w + 0.01 &&
            p.y >= box.y - 0.01 &&
            p.y <= box.y + box.h + 0.01,
          `${turn}`,
        ).toBe(true)
    }
  })
})

describe('wrap and sheets', () => {
  it('wraps without losing a word', () => {
    fc.assert(
      fc.property(
        fc.array(fc.stringMatching(/^[a-zA-Z]{1,14}$/), { minLength: 1, maxLength: 30 }),
        fc.integer({ min: 10, max: 120 }),
        (wordsGiven, w) => {
          expect(wrap(wordsGiven.join(' '), w, { face: 'sans' }, 10).join(' ')).toBe(wordsGiven.join(' '))
        },
      ),
    )
  })
  it('cuts checks into sheets, the first part-used', () => {
    expect(sheetsOf([1, 2, 3, 4], 3, 2)).toEqual([
      [null, 1, 2],
      [3, 4],
    ])
    expect(sheetsOf([], 3)).toEqual([])
  })
  it('leaves out what the stock carries, and shows it for the eye', () => {
    const carries = proofer(layout, { ...stock, carries: [{ role: 'check', kind: 'number' }] }, facts).sheet([
      checkOf(5001),
    ])
    expect(
      carries.drawing.layers.flatMap(l => l.marks).some(m => m.kind === 'text' && m.field === 'number'),
    ).toBe(false)
    expect(carries.carried.some(m => m.kind === 'text' && m.text === '5001')).toBe(true)
  })
})
