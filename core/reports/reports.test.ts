import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { PlainDate } from '../base/dates'
import { grouped } from '../base/grouped'
import { idOf } from '../base/id'
import { hashOf } from '../base/hash'
import { fateRanges, proofOfNumbers } from '../numbers/proofOfNumbers'
import type { CheckNumber, NumberBook } from '../numbers/book'
import type { Fate } from '../numbers/fates'
import { csvOut } from '../exchange/csvOut'
import { auditTrail, trailOut } from '../exchange/trailFile'
import { stockById } from '../paper/builtIn'
import { cents } from '../money/cents'
import { figures } from '../money/figures'
import { textWidth } from '../proof/fitText'
import { marksOf } from '../proof/marks'
import { checkOf, facts, layout, stock } from '../proof/test/sample'
import { trailLine, type TrailLine } from '../trail/trail'
import { listPages } from './listPages'
import { copyWords, stubCopy } from './stubCopy'
import { reportPaper } from './tables/report'

const textsOf = (drawing: Parameters<typeof marksOf>[0]): string[] =>
  marksOf(drawing).flatMap(m => (m.kind === 'text' ? [m.text] : []))
const book = (id: string, start: number, end: number): NumberBook => ({
  id: idOf(id),
  accountId: idOf('a'),
  kind: 'printed by us',
  start: start as CheckNumber,
  end: end as CheckNumber,
})
const rows = (...of: [number, Fate][]): Map<CheckNumber, { fate: Fate }> =>
  new Map(of.map(([n, fate]) => [n as CheckNumber, { fate }]))

describe('papers for the file', () => {
  it('a long list goes on over pages, its head on each, every row once, nothing beyond the edge', () => {
    const pages = listPages({
      title: 'Run',
      columns: [
        { title: 'Number', share: 1 },
        { title: 'Payee', share: 3 },
        { title: 'Amount', share: 1, right: true },
      ],
      rows: Array.from({ length: 130 }, (_, i) => [
        String(1000 + i),
        'A payee whose name is long enough to be broken into several lines of the column of this list',
        '1.00',
      ]),
      sum: ['', 'Sum', '130.00'],
      sign: ['Seen by'],
    })
    expect(pages.length).toBeGreaterThan(3)
    const all = pages.map(textsOf)
    expect(all.every(p => p.includes('Payee'))).toBe(true)
    for (let i = 0; i < 130; i++) expect(all.filter(p => p.includes(String(1000 + i)))).toHaveLength(1)
    expect(all.at(-1)).toContain(`${pages.length} of ${pages.length}`)
    for (const page of pages)
      for (const m of marksOf(page))
        if (m.kind === 'text') expect(m.y > 0 && m.y < page.h && m.x > 0 && m.x < page.w).toBe(true)
  })
  it('columns without a share are as wide as what stands in them needs: no day, figure or word is broken, none lies over another', () => {
    const word = fc.constantFrom(
      'cleared',
      'Tidegate',
      'Harbor',
      'Dues',
      'paid',
      'by',
      'the',
      'bank',
      '42159354',
    )
    const words = (most: number) => fc.array(word, { maxLength: most }).map(list => list.join(' '))
    const row = fc.tuple(
      fc.constantFrom('Jan 14, 2026', 'Nov 3, 2026'),
      words(3),
      words(14),
      words(2),
      fc.nat(9e8),
    )
    fc.assert(
      fc.property(fc.array(row, { minLength: 1, maxLength: 12 }), list => {
        const rows = list.map(([day, payee, text, state, n]) => [day, payee, text, state, figures(cents(n))])
        const titles = ['Date', 'Payee', 'Description', 'State', 'Amount']
        const ofColumn = (title: string, i: number) => ({ title, right: i === 4, whole: i === 0 || i === 4 })
        const marks = listPages({ title: 'Register', columns: titles.map(ofColumn), rows }).flatMap(page =>
          marksOf(page),
        )
        const set = marks.flatMap(m => (m.kind === 'text' && m.field === 'list' && m.size === 9 ? [m] : []))
        const said = set.map(m => m.text)
        for (const [day, , , , amount] of rows)
          expect(said.includes(day!) && said.includes(amount!)).toBe(true)
        for (const text of said)
          for (const part of text.split(' '))
            expect(
              rows
                .flat()
                .concat(titles, 'Register', '1 of 1')
                .some(cell => cell.split(' ').includes(part)),
            ).toBe(true)
        const byLine = grouped(set, m => m.y.toFixed(3))
        for (const line of byLine.values()) {
          const inOrder = [...line].sort((a, b) => a.x - b.x)
          inOrder.forEach((m, i) => {
            const end = m.x + textWidth(m.text, { face: m.face }, m.size)
            expect(end).toBeLessThan(inOrder[i + 1]?.x ?? 215.9 - 17.9)
          })
        }
      }),
    )
  })
  it('on paper a report leaves out columns that are blank, or say what the page covers on each row', () => {
    const columns = ['Account', 'Payee', 'Reference', 'State'].map(title => ({
      title,
      holds: 'text' as const,
    }))
    const report = { name: 'r', title: 'R', under: 'Operating, all days', columns }
    const titles = (rows: string[][], sum?: string[]) =>
      reportPaper({ ...report, rows, ...(sum && { sum }) }, 'Ferry', '2026-11-24' as PlainDate).columns?.map(
        c => c.title,
      )
    const two = [
      ['Operating', 'A', '', 'cleared'],
      ['Operating', 'B', '', 'cleared'],
    ]
    expect(titles(two)).toEqual(['Payee', 'State'])
    expect(titles(two, ['', '2', '', ''])).toEqual(['Payee', 'State'])
    expect(titles([...two, ['Yard', 'B', 'x', 'cleared']])).toEqual([
      'Account',
      'Payee',
      'Reference',
      'State',
    ])
    expect(titles([])).toEqual(['Account', 'Payee', 'Reference', 'State'])
  })
  it('a stub copy is never negotiable: no MICR line, no amount in words, no signature, and it says what became of the check', () => {
    const words = copyWords(
      { number: 501 as CheckNumber, fate: 'stopped', replacedBy: 503 as CheckNumber },
      false,
    )
    expect(words).toBe(
      'Copy of the stub of check 501. Not a check. The check was stopped and replaced by 503.',
    )
    for (const of of [
      stock,
      stockById('check-over-two-stubs-preprinted')!,
      stockById('three-checks-blank')!,
    ]) {
      const [first] = stubCopy(checkOf(501), layout, of, facts, words)
      const marks = marksOf(first!)
      expect(marks.some(m => m.kind === 'micr')).toBe(false)
      const said = textsOf(first!).join(' ')
      expect(said).toContain('Not a check')
      expect(said).not.toMatch(/hundred/i)
      expect(said).toContain('Mooring line, coil 1')
    }
  })
  it('figures of a list that look like a formula are safe in a spreadsheet', () => {
    expect(
      csvOut(['a'], [['=1+1'], ['@x'], ['plain']])
        .split('\r\n')
        .slice(1),
    ).toEqual(['"\'=1+1"', '"\'@x"', 'plain'])
  })
})

