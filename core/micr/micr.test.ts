import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { must } from '../base/result'
import { inches } from '../paper/length'
import { micrOutlines, UNITS_PER_CELL, UNITS_PER_PITCH } from './outlines'
import { micrLine, micrPatternSchema, usBusiness } from './pattern'
import { fromRight, positionsOn } from './place'
import { routingCheckDigit, routingNumber } from './routing'
import { micrCharacters, ON_US, TRANSIT } from './symbols'

const facts = { routing: '123456780', account: '0048-2215-7', serial: 5001 }

describe('routing number', () => {
  it('takes the two of the demo and refuses what is not one, saying the digit', () => {
    expect(routingNumber('123456780').ok && routingNumber('012345672').ok).toBe(true)
    const wrong = routingNumber('123456789')
    expect(wrong.ok ? '' : wrong.refusal.text).toContain('it would be 0')
    expect(routingNumber('993456780').ok || routingNumber('12345678').ok).toBe(false)
  })
  it('its check digit finds every single wrong digit', () => {
    fc.assert(fc.property(fc.stringMatching(/^[0-9]{8}$/), fc.nat(8), fc.integer({ min: 1, max: 9 }), (eight, at, by) => {
      const whole = eight + routingCheckDigit(eight)
      const wrong = whole.split('').map((d, i) => (i === at ? String((Number(d) + by) % 10) : d)).join('')
      expect(routingCheckDigit(wrong.slice(0, 8)) === Number(wrong[8])).toBe(false)
    }))
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
    const code = (of: Parameters<typeof micrLine>) => { const r = micrLine(...of); return r.ok ? 'fits' : r.refusal.code }
    expect(code([usBusiness, facts, 45])).toBe('micr-too-long')
    expect(code([usBusiness, { ...facts, serial: 1_234_567 }, 65])).toBe('micr-serial')
    expect(code([usBusiness, { ...facts, account: '12345678901234567890' }, 65])).toBe('micr-overlap')
    expect(code([usBusiness, { ...facts, account: '12A4' }, 65])).toBe('micr-account')
    expect(code([{ ...usBusiness, parts: [{ at: 5, text: '{account}' }] }, facts, 65])).toBe('micr-amount-field')
    expect(micrPatternSchema.safeParse({ ...usBusiness, parts: [{ at: 14, text: '{payee}' }] }).success).toBe(false)
  })
})

describe('outlines', () => {
  it('lie within the position, at most seven cells wide and nine high, closed and of one turn', () => {
    expect([...micrOutlines.keys()].sort()).toEqual([...micrCharacters].sort())
    for (const [char, contours] of micrOutlines) {
      const points = contours.flat()
      expect(Math.max(...points.map(p => p.x)), char).toBe(UNITS_PER_PITCH)
      expect(Math.min(...points.map(p => p.x)), char).toBeGreaterThanOrEqual(UNITS_PER_PITCH - 7 * UNITS_PER_CELL)
      expect(Math.min(...points.map(p => p.y)), char).toBeGreaterThanOrEqual(0)
      expect(Math.max(...points.map(p => p.y)), char).toBeLessThanOrEqual(9 * UNITS_PER_CELL)
      const area = (c: typeof points) => c.reduce((a, p, i) => a + (c[(i + 1) % c.length]!.x - p.x) * (c[(i + 1) % c.length]!.y + p.y) / 2, 0)
      // Clockwise shapes are ink, others are the holes in them: ink is more than holes.
      expect(contours.reduce((a, c) => a + area([...c]), 0), char).toBeGreaterThan(0)
    }
  })
  it('keeps the enclosed white of 0 and 8 as holes', () => {
    expect(micrOutlines.get('0')).toHaveLength(2)
    expect(micrOutlines.get('8')).toHaveLength(3)
    expect(micrOutlines.get(TRANSIT)).toHaveLength(3)
  })
})
