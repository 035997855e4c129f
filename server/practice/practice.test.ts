import { readFileSync } from 'node:fs'
import { describe, expect, test } from 'vitest'
import { loadImage, createCanvas, type Canvas } from '@napi-rs/canvas'
import { random } from '#core/base/random'
import { must } from '#core/base/result'
import { applyAffine } from '#core/fit/affine'
import { correctionOf, deviationMap, worstCorner, type Deviation } from '#core/fit/fit'
import { compose } from '#core/fit/affine'
import { fitSheet } from '#core/fit/fitSheet'
import { readFitScan } from '#core/fit/scan'
import type { GreyImage } from '#core/micr/reader'
import { stockById } from '#core/paper/builtIn'
import { exactPress, pressJobSchema, type Press } from '#core/practice/press'
import { proofer } from '#core/proof/compose'
import { checkOf, facts, layout } from '#core/proof/sample.fixture'
import { drawingsPdf } from '#core/render/pdf'
import type { FaceBytes } from '#core/render/pdfFonts'
import { faceNames } from '#core/type/face'
import { PracticePrinter } from './printer'
import { openPrintable, UnusablePdf } from './raster'
import { scanned, sheetCanvas } from './sheetPicture'

const faces = Object.fromEntries(faceNames.map(name => [name, new Uint8Array(readFileSync(`core/type/faces/${name}.ttf`))])) as unknown as FaceBytes
const preprinted = stockById('check-over-two-stubs-preprinted')!
const plain = { ...preprinted, carries: [], numbered: false, perforations: [] }
const toldOf = (more: object = {}) => pressJobSchema.parse({ name: 'Test', tray: 'Tray 1', stock: plain, pack: { top: null, order: 'lowest on top', sheets: 50, firstPlace: 1 }, pace: 0, ...more })
const said = { printer: 'P', tray: 'T', date: 'today', unit: 'mm', through: '' } as const

function grey(canvas: Canvas): GreyImage {
  const { data, width, height } = canvas.getContext('2d').getImageData(0, 0, canvas.width, canvas.height)
  return { w: width, h: height, data: Uint8Array.from({ length: width * height }, (_, i) => (data[4 * i]! * 77 + data[4 * i + 1]! * 151 + data[4 * i + 2]! * 28) >> 8) }
}
/** The fit sheet through a printer with those errors and then through a scanner. */
async function scanOf(press: Press, fit: Deviation | null, dpi: number, seed: number): Promise<GreyImage> {
  const bytes = await drawingsPdf([fitSheet(preprinted, said)], faces, { title: 'Fit sheet', madeAt: '2026-11-24T00:00:00Z', ...(fit && { fit: correctionOf(fit) }) })
  const pdf = await openPrintable(bytes, 1)
  const sheet = await sheetCanvas(toldOf(), press, pdf, { sheet: 1, page: 1, numbers: [], came: 'printed', upsideDown: false }, faces, dpi)
  await pdf.close()
  return grey(scanned(sheet, dpi, seed))
}