describe('the proof of numbers', () => {
  it('adds every book up and names doubles and strays', () => {
    const books = [book('one', 1, 10), book('two', 8, 12)]
    const of = { one: rows([1, 'issued'], [9, 'spoiled']), two: rows([9, 'missing'], [44, 'issued']) }
    const proof = proofOfNumbers(books, b => of[b.id as 'one' | 'two'])
    expect(proof.books[0]).toMatchObject({ agrees: true, length: 10 })
    expect(proof.books[0]!.counts).toMatchObject({ issued: 1, spoiled: 1, unused: 8 })
    expect(proof.problems.map(p => [p.number, p.what])).toEqual([
      [44, 'outside its book, 8 to 12'],
      [9, 'is in two books'],
    ])
  })
  it('tells a book in ranges of the same fate', () => {
    expect(fateRanges(book('one', 1, 6), rows([2, 'issued'], [3, 'issued'], [6, 'missing']))).toEqual([
      { from: 1, to: 1, fate: 'unused' },
      { from: 2, to: 3, fate: 'issued' },
      { from: 4, to: 5, fate: 'unused' },
      { from: 6, to: 6, fate: 'missing' },
    ])
  })
})

describe('a trail file', () => {
  const lines: TrailLine[] = []
  for (let i = 0; i < 6; i++)
    lines.push(
      trailLine(
        { act: 'draw', text: `payment ${i}`, about: { account: 'a' } },
        { at: `2026-11-24T10:00:0${i}Z`, by: 'Test' },
        lines.at(-1),
      ),
    )
  const broken = (text: string) => {
    const r = auditTrail(text)
    return r.ok ? r.value.lines : r.refusal.text
  }
  it('holds as it was written; a changed, missing, added or foreign line is the first one named', () => {
    const file = trailOut(lines)
    expect(broken(file)).toBe(6)
    expect(broken(file.replace('payment 3', 'payment 9'))).toMatch(/^Line 4: it was changed/)
    expect(broken(trailOut(lines.filter((_, i) => i !== 2)))).toMatch(/^Line 3: it is number 4 instead of 3/)
    expect(broken(`${file}{"seq":7}\n`)).toMatch(/^Line 7: not a line of a trail/)
    expect(broken(`${file}nonsense`)).toMatch(/^Line 7: it is not JSON/)
    const { hash: _, ...forged } = { ...lines[1]!, text: 'payment 100' }
    expect(broken(trailOut([lines[0]!, { ...forged, hash: hashOf(forged) }, ...lines.slice(2)]))).toMatch(
      /^Line 3: it does not follow/,
    )
    expect(broken('')).toContain('no trail lines')
  })
})
