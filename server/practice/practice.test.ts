import { execFileSync } from 'node:child_process'
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { describe, expect, test } from 'vitest'
import { loadImage, createCanvas } from '@napi-rs/canvas'
import { random } from '#core/base/random'
import { must } from '#core/base/result'
import { applyAffine, compose } from '#core/fit/affine'
import { correctionOf, deviationMap, worstCorner, type Deviation } from '#core/fit/fit'
import { fitSheet } from '#core/fit/fitSheet'
import { partsOf, readCheckScan } from '#core/fit/checkScan'
import type { Drawing } from '#core/proof/marks'
import { ladderSheet, readLadder } from '#core/fit/ladder'
import { readFitScan } from '#core/fit/scan'
import { micrLine } from '#core/micr/pattern'
import { ownShapes } from '#core/micr/shapes'
import type { GreyImage } from '#core/micr/darkness'
import { stockById } from '#core/paper/builtIn'
import { exactPress, pressJobSchema, type Press } from '#core/practice/press'
import { proofer } from '#core/proof/compose'
import { checkOf, facts, layout } from '#core/proof/test/sample'
import { drawingsPdf } from '#core/render/pdf'
import { PracticePrinter } from './printer'
import { openPrintable } from './raster'
import { UnusablePdf } from './unusablePdf'
import { scanned, sheetCanvas } from './sheetPicture'
import { faces, grey } from './test/pictures'

const preprinted = stockById('check-over-two-stubs-preprinted')!
const plain = { ...preprinted, carries: [], numbered: false, perforations: [] }
const toldOf = (more: object = {}) =>
  pressJobSchema.parse({
    name: 'Test',
    tray: 'Tray 1',
    stock: plain,
    pack: { top: null, order: 'lowest on top', sheets: 50, firstPlace: 1 },
    pace: 0,
    ...more,
  })
const said = { printer: 'P', tray: 'T', date: 'today', unit: 'mm', through: '' } as const

/** The fit sheet through a printer with those errors and then through a scanner. */
async function scanOf(press: Press, fit: Deviation | null, dpi: number, seed: number): Promise<GreyImage> {
  const bytes = await drawingsPdf([fitSheet(preprinted, said)], faces, {
    title: 'Fit sheet',
    madeAt: '2026-11-24T00:00:00Z',
    ...(fit && { fit: correctionOf(fit) }),
  })
  const pdf = await openPrintable(bytes, 1)
  const sheet = await sheetCanvas(
    toldOf(),
    press,
    pdf,
    { sheet: 1, page: 1, numbers: [], came: 'printed', upsideDown: false },
    faces,
    dpi,
  )
  await pdf.close()
  return grey(scanned(sheet, dpi, seed))
}

