import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { must } from '../base/result'
import { ownShapes, type MicrShapes } from '../micr/shapes'
import { isMicr, micrCharacters, TRANSIT, type MicrCharacter } from '../micr/symbols'
import { micrTtf } from '../render/pdfFonts'
import { micrFont, usualTable } from './micrFont'

const sans = new Uint8Array(readFileSync(new URL('../faces/ttf/sans.ttf', import.meta.url)))
const font = micrTtf(sans, ownShapes)
const code = (bytes: Uint8Array, table = usualTable): string => {
  const r = micrFont(bytes, 'bank.ttf', table)
  return r.ok ? 'taken' : r.refusal.code
}
const scaled = (fx: number, fy: number): MicrShapes => ({
  name: 's',
  contours: Object.fromEntries(
    Object.entries(ownShapes.contours).map(([c, rings]) => [
      c,
      rings.map(r => r.map(p => ({ ...p, x: Math.round(p.x * fx), y: Math.round(p.y * fy) }))),
    ]),
  ) as never,
})

describe('a bank’s own font file', () => {
  it('gives back the very outlines it was made of', () => {
    const read = must(micrFont(font, 'bank.ttf', usualTable))
    for (const c of micrCharacters) {
      const box = (s: MicrShapes) => {
        const p = s.contours[c].flat()
        return [
          Math.min(...p.map(q => q.x)),
          Math.max(...p.map(q => q.x)),
          Math.min(...p.map(q => q.y)),
          Math.max(...p.map(q => q.y)),
        ]
      }
      box(read as MicrShapes).forEach((v, i) =>
        expect(Math.abs(v - box(ownShapes)[i]!), c).toBeLessThanOrEqual(1),
      )
    }
  })
  it('is refused with the reason', () => {
    expect(code(new Uint8Array([1, 2, 3, 4]))).toBe('font-kind')
    expect(code(font.slice(0, 300))).toBe('font-broken')
    expect(code(new Uint8Array(3_000_000))).toBe('font-large')
    expect(code(font, { ...usualTable, [TRANSIT]: 'Q' })).toBe('font-glyph-missing')
    expect(code(font, { ...usualTable, [TRANSIT]: '' })).toBe('font-table')
    expect(code(font, { ...usualTable, [TRANSIT]: '0' })).toBe('font-table')
    expect(code(sans)).toBe('font-pitch')
    expect(code(micrTtf(sans, scaled(1, 0.8)))).toBe('font-proportion')
    expect(code(micrTtf(sans, scaled(1.2, 1)))).toBe('font-wide')
    expect(micrCharacters.every((c: MicrCharacter) => isMicr(c))).toBe(true)
  })
})
