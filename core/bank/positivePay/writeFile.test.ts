import { describe, expect, it } from 'vitest'
import { addDays, plainDate } from '../../base/dates'
import { random } from '../../base/random'
import { must } from '../../base/result'
import { idOf } from '../../base/id'
import { cents } from '../../money/cents'
import type { CheckNumber } from '../../numbers/book'
import { bankItemId, bankItemsOf } from './bankItem'
import { readPayFile } from './readFile'
import { payLayoutSchema, startingLayouts, type PayLayout } from './layout'
import { writePayFile, type PayItem } from './writeFile'

const today = must(plainDate('2026-11-24'))
const about = { account: { account: '0052-6610-3', routing: '123456780' }, today, shorten: false }
const [delimited, fixed] = startingLayouts as [PayLayout, PayLayout]
const item: PayItem = {
  ...{ kind: 'issue', number: 4281 as CheckNumber, amount: cents(123_456) },
  ...{ date: today, payee: 'Cobalt Rope & Rigging' },
}

describe('a file for the bank', () => {
  it('has each check as its layout says, between a header and a trailer that count', () => {
    expect(startingLayouts.every(l => payLayoutSchema.safeParse(l).success)).toBe(true)
    const voided = { ...item, kind: 'end' as const, number: 7 as CheckNumber, payee: 'Inés, "Marrow"' }
    expect(writePayFile(delimited, [item, voided], about, 3)).toMatchObject({
      faults: [],
      name: 'checks 2026-11-24.csv',
      text: '005266103,4281,1234.56,11/24/2026,Cobalt Rope & Rigging,I\r\n005266103,7,1234.56,11/24/2026,"Ines, ""Marrow""",V\r\n',
    })
    expect(writePayFile(fixed, [item], about, 1).lines).toEqual([
      'H00000000526610320261124',
      'D000000005266103000000428100000012345620261124ICobalt Rope & Rigging                   ',
      'T0000000100000000123456',
    ])
  })
  it('cuts nothing without a word: what is too long or no letter of a bank is a fault of its check', () => {
    const narrow: PayLayout = {
      ...fixed,
      columns: fixed.columns.map(c => (c.holds === 'payee' || c.holds === 'number' ? { ...c, width: 3 } : c)),
    }
    const faultsOf = (of: PayLayout, items: readonly PayItem[], shorten = false) =>
      writePayFile(of, items, { ...about, shorten }, 1).faults.map(f => [f.number, f.column.holds])
    expect(faultsOf(narrow, [item])).toEqual([
      [4281, 'number'],
      [4281, 'payee'],
    ])
    expect(faultsOf(narrow, [item], true)).toEqual([[4281, 'number']])
    expect(faultsOf(fixed, [{ ...item, payee: 'Łódź' }])).toEqual([[4281, 'payee']])
    const second: PayLayout = {
      ...narrow,
      columns: [
        ...narrow.columns.filter(c => c.holds !== 'number'),
        { ...fixed.columns[6]!, holds: 'payee2', width: 40 },
      ],
    }
    const two = {
      ...second,
      columns: second.columns.map(c => (c.holds === 'payee2' ? { ...c, width: 4 } : c)),
    }
    expect(faultsOf(two, [{ ...item, payee: 'abcdef' }])).toEqual([])
    expect(writePayFile(two, [{ ...item, payee: 'abcdef' }], about, 1).lines[1]).toMatch(/abcdef $/)
    expect(faultsOf(two, [{ ...item, payee: 'abcdefgh' }])).toEqual([[4281, 'payee2']])
  })
  it('of fixed width has lines of one length, and reads back what was put in', () => {
    const r = random(4)
    for (let i = 0; i < 200; i++) {
      const items = Array.from({ length: r.between(1, 5) }, (): PayItem => ({
        kind: r.one(['issue', 'end']),
        number: r.between(1, 9_999_999) as CheckNumber,
        amount: cents(r.between(1, 99_999_999)),
        date: addDays(today, -r.between(0, 400)),
        payee: r.one(['Ilse Brandvold', 'A', 'Windrose Life Raft Service']),
      }))
      const { lines, faults } = writePayFile(fixed, items, about, 1)
      expect(faults).toEqual([])
      const body = lines.slice(1, -1)
      expect(
        body.map(l => [
          Number(l.slice(16, 26)),
          Number(l.slice(26, 38)),
          l.slice(46, 47),
          l.slice(47).trim(),
        ]),
      ).toEqual(items.map(x => [x.number, x.amount, x.kind === 'issue' ? 'I' : 'V', x.payee]))
      expect(new Set(body.map(l => l.length)).size).toBe(1)
      expect(Number(lines.at(-1)!.slice(9))).toBe(items.reduce((s, x) => s + x.amount, 0))
    }
  })
})

describe('what the bank is to know', () => {
  it('of a check whose match is undone: its issue, where the bank was never told of it; else nothing new', () => {
    const [accountId, id] = [idOf<'account'>('a'), idOf<'number'>('book/7')]
    const row = {
      id,
      accountId,
      bookId: idOf<'book'>('book'),
      number: 7 as CheckNumber,
      why: '',
      at: '',
      life: [],
    }
    const was = { ...row, fate: 'cleared', check: null } as const
    const told = (known: readonly ('issue' | 'end')[]) =>
      bankItemsOf(
        [{ ...was, fate: 'issued' }],
        new Map([[id, was]]),
        new Set([accountId]),
        new Set(known.map(kind => bankItemId(id, kind))),
      ).map(item => item.kind)
    expect(told([])).toEqual(['issue'])
    expect(told(['issue'])).toEqual([])
  })
})

describe('a file as the bank reads it', () => {
  it('says what was written, by any layout that holds it', () => {
    const r = random(7)
    for (let i = 0; i < 300; i++) {
      const items = Array.from({ length: r.between(1, 5) }, (_, n): PayItem => ({
        ...{ kind: r.one(['issue', 'end'] as const), number: (r.between(1, 99_999_999) + n) as CheckNumber },
        ...{ amount: cents(r.between(1, 9_999_999)), date: addDays(today, -r.between(0, 900)) },
        payee: r.one(['Cobalt Rope & Rigging', 'Quill, Teodor', 'A "quoted" name', '0042']),
      }))
      const base = r.one([delimited, fixed])
      const day = r.one(['YYYYMMDD', 'MM/DD/YYYY', 'YYYY-MM-DD'] as const)
      const layout: PayLayout = {
        ...base,
        columns: base.columns.map(c => (c.holds === 'date' ? { ...c, day, width: 12 } : c)),
      }
      const file = writePayFile(layout, items, about, 1)
      if (file.faults.length) continue
      expect(must(readPayFile(layout, file.text))).toEqual(items)
    }
  })
  it('names the line that is not as its layout says', () => {
    const file = writePayFile(fixed, [item], about, 1)
    const torn = file.text.replace('4281', '42x1')
    expect(readPayFile(fixed, torn)).toMatchObject({ ok: false, refusal: { code: 'line-faulty' } })
  })
})
