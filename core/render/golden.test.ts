import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'
import type { Country } from '../base/country'
import { UNITS_PER_PITCH } from '../micr/outlines'
import { PITCH } from '../micr/place'
import { readMicr } from '../micr/reader'
import { ownShapes } from '../micr/shapes'
import { isMicr } from '../micr/symbols'
import { sampleAccounts } from '../accounts/sampleAccounts'
import { builtInStocks, layoutById } from '../paper/builtIn'
import { MM_PER_INCH, MM_PER_POINT } from '../paper/length'
import { startingLayout } from '../paper/startingLayout'
import { checksPerSheet, panelOf } from '../paper/stock'
import { proofer } from '../proof/compose'
import { marksOf } from '../proof/marks'
import { checkOf } from '../proof/test/sample'
import { faceNames } from '../faces/faceNames'
import { drawingsPdf } from './pdf'
import type { FaceBytes } from './pdfFonts'

const faces = Object.fromEntries(
  faceNames.map(n => [n, new Uint8Array(readFileSync(new URL(`../faces/ttf/${n}.ttf`, import.meta.url)))]),
) as unknown as FaceBytes
const folder = mkdtempSync(join(tmpdir(), 'violet-lane-golden-'))
afterAll(() => rmSync(folder, { recursive: true }))

/** Every blank form with the customs of each country that has a check face as wide; US on all of them. */
const cases = builtInStocks
  .filter(s => s.id.endsWith('-blank'))
  .flatMap(stock => {
    const wide = panelOf(stock, 'check', 1)!.w
    const where: Country[] = wide > 205 ? ['US', 'CA'] : wide > 180 ? ['IN', 'GB'] : ['US']
    return where.map(country => [stock.id, country, stock] as const)
  })

describe('every stock in every country, measured', () => {
  it.each(cases)(
    '%s, %s: each text to 0.1 mm, each MICR character to 0.1 mm at 600 dpi, and the line reads back',
    async (id, country, stock) => {
      const account = sampleAccounts.find(a => a.country === country)!.facts
      const pattern =
        panelOf(stock, 'check', 1)!.w < 160
          ? sampleAccounts.find(a => a.key === 'us-six-inch')!.facts.pattern
          : account.pattern
      const layout = startingLayout(stock, country, { id: 'golden', code: 'G', name: 'Golden' })
      const checks = Array.from({ length: checksPerSheet(stock) }, (_, i) => checkOf(2001 + i, 2))
      const made = proofer(layout, stock, { ...account, pattern })
      const proof = made.sheet(checks)
      expect([...made.notes, ...proof.notes].map(n => `${n.severity} ${n.field}: ${n.text}`)).toEqual([])
      const file = join(folder, `${id}-${country}.pdf`)
      writeFileSync(
        file,
        await drawingsPdf([proof.drawing], faces, { title: id, madeAt: '2026-11-24T09:00:00Z' }),
      )
      const marks = marksOf(proof.drawing)

      const html = execFileSync('pdftotext', ['-bbox', file, '-'], { encoding: 'utf8' })
      const words = [
        ...html.matchAll(
          /<word xMin="([\d.]+)" yMin="([\d.]+)" xMax="([\d.]+)" yMax="([\d.]+)">(.*?)<\/word>/g,
        ),
      ].map(m => ({
        x: Number(m[1]) * MM_PER_POINT,
        bottom: Number(m[4]) * MM_PER_POINT,
        text: m[5]!.replaceAll('&amp;', '&'),
      }))
      for (const mark of marks) {
        // A stroke a letter wide stands among its neighbours' boxes: single letters of a date box are
        // measured by their fellows.
        if (mark.kind !== 'text' || mark.turn || mark.text.length < 3) continue
        const first = mark.text.split(/[ \u00a0]/)[0]!
        const near = Math.min(
          ...words
            .filter(w => w.text.startsWith(first))
            .map(w =>
              Math.hypot(
                w.x - mark.x,
                w.bottom -
                  (mark.face.startsWith('serif') ? 0.275 : 0.275) * mark.size * MM_PER_POINT -
                  mark.y,
              ),
            ),
        )
        expect(near, `${mark.field}: ${mark.text}`).toBeLessThan(0.1)
      }

      const dpi = 600
      const mm = MM_PER_INCH / dpi
      const pgm = execFileSync('pdftoppm', ['-r', String(dpi), '-gray', file], { maxBuffer: 1 << 28 })
      const [, w] = /^P5\s(\d+)\s(\d+)\s255\s/.exec(pgm.subarray(0, 40).toString('latin1'))!.map(Number) as [
        number,
        number,
        number,
      ]
      const start =
        pgm.length - w * Number(/^P5\s\d+\s(\d+)/.exec(pgm.subarray(0, 40).toString('latin1'))![1])
      const lines = marks.filter(m => m.kind === 'micr')
      expect(lines).toHaveLength(checks.length)
      for (const line of lines) {
        const [top, bottom] = [Math.round((line.y - 4) / mm), Math.round((line.y + 1) / mm)]
        for (const [n, char] of [...line.text].entries()) {
          if (!isMicr(char)) continue
          const left = line.x + n * PITCH
          let [x0, x1, y0, y1] = [Infinity, -Infinity, Infinity, -Infinity]
          for (let y = top; y < bottom; y++)
            for (let x = Math.round(left / mm); x < Math.round((left + PITCH) / mm); x++) {
              if (pgm[start + y * w + x]! > 127) continue
              x0 = Math.min(x0, x)
              x1 = Math.max(x1, x + 1)
              y0 = Math.min(y0, y)
              y1 = Math.max(y1, y + 1)
            }
          const points = ownShapes.contours[char].flat()
          const unit = PITCH / UNITS_PER_PITCH
          const want = [
            left + Math.min(...points.map(p => p.x)) * unit,
            left + PITCH,
            line.y - Math.max(...points.map(p => p.y)) * unit,
            line.y - Math.min(...points.map(p => p.y)) * unit,
          ]
          ;[x0 * mm, x1 * mm, y0 * mm, y1 * mm].forEach((got, side) =>
            expect(Math.abs(got - want[side]!), `${char} at ${n}, side ${side}`).toBeLessThan(0.1),
          )
        }
        const band = {
          x: Math.max(0, Math.round((line.x - 6) / mm)),
          y: top - 40,
          w: Math.min(w, Math.round((line.x + line.text.length * PITCH + 6) / mm)),
          h: bottom - top + 80,
        }
        const data = new Uint8Array((band.w - band.x) * band.h)
        for (let y = 0; y < band.h; y++)
          data.set(
            pgm.subarray(start + (band.y + y) * w + band.x, start + (band.y + y) * w + band.w),
            y * (band.w - band.x),
          )
        const read = readMicr({ w: band.w - band.x, h: band.h, data }, dpi)
        expect(read.ok ? read.value.text : read.refusal.text).toBe(line.text)
      }
    },
  )

  it('the shipped pay layout holds a pay stub that comes to the check', () => {
    const layout = layoutById('letter-pay')!
    const pay = [
      ['earning', 'Regular', 200_000],
      ['deduction', 'Tax', 40_000],
    ].map(([kind, name, now]) => ({ kind, name, now, yearToDate: now })) as never
    const proof = proofer(layout, builtInStocks[0]!, sampleAccounts[0]!.facts).sheet([
      checkOf(7, 0, { pay, amount: 160_000 as never }),
    ])
    expect(proof.notes).toEqual([])
    expect(
      marksOf(proof.drawing).filter(m => m.kind === 'text' && m.text === '1,600.00').length,
    ).toBeGreaterThanOrEqual(2)
  })
})
