import { createHash } from 'node:crypto'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  addDays,
  byMoment,
  dayOfMoment,
  daysBetween,
  momentOf,
  plainDate,
  readTypedDate,
  typedDate,
  weekday,
  type PlainDate,
} from './dates'
import { canonicalJson, hashOf, shaOf } from './hash'
import { must } from './result'

const day = (text: string): PlainDate => must(plainDate(text))

describe('dates', () => {
  it('refuse days that do not exist', () => {
    for (const text of ['2026-02-29', '2026-13-01', '2026-4-1', '1899-12-31', 'soon'])
      expect(plainDate(text).ok).toBe(false)
    expect(plainDate('2028-02-29').ok).toBe(true)
  })
  it('add and count days as each other', () => {
    fc.assert(
      fc.property(fc.integer({ min: -40_000, max: 40_000 }), n => {
        expect(daysBetween(day('2026-11-24'), addDays(day('2026-11-24'), n))).toBe(n)
      }),
    )
  })
  // Tuesday, 24 November 2026.
  it.each([
    ['', '2026-11-24'],
    ['.', '2026-11-24'],
    ['+3', '2026-11-27'],
    ['-24', '2026-10-31'],
    ['fri', '2026-11-27'],
    ['tue', '2026-11-24'],
    ['mon', '2026-11-30'],
    ['24', '2026-11-24'],
    ['15', '2026-12-15'],
    ['31', '2026-12-31'],
    ['me', '2026-11-30'],
    ['12/5', '2026-12-05'],
    ['1/2/27', '2027-01-02'],
    ['11/24/2026', '2026-11-24'],
    ['2027-03-01', '2027-03-01'],
    ['today', '2026-11-24'],
    ['tomorrow', '2026-11-25'],
    ['yesterday', '2026-11-23'],
    ['2026-1-1', '2026-01-01'],
    ['2027/3/1', '2027-03-01'],
    ['tod', '2026-11-24'],
    ['1/20', '2027-01-20'],
    ['9/25', '2026-09-25'],
  ])('typed “%s” is %s', (typed, meant) => {
    expect(must(typedDate(typed, day('2026-11-24')))).toBe(meant)
  })
  it.each(['13/1', '2/30', '0', '+', 'f', 'to', '2026-13-1', '5/12', '1/24', '2/29'])(
    'typed “%s” is refused',
    typed => {
      expect(typedDate(typed, day('2026-11-24')).ok).toBe(false)
    },
  )
  it('the day stands first where the country writes it so', () => {
    expect(must(typedDate('5/12', day('2026-11-24'), true))).toBe('2026-12-05')
    expect(must(typedDate('12/5', day('2026-11-24')))).toBe('2026-12-05')
    expect(typedDate('11/24', day('2026-11-24'), true).ok).toBe(false)
  })
  it('without a year the nearest day is meant; one far off is asked with its year', () => {
    // The report: on January 4, 12/28 of a bill became December 28 of the coming year.
    expect(must(typedDate('12/28', day('2027-01-04'), false, 'back'))).toBe('2026-12-28')
    expect(must(typedDate('12/28', day('2027-01-04')))).toBe('2026-12-28')
    expect(must(typedDate('12/20', day('2026-11-24'), false, 'back'))).toBe('2026-12-20')
    expect(must(typedDate('15', day('2026-11-24'), false, 'back'))).toBe('2026-11-15')
    expect(must(typedDate('fri', day('2026-11-24'), false, 'back'))).toBe('2026-11-20')
    expect(must(typedDate('31', day('2026-11-24'), false, 'back'))).toBe('2026-10-31')
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 4000 }),
        fc.integer({ min: -400, max: 400 }),
        fc.constantFrom('back' as const, 'around' as const, 'ahead' as const),
        (n, off, lean) => {
          const today = addDays(day('2020-01-01'), n)
          const meant = addDays(today, off)
          const [, m, d] = meant.split('-').map(Number)
          const read = typedDate(`${m}/${d}`, today, false, lean)
          // Whatever is understood is that day and month, and at most sixty days off.
          if (!read.ok) expect(read.refusal.code === 'date-far' || (m === 2 && d === 29)).toBe(true)
          else {
            expect(read.value.slice(5)).toBe(meant.slice(5))
            expect(Math.abs(daysBetween(today, read.value))).toBeLessThanOrEqual(60)
          }
          const isNear =
            lean === 'back'
              ? off <= 0 && off >= -60
              : lean === 'ahead'
                ? off >= 0 && off <= 60
                : Math.abs(off) <= 60
          if (isNear) expect(read).toEqual({ ok: true, value: meant })
        },
      ),
    )
  })
  it('while the clock is behind, a date is typed with its year', () => {
    const how = { today: day('2026-11-03'), dayFirst: false, clockBehind: true }
    for (const text of ['', 'fri', '+3', '11/24'])
      expect(readTypedDate(text, how)).toMatchObject({ refusal: { code: 'date-clock' } })
    expect(must(readTypedDate('11/24/2026', how))).toBe('2026-11-24')
    expect(must(readTypedDate('', { ...how, clockBehind: false }))).toBe('2026-11-03')
  })
  it('a moment is local time with its offset, and its day is the business day', () => {
    expect(momentOf(new Date('2026-11-25T02:05:09.120Z'), -300)).toBe('2026-11-24T21:05:09.120-05:00')
    expect(dayOfMoment(momentOf(new Date('2026-11-25T02:05:09.120Z'), -300))).toBe('2026-11-24')
    fc.assert(
      fc.property(
        fc.date({ min: new Date('2000-01-01'), max: new Date('2099-01-01'), noInvalidDate: true }),
        fc.integer({ min: -720, max: 840 }),
        (at, offset) => {
          expect(Date.parse(momentOf(at, offset))).toBe(at.getTime())
        },
      ),
    )
    expect(byMoment('2026-11-24T21:00:00.000-05:00', '2026-11-25T01:00:00.000Z')).toBeGreaterThan(0)
  })
  it('a typed weekday is never in the past and within the week', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 5000 }),
        fc.constantFrom('su', 'mon', 'tues', 'wed', 'thursday', 'fr', 'sat'),
        (n, name) => {
          const today = addDays(day('2020-01-01'), n)
          const found = must(typedDate(name, today))
          expect(daysBetween(today, found)).toBeGreaterThanOrEqual(0)
          expect(daysBetween(today, found)).toBeLessThan(7)
          expect(['su', 'mon', 'tues', 'wed', 'thursday', 'fr', 'sat'][weekday(found)]).toBe(name)
        },
      ),
    )
  })
})

describe('hash', () => {
  it('does not depend on the order of keys and leaves out what is undefined', () => {
    expect(canonicalJson({ b: 1, a: [{ d: 2, c: undefined }] })).toBe('{"a":[{"d":2}],"b":1}')
    // SHA-256 of the two characters {}, from the standard's own tools.
    expect(hashOf({})).toBe('44136fa355b3678a1146ad16f7e8649e94fb4fc21fe77e8310c060f61caaff8a')
  })
  it('is SHA-256 of the text in UTF-8, whatever its letters and its length', () => {
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string({ unit: 'grapheme', maxLength: 80 }),
          fc.string({ minLength: 4000, maxLength: 4200 }),
        ),
        text => {
          const plain = createHash('sha256').update(text, 'utf8').digest('hex')
          expect(Buffer.from(shaOf(text)).toString('hex')).toBe(plain)
        },
      ),
    )
  })
})
