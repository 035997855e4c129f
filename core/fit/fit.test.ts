import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { applyAffine, invert } from './affine'
import {
  correctionOf,
  deviationFrom,
  deviationMap,
  distanceOf,
  fitLines,
  fitMarks,
  noDeviation,
  worstCorner,
  type Deviation,
  type Measured,
} from './fit'

const [W, H] = [215.9, 279.4]
const anyDeviation = fc
  .record({
    sx: fc.double({ min: -6, max: 6, noNaN: true }),
    sy: fc.double({ min: -6, max: 6, noNaN: true }),
    kx: fc.double({ min: 0.96, max: 1.03, noNaN: true }),
    ky: fc.double({ min: 0.97, max: 1.02, noNaN: true }),
    turn: fc.double({ min: -1, max: 1, noNaN: true }),
  })
  .map(({ sx, sy, kx, ky, turn }): Deviation => ({
    shift: { x: sx, y: sy },
    stretch: { x: kx, y: ky },
    turn,
  }))
const measure = (d: Deviation, round = 0): Measured =>
  Object.fromEntries(
    fitLines(W, H).map(l => [
      l.mark,
      round
        ? Math.round(distanceOf(l, deviationMap(d), W, H) / round) * round
        : distanceOf(l, deviationMap(d), W, H),
    ]),
  )
const farOff = (m: Measured): boolean =>
  fitMarks.some(k => Math.abs((m[k] ?? 20) - 20) > 14 || (m[k] ?? 0) < 0)

describe('the fit of a printer', () => {
  it('is found again from six exact distances, and the corrected drawing lands where it was meant', () => {
    fc.assert(
      fc.property(anyDeviation, truth => {
        const measured = measure(truth)
        fc.pre(!farOff(measured))
        const found = deviationFrom(measured, W, H)
        if (!found.ok) throw new Error(found.refusal.text)
        const correction = correctionOf(found.value.deviation)
        for (const p of [
          { x: 0, y: 0 },
          { x: W, y: 0 },
          { x: 10, y: H },
          { x: W, y: H },
        ]) {
          const landed = applyAffine(deviationMap(truth), applyAffine(correction, p))
          expect(Math.hypot(landed.x - p.x, landed.y - p.y)).toBeLessThan(0.001)
        }
        expect(found.value.residual).toBeLessThan(0.001)
      }),
    )
  })
  it('from distances read to half a millimetre puts every corner within a millimetre', () => {
    fc.assert(
      fc.property(anyDeviation, truth => {
        const measured = measure(truth, 0.5)
        fc.pre(!farOff(measured))
        const found = deviationFrom(measured, W, H)
        if (!found.ok) throw new Error(found.refusal.text)
        const correction = correctionOf(found.value.deviation)
        for (const p of [
          { x: 0, y: 0 },
          { x: W, y: H },
        ]) {
          const landed = applyAffine(deviationMap(truth), applyAffine(correction, p))
          expect(Math.hypot(landed.x - p.x, landed.y - p.y)).toBeLessThan(1.2)
        }
      }),
    )
  })
  it('two distances give the shift alone, four the turn too', () => {
    const shifted: Deviation = { ...noDeviation, shift: { x: 2, y: -1.5 } }
    const two = deviationFrom({ A: measure(shifted).A!, C: measure(shifted).C! }, W, H)
    expect(two.ok && two.value.deviation).toEqual({
      shift: { x: expect.closeTo(2, 9) as number, y: expect.closeTo(-1.5, 9) as number },
      stretch: { x: 1, y: 1 },
      turn: 0,
    })
    const truth: Deviation = { ...noDeviation, shift: { x: 1, y: 1 }, turn: 0.6 }
    const { A, B, C, D } = measure(truth) as Required<Measured>
    const four = deviationFrom({ A, B, C, D }, W, H)
    expect(four.ok && four.value.deviation.turn).toBeCloseTo(0.6, 6)
  })
  it('refuses at the mark what no printer does', () => {
    const code = (m: Measured) => {
      const r = deviationFrom(m, W, H)
      return r.ok ? 'taken' : `${r.refusal.field} ${r.refusal.code}`
    }
    expect(code({ A: 20 })).toBe('C fit-mark-missing')
    expect(code({ A: 20, C: 50 })).toBe('C fit-distance')
    expect(code({ A: -1, C: 20 })).toBe('A fit-distance')
    expect(code({ A: 13, B: 27, C: 20 })).toBe('B fit-turn')
    // The upper edge says that the sheet was turned by 1.8 degrees, the left one by none.
    expect(code({ A: 18, B: 22, C: 20, D: 20 })).toMatch(/^[ABCD] fit-contradiction$/)
    expect(code({ A: 20.2, B: 19.8, C: 20, D: 20.2, E: 20, F: 20.5 })).toBe('taken')
  })
  it('undoes any map, and tells the farthest corner', () => {
    fc.assert(
      fc.property(anyDeviation, d => {
        const map = deviationMap(d)
        const back = applyAffine(invert(map), applyAffine(map, { x: 33, y: 77 }))
        expect(Math.hypot(back.x - 33, back.y - 77)).toBeLessThan(1e-9)
      }),
    )
    expect(worstCorner(deviationMap({ ...noDeviation, shift: { x: 3, y: 4 } }), W, H)).toBeCloseTo(5, 9)
  })
})
