import { describe, expect, it } from 'vitest'
import { applyAffine } from './affine'
import { correctionOf, deviationMap, noDeviation, type Deviation } from './fit'
import { readFitScan } from './scan'
import { builtInStocks } from '../paper/builtIn'
import { must } from '../base/result'
import { throughJpeg } from './test/jpeg'
import { anySetting, fitScan } from './test/scan'

const [W, H] = [215.9, 279.4]
const PRINTERS = Number(process.env.FIT_PRINTERS ?? 10)
const apart = (a: Deviation, b: Deviation, { w, h }: { w: number; h: number }): number =>
  Math.max(
    ...[
      [0, 0],
      [w, h],
      [0, h],
      [w, 0],
    ].map(([x = 0, y = 0]) => {
      const [p, q] = [applyAffine(deviationMap(a), { x, y }), applyAffine(deviationMap(b), { x, y })]
      return Math.hypot(p.x - q.x, p.y - q.y)
    }),
  )
/** How far off a mark lands at worst that was corrected by what was found. */
function errorOf(truth: Deviation, found: Deviation): number {
  return Math.max(
    ...[
      [10, 10],
      [W - 10, 10],
      [W - 10, H - 10],
      [10, H - 10],
      [W / 2, H / 2],
    ].map(([x = 0, y = 0]) => {
      const landed = applyAffine(deviationMap(truth), applyAffine(correctionOf(found), { x, y }))
      return Math.hypot(landed.x - x, landed.y - y)
    }),
  )
}
const plain = {
  dpi: 150,
  deviation: noDeviation,
  turn: 0.5,
  slant: 0,
  noise: 5,
  shadow: 10,
  around: 60,
  quarter: 0,
}
const code = (image: Parameters<typeof readFitScan>[0], w = W, h = H): string => {
  const r = readFitScan(image, { w, h }, 'stock')
  return r.ok ? 'read' : r.refusal.code
}

describe('a fit sheet read off a scan', () => {
  it(
    `of ${PRINTERS} printers: marks within 0.2 mm at the 95th percentile and 0.5 mm at worst after one fit, or an honest refusal`,
    { timeout: 400_000 },
    () => {
      const errors: number[] = []
      let refused = 0
      for (let seed = 1; seed <= PRINTERS; seed++) {
        const set = anySetting(seed)
        const read = readFitScan(fitScan(W, H, set, seed), { w: W, h: H }, 'stock')
        if (!read.ok) {
          refused++
          continue
        }
        const worst = errorOf(set.deviation, read.value.deviation)
        expect(worst, `seed ${seed}`).toBeLessThan(Math.max(0.08, read.value.spread * 2))
        errors.push(worst)
      }
      errors.sort((a, b) => a - b)
      console.log(
        `fit by scan: ${errors.length} read, ${refused} refused, median ${errors[Math.floor(errors.length / 2)]?.toFixed(3)} mm, 95th ${errors[Math.floor(errors.length * 0.95)]?.toFixed(3)} mm, worst ${errors.at(-1)?.toFixed(3)} mm`,
      )
      expect(errors[Math.floor(errors.length * 0.95)]).toBeLessThan(0.2)
      expect(errors.at(-1)).toBeLessThan(0.5)
      expect(refused / PRINTERS).toBeLessThan(0.1)
    },
  )
  it(
    'noise and bad compression hide nothing, and are not taken for a band',
    { timeout: 400_000 },
    async () => {
      for (const [i, sd] of [10, 18, 25].entries()) {
        const noisy = fitScan(
          W,
          H,
          { ...plain, noise: sd / 0.408, deviation: anySetting(i + 1).deviation },
          40 + i,
        )
        for (const image of [noisy, await throughJpeg(noisy, 30)]) {
          const read = must(readFitScan(image, { w: W, h: H }, 'stock'))
          expect(errorOf(anySetting(i + 1).deviation, read.deviation), `sd ${sd}`).toBeLessThan(0.1)
        }
      }
    },
  )
  it('the fit sheet of every stock that ships is read', { timeout: 400_000 }, () => {
    const sizes = new Map(builtInStocks.map(s => [`${s.sheet.w} ${s.sheet.h}`, s.sheet]))
    for (const { w, h } of sizes.values()) {
      const { deviation } = anySetting(Math.round(w))
      const read = must(readFitScan(fitScan(w, h, { ...plain, deviation }, 9), { w, h }, 'stock'))
      expect(apart(deviation, read.deviation, { w, h }), `${w} x ${h}`).toBeLessThan(0.15)
    }
  })
  it('says what is wrong with other pictures', () => {
    expect(code({ w: 200, h: 300, data: new Uint8Array(60_000).fill(240) })).toBe('scan-coarse')
    expect(code({ w: 1300, h: 1700, data: new Uint8Array(1300 * 1700).fill(244) })).toBe('scan-edges')
    expect(code(fitScan(W, H, { ...plain, squares: false }, 3))).toBe('scan-marks')
    expect(code(fitScan(210, 297, plain, 4))).toBe('scan-shape')
    const half = fitScan(W, H, plain, 5)
    expect(
      code({
        w: half.w,
        h: Math.round(half.h * 0.6),
        data: half.data.slice(0, half.w * Math.round(half.h * 0.6)),
      }),
    ).toMatch(/scan-(edges|shape)/)
    expect(code(fitScan(W, H, { ...plain, stock: 'another' }, 8))).toBe('scan-stock')
    expect(code(fitScan(W, H, plain, 6))).toBe('read')
    expect(code(fitScan(W, H, { ...plain, quarter: 1 }, 7))).toBe('read')
  })
})