describe('the practice printer', () => {
  test('its errors are found from pictures alone, and a sheet through the fit lands where it was meant', async () => {
    for (const seed of [1, 3]) {
      const r = random(seed)
      const within = (n: number): number => (r.next() * 2 - 1) * n
      // Both ways stretch alike but for some tenths of a per cent: more than that is refused as an edge not
      // found.
      const stretch = 1 + within(0.04)
      const press: Press = {
        ...exactPress,
        shift: { x: within(6), y: within(6) },
        stretch: { x: stretch, y: stretch + within(0.003) },
        turn: within(1.5),
        toner: r.one([0.7, 1, 1.3]),
      }
      const { w, h } = preprinted.sheet
      const found = must(
        readFitScan(await scanOf(press, null, r.one([150, 200]), seed), { w, h }, preprinted.id),
      )
      expect(
        worstCorner(compose(deviationMap(press), correctionOf(found.deviation)), w, h),
        `seed ${seed}`,
      ).toBeLessThan(0.2)
      const again = must(
        readFitScan(await scanOf(press, found.deviation, 150, seed + 100), { w, h }, preprinted.id),
      )
      expect(worstCorner(deviationMap(again.deviation), w, h), `seed ${seed}, confirmed`).toBeLessThan(0.2)
    }
  })

  test('what a run prints lies at its place on the preprinted paper, to a fifth of a millimetre', async () => {
    const press: Press = { ...exactPress, shift: { x: 3, y: -2 }, turn: 0.8, stretch: { x: 1.01, y: 0.99 } }
    const drawing = proofer(layout, preprinted, facts).sheet([checkOf(501)]).drawing
    const picture = async (fit: boolean, of: Press): Promise<ReturnType<typeof grey>> => {
      const pdf = await openPrintable(
        await drawingsPdf([drawing], faces, {
          title: 'Run',
          madeAt: '2026-11-24T00:00:00Z',
          ...(fit && { fit: correctionOf(of) }),
        }),
        1,
      )
      const told = toldOf({
        stock: preprinted,
        paper: { layout, account: facts },
        pack: { top: 501, order: 'lowest on top', sheets: 5, firstPlace: 1 },
      })
      const canvas = await sheetCanvas(
        told,
        of,
        pdf,
        { sheet: 1, page: 1, numbers: [501], came: 'printed', upsideDown: false },
        faces,
        200,
      )
      await pdf.close()
      return grey(canvas)
    }
    // Against what an exact printer makes of it: the sum of differences by pixel, with the paper's own print
    // the same in all.
    const [exact, fitted, bare] = [
      await picture(false, exactPress),
      await picture(true, press),
      await picture(false, press),
    ]
    const off = (a: ReturnType<typeof grey>, b: ReturnType<typeof grey>): number =>
      a.data.reduce((n, v, i) => n + (Math.abs(v - b.data[i]!) > 90 ? 1 : 0), 0)
    expect(off(exact, fitted)).toBeLessThan(off(exact, bare) * 0.15)
    const dark = exact.data.reduce((n, v) => n + (v < 120 ? 1 : 0), 0)
    expect(dark).toBeGreaterThan(5000)
  })

  test('takes only what can be printed on the sheets in the tray, keeps twenty jobs, and stops where it is told', async () => {
    let now = 0
    const printer = new PracticePrinter(() => now)
    await expect(printer.take(toldOf(), new TextEncoder().encode('a cat, not a PDF'))).rejects.toThrow(
      'not a PDF',
    )
    await expect(
      printer.take(toldOf(), new TextEncoder().encode('%PDF-1.7 and then nothing')),
    ).rejects.toThrow('damaged')
    const pages = await drawingsPdf(
      Array.from({ length: 6 }, () => fitSheet(preprinted, said)),
      faces,
      { title: 'Six', madeAt: '2026-11-24T00:00:00Z' },
    )
    await expect(
      printer.take(toldOf({ stock: stockById('a4-remittance-over-check-blank')! }), pages),
    ).rejects.toBeInstanceOf(UnusablePdf)
    mkdirSync('test-results', { recursive: true })
    writeFileSync('test-results/open.pdf', pages)
    execFileSync('qpdf', [
      '--encrypt',
      '',
      'owner',
      '256',
      '--',
      'test-results/open.pdf',
      'test-results/locked.pdf',
    ])
    await expect(
      printer.take(toldOf(), new Uint8Array(readFileSync('test-results/locked.pdf'))),
    ).rejects.toThrow('encrypted')
    const id = await printer.take(
      toldOf({
        pace: 100,
        pack: { top: 100, order: 'lowest on top', sheets: 50, firstPlace: 1 },
        faults: [{ kind: 'jam', at: 2 }],
      }),
      pages,
    )
    const other = await printer.take(
      toldOf({ pace: 100, tray: 'Tray 2', faults: [{ kind: 'stopped', at: 1 }] }),
      pages,
    )
    now = 350
    expect(printer.report(id)).toMatchObject({ state: 'printing', done: 3, of: 7 })
    expect(printer.report(other)).toMatchObject({ state: 'stopped', done: 1 })
    expect(printer.sheet(id, 4)).toBeUndefined()
    printer.stop(id)
    now = 9000
    expect(printer.report(id)).toMatchObject({ state: 'stopped', done: 3 })
    expect(printer.report(id)!.sheets.map(s => [s.page, s.numbers[0], s.came])).toEqual([
      [1, 100, 'printed'],
      [2, 101, 'jammed'],
      [2, 102, 'printed'],
    ])
    for (let i = 0; i < 20; i++) await printer.take(toldOf(), pages)
    expect(printer.state().jobs).toHaveLength(20)
    expect(printer.report(id)).toBeUndefined()
  })
})

