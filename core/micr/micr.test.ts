import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { must } from '../base/result'
import { inches } from '../paper/length'
import { micrOutlines, UNITS_PER_CELL, UNITS_PER_PITCH } from './outlines'
import { micrFindings } from './checks'
import { meaningOf, micrLine, micrPatterns, micrPatternSchema, micrRuler, usBusiness } from './pattern'
import { fromRight, positionsOn } from './place'
import { illegible } from './legible'
import { readBack } from './readBack'
import { readMicr } from './reader'
import { scanOf } from './test/scan'
import { ownShapes } from './shapes'
import { routingCheckDigit, routingNumber } from './routing'
import { DASH, micrCharacters, ON_US, TRANSIT } from './symbols'

const facts = { routing: '123456780', account: '0048-2215-7', serial: 5001 }

describe('routing number', () => {
  it('takes the two of the demo and refuses what is not one, saying the digit', () => {
    expect(routingNumber('123456780').ok && routingNumber('012345672').ok).toBe(true)
    const wrong = routingNumber('123456789')
    expect(wrong.ok ? '' : wrong.refusal.text).toContain('it would be 0')
    expect(routingNumber('993456780').ok || routingNumber('12345678').ok).toBe(false)
  })
  it('its check digit finds every single wrong digit', () => {
    fc.assert(
      fc.property(
        fc.stringMatching(/^[0-9]{8}$/),
        fc.nat(8),
        fc.integer({ min: 1, max: 9 }),
        (eight, at, by) => {
          const whole = eight + routingCheckDigit(eight)
          const wrong = whole
            .split('')
            .map((d, i) => (i === at ? String((Number(d) + by) % 10) : d))
            .join('')
          expect(routingCheckDigit(wrong.slice(0, 8)) === Number(wrong[8])).toBe(false)
        },
      ),
    )
  })
})

describe('the MICR line of a US business check', () => {
  it('puts every field where the standard says, counted from the right', () => {
    const line = must(micrLine(usBusiness, facts, 65))
    const at = (position: number) => [...line.text][line.first - position]
    expect(at(33)).toBe(TRANSIT)
    expect(at(43)).toBe(TRANSIT)
    expect(Array.from({ length: 9 }, (_, i) => at(42 - i)).join('')).toBe('123456780')
    expect(at(14)).toBe(ON_US)
    expect(at(45)).toBe(ON_US)
    expect(at(44) ?? ' ').toBe(' ')
    expect(at(46)).toBe('1')
    expect(at(52)).toBe(ON_US)
    expect(line.last).toBe(14)
  })
  it('counts positions by the standard', () => {
    expect(fromRight(1)).toBeCloseTo(inches(0.3125), 9)
    expect(fromRight(43)).toBeCloseTo(inches(5.5625), 9)
    expect(positionsOn(inches(8.5))).toBe(65)
    expect(positionsOn(inches(6))).toBe(45)
  })
  it('refuses what does not fit, at its field', () => {
    const code = (of: Parameters<typeof micrLine>) => {
      const r = micrLine(...of)
      return r.ok ? 'fits' : r.refusal.code
    }
    expect(code([usBusiness, facts, 45])).toBe('micr-too-long')
    expect(code([usBusiness, { ...facts, serial: 1_234_567 }, 65])).toBe('micr-serial')
    expect(code([usBusiness, { ...facts, account: '12345678901234567890' }, 65])).toBe('micr-overlap')
    expect(code([usBusiness, { ...facts, account: '12A4' }, 65])).toBe('micr-account')
    expect(code([{ ...usBusiness, parts: [{ at: 5, text: '{account}' }] }, facts, 65])).toBe(
      'micr-amount-field',
    )
    expect(micrPatternSchema.safeParse({ ...usBusiness, parts: [{ at: 14, text: '{payee}' }] }).success).toBe(
      false,
    )
  })
})

