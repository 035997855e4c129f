import { createCanvas, type Canvas } from '@napi-rs/canvas'
import { expect, test } from 'vitest'
import { must } from '#core/base/result'
import { layoutById, stockById } from '#core/paper/builtIn'
import { MM_PER_INCH } from '#core/paper/length'
import { panelOf } from '#core/paper/stock'
import { checksInPicture } from '#core/practice/pictureChecks'
import { exactPress, pressJobSchema, type Press } from '#core/practice/press'
import { proofer } from '#core/proof/compose'
import { checkOf, facts } from '#core/proof/test/sample'
import { drawingsPdf } from '#core/render/pdf'
import { openPrintable } from './raster'
import { scanned, sheetCanvas } from './sheetPicture'
import { faces, grey } from './test/pictures'

const stock = stockById('three-checks-blank')!
const layout = layoutById('us-three-checks')!

/** A sheet with those checks, as a printer with those errors leaves it. */
async function sheetWith(
  numbers: readonly number[],
  dpi: number,
  press: Press = exactPress,
): Promise<Canvas> {
  const { drawing } = proofer(layout, stock, facts).sheet(numbers.map(n => checkOf(n)))
  const about = { title: 'Run', madeAt: '2026-11-24T00:00:00Z' }
  const pdf = await openPrintable(await drawingsPdf([drawing], faces, about), 1)
  const job = pressJobSchema.parse({
    ...{ name: 'Test', tray: 'Tray 1', stock, pace: 0 },
    pack: { top: null, order: 'lowest on top', sheets: 5, firstPlace: 1 },
  })
  const out = { sheet: 1, page: 1, numbers: [...numbers], came: 'printed', upsideDown: false } as const
  const canvas = await sheetCanvas(job, press, pdf, out, faces, dpi)
  await pdf.close()
  return canvas
}
/** A part of a picture, as if the rest were cut off. */
function cut(
  from: Canvas,
  { x, y, w, h }: { x: number; y: number; w: number; h: number },
  dpi: number,
): Canvas {
  const px = (mm: number): number => Math.round((mm / MM_PER_INCH) * dpi)
  const part = createCanvas(px(w), px(h))
  part.getContext('2d').drawImage(from, -px(x), -px(y))
  return part
}
const read = (canvas: Canvas, of = facts) => checksInPicture(grey(canvas), stock, of)
const seen = (canvas: Canvas): (number | undefined)[] => must(read(canvas)).map(c => c.number)

test('checks are read from a scan of their sheet, upright or turned, and from the picture of a sheet or of one check', async () => {
  const press: Press = { ...exactPress, shift: { x: 0.8, y: -0.6 }, turn: 0.4 }
  const numbers = [70_501, 70_502, 70_503]
  for (const dpi of [200, 300]) {
    const sheet = await sheetWith(numbers, dpi, press)
    expect(seen(scanned(sheet, dpi, 3)), `${dpi} dpi`).toEqual(numbers)
    expect(seen(scanned(sheet, dpi, 4, true)), `${dpi} dpi, turned`).toEqual(numbers)
    expect(seen(sheet), `${dpi} dpi, the sheet itself`).toEqual(numbers)
    const second = cut(sheet, panelOf(stock, 'check', 2)!, dpi)
    expect(seen(second), `${dpi} dpi, one check`).toEqual([70_502])
    expect(seen(scanned(second, dpi, 5)), `${dpi} dpi, a scan of one check`).toEqual([70_502])
  }
}, 120_000)

test('what is not a check of the account is never given a number', async () => {
  const sheet = await sheetWith([70_501, 70_502], 200)
  // The place that nothing was printed on is no check.
  expect(seen(sheet)).toEqual([70_501, 70_502])
  // A coffee stain over the second line: the first is still read.
  const context = sheet.getContext('2d')
  const { x, y, w, h } = panelOf(stock, 'check', 2)!
  const px = (mm: number): number => (mm / MM_PER_INCH) * 200
  context.fillStyle = '#202020'
  context.fillRect(px(x + w * 0.45), px(y + h - 11), px(9), px(8))
  expect(seen(sheet)).toEqual([70_501, undefined])
  const codeOf = (result: ReturnType<typeof read>): string => (result.ok ? 'read' : result.refusal.code)
  expect(codeOf(read(sheet, { ...facts, account: '0048-2215-8' }))).toBe('no-check-seen')
  expect(codeOf(read(await sheetWith([], 200)))).toBe('no-check-seen')
  expect(codeOf(read(await sheetWith([70_501], 100)))).toBe('scan-coarse')
  const [odd, tiny] = [createCanvas(1600, 900), createCanvas(1, 1)]
  expect(codeOf(read(odd))).toBe('no-check-seen')
  expect(codeOf(read(tiny))).toBe('scan-coarse')
}, 120_000)
