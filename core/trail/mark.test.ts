import fc from 'fast-check'
import { expect, test } from 'vitest'
import { compareMark, readMark } from './mark'
import { anchorText } from './trail'

const hash = fc.string({ unit: fc.constantFrom(...'0123456789abcdef'), minLength: 64, maxLength: 64 })
const seq = fc.integer({ min: 1, max: 9_999_999 })

test('what is printed on papers and in names of backups is read again, however it is copied', () => {
  fc.assert(
    fc.property(seq, hash, (n, whole) => {
      const read = { ok: true, value: { seq: n, mark: whole.slice(0, 8) } }
      const copies = [
        anchorText(n, whole),
        `Last line of the trail: ${anchorText(n, whole).toUpperCase()}.`,
        `backup 2026-11-27 10-11-12 line ${n} ${whole.slice(0, 8)}.zip.age`,
        `  ${n}   ${whole.slice(0, 8)} `,
      ]
      for (const copy of copies) expect(readMark(copy), copy).toEqual(read)
    }),
  )
})

test.each(['', '2,588', '1a2b3c4d', '2588, mark 1a2b3c4', '2588 1a2b3c4d5', '12,34 1a2b3c4d', '-'])(
  '“%s” is no line with its mark',
  text =>
    expect(readMark(text)).toMatchObject({ ok: false, refusal: { code: 'mark-unread', field: 'mark' } }),
)

test('two lines at once are not guessed at', () => {
  expect(readMark('12 1a2b3c4d, 13 1a2b3c4e')).toMatchObject({ ok: false, refusal: { code: 'mark-unread' } })
})

test('a digit that differs, and a line that is not there, never agree', () => {
  fc.assert(
    fc.property(seq, hash, fc.integer({ min: 0, max: 7 }), (n, whole, at) => {
      const mark = whole.slice(0, 8)
      const other = mark[at] === '0' ? '1' : '0'
      const wrong = mark.slice(0, at) + other + mark.slice(at + 1)
      expect(compareMark({ seq: n, mark }, { hash: whole }, n)).toMatchObject({ ok: true })
      expect(compareMark({ seq: n, mark: wrong }, { hash: whole }, n)).toMatchObject({
        ok: false,
        refusal: { code: 'mark-differs', limit: mark },
      })
      expect(compareMark({ seq: n, mark }, undefined, n - 1)).toMatchObject({
        ok: false,
        refusal: { code: 'mark-no-line' },
      })
    }),
  )
})