test(
  'a scan of a check that was printed gives the fit too, also where it went through one; another check is refused',
  { timeout: 120_000 },
  async () => {
    const { w, h } = preprinted.sheet
    const press: Press = {
      ...exactPress,
      shift: { x: 2.4, y: -1.7 },
      stretch: { x: 1.01, y: 1.007 },
      turn: -0.6,
    }
    const ready = proofer(layout, preprinted, facts)
    const printed = async (
      number: number,
      fit: Deviation | null,
      of: Press,
    ): Promise<{ scan: GreyImage; meant: GreyImage; drawing: Drawing }> => {
      const { drawing } = ready.sheet([checkOf(number, 6)])
      const told = toldOf({
        stock: preprinted,
        paper: { layout, account: facts },
        pack: { top: number, order: 'lowest on top', sheets: 5, firstPlace: 1 },
      })
      const pdf = await openPrintable(
        await drawingsPdf([drawing], faces, {
          title: 'Run',
          madeAt: '2026-11-24T00:00:00Z',
          ...(fit && { fit: correctionOf(fit) }),
        }),
        1,
      )
      const bare = await openPrintable(
        await drawingsPdf([drawing], faces, { title: 'Run', madeAt: '2026-11-24T00:00:00Z' }),
        1,
      )
      const scan = grey(
        scanned(
          await sheetCanvas(
            told,
            of,
            pdf,
            { sheet: 1, page: 1, numbers: [number], came: 'printed', upsideDown: false },
            faces,
            150,
          ),
          150,
          number,
        ),
      )
      const meant = grey(
        await sheetCanvas(
          toldOf(),
          exactPress,
          bare,
          { sheet: 1, page: 1, numbers: [], came: 'printed', upsideDown: false },
          faces,
          150,
        ),
      )
      return { scan, meant, drawing }
    }
    const first = await printed(501, null, press)
    const found = must(
      readCheckScan(first.scan, preprinted.sheet, first.meant, partsOf(first.drawing), null, 150 / 25.4),
    )
    const left = (d: Deviation): number => worstCorner(compose(deviationMap(press), correctionOf(d)), w, h)
    expect(left(found.deviation), JSON.stringify(found)).toBeLessThan(0.4)
    // What it claims holds what it misses, and is still worth having.
    expect(found.uncertainty).toBeGreaterThan(left(found.deviation))
    expect(found.uncertainty).toBeLessThan(1)
    const off: Deviation = {
      ...found.deviation,
      shift: { x: found.deviation.shift.x + 1, y: found.deviation.shift.y - 1 },
    }
    const second = await printed(502, off, press)
    const again = must(
      readCheckScan(second.scan, preprinted.sheet, second.meant, partsOf(second.drawing), off),
    )
    expect(again.remaining).toBeGreaterThan(1)
    expect(left(again.deviation)).toBeLessThan(0.4)
    const sheetAlone = grey(
      scanned(
        await sheetCanvas(
          toldOf(),
          exactPress,
          await openPrintable(
            await drawingsPdf([fitSheet(preprinted, said)], faces, {
              title: 'F',
              madeAt: '2026-11-24T00:00:00Z',
            }),
            1,
          ),
          { sheet: 1, page: 1, numbers: [], came: 'printed', upsideDown: false },
          faces,
          150,
        ),
        150,
        9,
      ),
    )
    expect(
      readCheckScan(sheetAlone, preprinted.sheet, first.meant, partsOf(first.drawing), null),
    ).toMatchObject({ ok: false, refusal: { code: 'scan-parts' } })
  },
)

test(
  'a scan of the ladder sheet ranks first the line that comes out as the standard wants it',
  { timeout: 120_000 },
  async () => {
    const line = {
      text: must(micrLine(facts.pattern, { routing: facts.routing, account: facts.account, serial: 501 }, 65))
        .text,
      shapes: ownShapes,
    }
    const bytes = await drawingsPdf([ladderSheet(plain.sheet, line, said)], faces, {
      title: 'Ladder',
      madeAt: '2026-11-24T00:00:00Z',
    })
    for (const [stretch, toner, width, weight] of [
      [1.02, 1, 0.98, 'normal'],
      [0.99, 1.15, 1.01, 'light'],
    ] as const) {
      const pdf = await openPrintable(bytes, 1)
      const press: Press = {
        ...exactPress,
        shift: { x: 1, y: -1 },
        stretch: { x: stretch, y: 1 },
        turn: 0.6,
        toner,
      }
      const canvas = scanned(
        await sheetCanvas(
          toldOf(),
          press,
          pdf,
          { sheet: 1, page: 1, numbers: [], came: 'printed', upsideDown: false },
          faces,
          300,
        ),
        300,
        5,
      )
      await pdf.close()
      const ranked = must(readLadder(grey(canvas), plain.sheet, line))
      expect(ranked[0], JSON.stringify(ranked.slice(0, 4))).toMatchObject({ read: true, fit: { width } })
      expect(ranked[0]!.fit.weight).toMatch(new RegExp(weight))
      expect(ranked[0]!.pitch).toBeCloseTo(1, 2)
    }
  },
)

test('pictures are real ones', async () => {
  const pdf = await openPrintable(
    await drawingsPdf([fitSheet(preprinted, said)], faces, {
      title: 'Fit sheet',
      madeAt: '2026-11-24T00:00:00Z',
    }),
    1,
  )
  const told = toldOf({
    stock: preprinted,
    pack: { top: 7, order: 'lowest on top', sheets: 5, firstPlace: 1 },
  })
  const canvas = await sheetCanvas(
    told,
    exactPress,
    pdf,
    { sheet: 1, page: 1, numbers: [7], came: 'printed', upsideDown: true },
    faces,
    100,
  )
  await pdf.close()
  const image = await loadImage(await canvas.encode('png'))
  expect([image.width, image.height]).toEqual([850, 1100])
  // Fed upside down: the square of the fit sheet's upper edge lies at the lower one.
  const read = createCanvas(850, 1100).getContext('2d')
  read.drawImage(image, 0, 0)
  const seen = applyAffine([-1, 0, 0, -1, 215.9, 279.4], { x: 215.9 / 2, y: 30 })
  expect(
    read.getImageData(Math.round(seen.x / 0.254), Math.round(seen.y / 0.254), 1, 1).data[0],
  ).toBeLessThan(60)
})