describe('the practice printer', () => {
  test('its errors are found from pictures alone, and a sheet through the fit lands where it was meant', async () => {
    for (const seed of [1, 2, 3, 4]) {
      const r = random(seed)
      const within = (n: number): number => (r.next() * 2 - 1) * n
      const press: Press = { ...exactPress, shift: { x: within(6), y: within(6) }, stretch: { x: 1 + within(0.04), y: 1 + within(0.04) }, turn: within(1.5), toner: r.one([0.7, 1, 1.3]) }
      const { w, h } = preprinted.sheet
      const found = must(readFitScan(await scanOf(press, null, r.one([150, 200]), seed), w, h))
      expect(worstCorner(compose(deviationMap(press), correctionOf(found.deviation)), w, h), `seed ${seed}`).toBeLessThan(0.2)
      const again = must(readFitScan(await scanOf(press, found.deviation, 150, seed + 100), w, h))
      expect(worstCorner(deviationMap(again.deviation), w, h), `seed ${seed}, confirmed`).toBeLessThan(0.2)
    }
  })

  test('what a run prints lies at its place on the preprinted paper, to a fifth of a millimetre', async () => {
    const press: Press = { ...exactPress, shift: { x: 3, y: -2 }, turn: 0.8, stretch: { x: 1.01, y: 0.99 } }
    const drawing = proofer(layout, preprinted, facts).sheet([checkOf(501)]).drawing
    const at = { w: preprinted.sheet.w, h: preprinted.sheet.h }
    const picture = async (fit: boolean, of: Press): Promise<GreyImage> => {
      const pdf = await openPrintable(await drawingsPdf([drawing], faces, { title: 'Run', madeAt: '2026-11-24T00:00:00Z', ...(fit && { fit: correctionOf(of) }) }), 1)
      const told = toldOf({ stock: preprinted, paper: { layout, account: facts }, pack: { top: 501, order: 'lowest on top', sheets: 5, firstPlace: 1 } })
      const canvas = await sheetCanvas(told, of, pdf, { sheet: 1, page: 1, numbers: [501], came: 'printed', upsideDown: false }, faces, 200)
      await pdf.close()
      return grey(canvas)
    }
    // Against what an exact printer makes of it: the sum of differences by pixel, with the paper's own print the same in all.
    const [exact, fitted, bare] = [await picture(false, exactPress), await picture(true, press), await picture(false, press)]
    const off = (a: GreyImage, b: GreyImage): number => a.data.reduce((n, v, i) => n + (Math.abs(v - b.data[i]!) > 90 ? 1 : 0), 0)
    expect(at.w).toBeGreaterThan(200)
    expect(off(exact, fitted)).toBeLessThan(off(exact, bare) * 0.15)
    const dark = exact.data.reduce((n, v) => n + (v < 120 ? 1 : 0), 0)
    expect(dark).toBeGreaterThan(5000)
  })

  test('takes only what can be printed on the sheets in the tray, keeps twenty jobs, and stops where it is told', async () => {
    let now = 0
    const printer = new PracticePrinter(() => now)
    await expect(printer.take(toldOf(), new TextEncoder().encode('a cat, not a PDF'))).rejects.toThrow('not a PDF')
    await expect(printer.take(toldOf(), new TextEncoder().encode('%PDF-1.7 and then nothing'))).rejects.toThrow('damaged')
    const pages = await drawingsPdf(Array.from({ length: 6 }, () => fitSheet(preprinted, said)), faces, { title: 'Six', madeAt: '2026-11-24T00:00:00Z' })
    await expect(printer.take(toldOf({ stock: stockById('a4-remittance-over-check-blank')! }), pages)).rejects.toBeInstanceOf(UnusablePdf)
    const id = await printer.take(toldOf({ pace: 100, pack: { top: 100, order: 'lowest on top', sheets: 50, firstPlace: 1 }, faults: [{ kind: 'jam', at: 2 }] }), pages)
    const other = await printer.take(toldOf({ pace: 100, tray: 'Tray 2', faults: [{ kind: 'stopped', at: 1 }] }), pages)
    now = 350
    expect(printer.report(id)).toMatchObject({ state: 'printing', done: 3, of: 7 })
    expect(printer.report(other)).toMatchObject({ state: 'stopped', done: 1 })
    expect(printer.sheet(id, 4)).toBeUndefined()
    printer.stop(id)
    now = 9000
    expect(printer.report(id)).toMatchObject({ state: 'stopped', done: 3 })
    expect(printer.report(id)!.sheets.map(s => [s.page, s.numbers[0], s.came])).toEqual([[1, 100, 'printed'], [2, 101, 'jammed'], [2, 102, 'printed']])
    for (let i = 0; i < 20; i++) await printer.take(toldOf(), pages)
    expect(printer.state().jobs).toHaveLength(20)
    expect(printer.report(id)).toBeUndefined()
  })
})

test('pictures are real ones', async () => {
  const pdf = await openPrintable(await drawingsPdf([fitSheet(preprinted, said)], faces, { title: 'Fit sheet', madeAt: '2026-11-24T00:00:00Z' }), 1)
  const told = toldOf({ stock: preprinted, pack: { top: 7, order: 'lowest on top', sheets: 5, firstPlace: 1 } })
  const canvas = await sheetCanvas(told, exactPress, pdf, { sheet: 1, page: 1, numbers: [7], came: 'printed', upsideDown: true }, faces, 100)
  await pdf.close()
  const image = await loadImage(await canvas.encode('png'))
  expect([image.width, image.height]).toEqual([850, 1100])
  // Fed upside down: the square of the fit sheet's upper edge lies at the lower one.
  const read = createCanvas(850, 1100).getContext('2d')
  read.drawImage(image, 0, 0)
  const seen = applyAffine([-1, 0, 0, -1, 215.9, 279.4], { x: 215.9 / 2, y: 30 })
  expect(read.getImageData(Math.round(seen.x / 0.254), Math.round(seen.y / 0.254), 1, 1).data[0]).toBeLessThan(60)
})