describe('patterns of the countries', () => {
  const of = (id: string) => micrPatterns.find(p => p.pattern.id === id)!.pattern
  it.each([
    [
      'ca-business',
      { country: 'CA', routing: '01234-567', account: '123-456-7' },
      `O005001O T01234D567T 123D456D7O`,
    ],
    [
      'in-cts',
      { country: 'IN', routing: '400123004', account: '50100012345678', part: '012345', code: '29' },
      `O005001O 400123004T 012345O 29`,
    ],
    [
      'gb-common',
      { country: 'GB', routing: '12-34-56', account: '12345678', code: '29' },
      `O005001O 12D3456T 12345678O 29`,
    ],
    [
      'us-six-inch',
      { country: 'US', routing: '123456780', account: '0048-2215-7' },
      `T123456780T 0048D2215D7O05001`,
    ],
  ] as const)('%s sets its line', (id, facts, said) => {
    const line = must(micrLine(of(id), { ...facts, serial: 5001 }, 65))
    const symbols: Record<string, string> = { [TRANSIT]: 'T', [ON_US]: 'O', [DASH]: 'D' }
    expect(
      [...line.text]
        .map(c => symbols[c] ?? c)
        .join('')
        .replaceAll(/ +/g, ' '),
    ).toBe(said)
    expect(micrFindings(of(id), facts, positionsOn(inches(8)), 5001)).toEqual([])
  })
  it('finds what a bank would send back', () => {
    const codes = (more: object, positions = 65, highest = 999) =>
      micrFindings(
        { ...usBusiness, ...more },
        { country: 'US', routing: '123456780', account: '0048-2215-7', ...more },
        positions,
        highest,
      ).map(f => f.code)
    expect(codes({ routing: '123456789' })).toEqual(['routing-check-digit'])
    expect(codes({ routing: '991234567' })).toEqual(['routing-range'])
    expect(codes({}, 45)).toEqual(['micr-too-long'])
    expect(codes({}, 65, 1_234_567)).toEqual(['micr-serial'])
    expect(codes({ account: '1234567890123456 12' })).toContain('micr-overlap')
    expect(codes({ account: '123456789012345678' })).toEqual(['micr-on-us-full'])
    expect(
      codes({
        parts: [
          { at: 45, text: 'O{serial:6}O' },
          { at: 33, text: 'T{routing}T' },
        ],
      }),
    ).toEqual(['micr-on-us-empty'])
    expect(
      codes({
        parts: [
          { at: 33, text: 'T{routing}T' },
          { at: 13, text: '{account}O' },
        ],
      }),
    ).toEqual(['micr-no-serial', 'micr-blank-13'])
    expect(
      micrFindings(
        of('in-cts'),
        { country: 'IN', routing: '400123004', account: '1', code: '29' },
        61,
        9,
      ).map(f => f.code),
    ).toEqual(['micr-blank'])
    expect(
      micrFindings(of('ca-business'), { country: 'CA', routing: '1234', account: '1' }, 61, 9).map(
        f => f.code,
      ),
    ).toEqual(['routing-digits'])
  })
  it('are seen on the ruler as they print, and said in words', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...micrPatterns.filter(p => p.country === 'US')),
        fc.nat(99_998),
        ({ pattern }, n) => {
          const facts = {
            country: 'US' as const,
            routing: '123456780',
            account: '0048-2215-7',
            serial: n + 1,
          }
          const line = must(micrLine(pattern, facts, 65))
          const ruler = micrRuler(pattern, facts)
          expect(
            ruler
              .slice(65 - line.first, 65 - line.last + 1)
              .map(p => p.char || ' ')
              .join(''),
          ).toBe(line.text)
        },
      ),
    )
    expect(meaningOf({ at: 33, text: 'T{routing}T' })).toBe('transit symbol, routing number, transit symbol')
  })
})

describe('read back', () => {
  const text = `${ON_US}005001${ON_US} ${TRANSIT}123456780${TRANSIT}`
  const image = scanOf(text, { dpi: 240, turn: 0, scale: 1, weight: 0, noise: 0, seed: 4 })
  const read = must(readMicr(image, 240))
  const at = (positions: number, dx = 0, dy = 0) => ({
    x: ((read.right - positions * read.pitch) * 25.4) / 240 + dx,
    y: (read.foot * 25.4) / 240 + dy,
  })
  const meant = { text, from: at(text.length), to: at(0), shapes: ownShapes }
  it('agrees with what was meant, and tells another number, another place, and no line at all', () => {
    expect(readBack(image, 240, meant)).toBeUndefined()
    expect(readBack(image, 240, { ...meant, text: text.replace('5001', '5002') })?.code).toBe(
      'read-back-differs',
    )
    expect(readBack(image, 240, { ...meant, from: at(text.length, 2), to: at(0, 2) })?.code).toBe(
      'read-back-place',
    )
    expect(readBack(image, 240, { ...meant, from: at(text.length, 0, -1), to: at(0, 0, -1) })?.code).toBe(
      'read-back-place',
    )
    // The whole clear band is judged: a line that lies lower than the standard has it, and ink beside it.
    const band = { top: 0, foot: (image.h * 25.4) / 240, baseline: at(0).y }
    expect(readBack(image, 240, { ...meant, band })).toBeUndefined()
    const low = { ...band, baseline: band.baseline - 1 }
    expect(readBack(image, 240, { ...meant, band: low })?.code).toBe('read-back-place')
    const inked = { ...image, data: image.data.slice() }
    for (let k = 0; k < 12; k++) inked.data[(4 + (k % 3)) * image.w + 8 + Math.floor(k / 3)] = 10
    expect(readBack(inked, 240, { ...meant, band })?.code).toBe('read-back-band')
    expect(readBack({ w: 400, h: 60, data: new Uint8Array(24_000).fill(250) }, 240, meant)?.code).toBe(
      'read-back-unsure',
    )
  })
})

describe('the shapes of a line', () => {
  it('are all told from each other, unless two of them are alike', () => {
    expect(illegible(ownShapes)).toEqual([])
    const { contours } = ownShapes
    expect(illegible({ name: 'alike', contours: { ...contours, 3: contours[8] } })).toEqual(['3', '8'])
  })
})

describe('outlines', () => {
  it('lie within the position, at most seven cells wide and nine high, closed and of one turn', () => {
    expect([...micrOutlines.keys()].sort()).toEqual([...micrCharacters].sort())
    for (const [char, contours] of micrOutlines) {
      const points = contours.flat()
      expect(Math.max(...points.map(p => p.x)), char).toBe(UNITS_PER_PITCH)
      expect(Math.min(...points.map(p => p.x)), char).toBeGreaterThanOrEqual(
        UNITS_PER_PITCH - 7 * UNITS_PER_CELL,
      )
      expect(Math.min(...points.map(p => p.y)), char).toBeGreaterThanOrEqual(0)
      expect(Math.max(...points.map(p => p.y)), char).toBeLessThanOrEqual(9 * UNITS_PER_CELL)
      const area = (c: typeof points) =>
        c.reduce(
          (a, p, i) => a + ((c[(i + 1) % c.length]!.x - p.x) * (c[(i + 1) % c.length]!.y + p.y)) / 2,
          0,
        )
      // Clockwise shapes are ink, others are the holes in them: ink is more than holes.
      expect(
        contours.reduce((a, c) => a + area([...c]), 0),
        char,
      ).toBeGreaterThan(0)
    }
  })
  it('keeps the enclosed white of 0 and 8 as holes', () => {
    expect(micrOutlines.get('0')).toHaveLength(2)
    expect(micrOutlines.get('8')).toHaveLength(3)
    expect(micrOutlines.get(TRANSIT)).toHaveLength(3)
  })
})

describe('the transit field', () => {
  const part = (text: string, at: number): { text: string; at: number } => ({ text, at })
  const codesOf = (parts: readonly { text: string; at: number }[]) =>
    micrFindings(
      { ...usBusiness, parts } as never,
      { country: 'US', routing: '123456780', account: '0048-2215-7', part: '', code: '' },
      65,
      9999,
    )
      .filter(f => f.severity === 'error')
      .map(f => f.text)
  it('must be there, between its symbols, in every pattern of the United States and Canada that ships', () => {
    for (const { country, pattern } of micrPatterns.filter(p => p.country === 'US' || p.country === 'CA')) {
      const routing = country === 'US' ? '123456780' : '01234-567'
      expect(
        micrFindings(
          pattern,
          { country, routing, account: '123-456-7', part: '', code: '' },
          65,
          9999,
        ).filter(f => f.code === 'micr-transit'),
        pattern.id,
      ).toEqual([])
    }
    const whole = usBusiness.parts as readonly { text: string; at: number }[]
    const transit = whole.find(p => p.text.includes('{routing}'))!
    const without = whole.filter(p => p !== transit)
    expect(codesOf(without)).toEqual(
      expect.arrayContaining([expect.stringContaining('The transit field (34 to 42) is empty') as string]),
    )
    expect(
      codesOf([...without, part('{routing}', transit.at + 1)]).some(t =>
        t.includes('transit symbol that closes'),
      ),
    ).toBe(true)
    expect(codesOf([...without, { ...transit, at: transit.at + 1 }]).length).toBeGreaterThan(0)
  })
})
