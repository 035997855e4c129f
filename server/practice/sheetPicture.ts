import { createCanvas, type Canvas } from '@napi-rs/canvas'
import { random } from '#core/base/random'
import type { PlainDate } from '#core/base/dates'
import { cents } from '#core/money/cents'
import { MM_PER_INCH } from '#core/paper/length'
import { startingLayout } from '#core/paper/startingLayout'
import { checksPerSheet } from '#core/paper/stock'
import { sampleAccounts } from '#core/accounts/sampleAccounts'
import { noChange } from '#core/fit/affine'
import { pressMap, UNPRINTABLE, type Press, type PressJob, type SheetOut } from '#core/practice/press'
import { proofer, type Proofer } from '#core/proof/compose'
import type { CheckFacts } from '#core/proof/facts'
import { stationeryMarks } from '#core/proof/stationery'
import { drawingsPdf } from '#core/render/pdf'
import type { FaceBytes } from '#core/render/pdfFonts'
import { openPrintable, type PrintablePdf } from './raster'

/** Width of a MICR stroke: toner makes it so much narrower or wider. In mm (0.013 in). */
const STROKE = 0.33
const STATIONERS_DATE = '2000-01-01' as PlainDate

/** What the stationer printed: the layout and account told, or what he usually prints on such a stock. */
function stationery(job: PressJob): Proofer {
  const { layout, account } = job.paper ?? {
    layout: startingLayout(job.stock, 'US', { id: 'practice', code: 'P', name: 'Practice paper' }),
    account: sampleAccounts[0]!.facts,
  }
  return proofer(layout, job.stock, account)
}

/** The sheet before it went through the printer, at so many dots to the inch. */
async function paperOf(job: PressJob, out: SheetOut, faces: FaceBytes, dpi: number): Promise<Canvas> {
  const { w, h } = job.stock.sheet
  const checks = Array.from({ length: checksPerSheet(job.stock) }, (_, i): CheckFacts => ({
    number: out.numbers[i] ?? 0,
    date: STATIONERS_DATE,
    payee: '',
    address: [],
    amount: cents(100),
    memo: '',
    lines: [],
  }))
  const { carried } = stationery(job).sheet(checks)
  const drawing = { w, h, layers: [{ shared: false, marks: stationeryMarks(job.stock, carried) }] }
  const pdf = await openPrintable(
    await drawingsPdf([drawing], faces, { title: 'Paper', madeAt: '2000-01-01T00:00:00Z' }),
    1,
  )
  const print = await pdf.ink(1, { w, h }, noChange, dpi)
  await pdf.close()
  const canvas = createCanvas(print.width, print.height)
  const context = canvas.getContext('2d')
  context.fillStyle = '#fdfcf9'
  context.fillRect(0, 0, canvas.width, canvas.height)
  context.drawImage(print, 0, 0)
  // A part-used sheet lacks the checks that were torn off.
  context.fillStyle = '#bdb8ae'
  const px = (mm: number): number => (mm / MM_PER_INCH) * dpi
  if (out.sheet === 1)
    for (const p of job.stock.panels)
      if (p.place < job.pack.firstPlace) context.fillRect(px(p.x), px(p.y), px(p.w), px(p.h))
  return canvas
}

const around = [
  [1, 0],
  [-1, 0],
  [0, 1],
  [0, -1],
  [0.7, 0.7],
  [-0.7, 0.7],
  [0.7, -0.7],
  [-0.7, -0.7],
] as const
/** Heavy toner widens every stroke, weak toner narrows and pales it. Changes the ink in place. */
function inked(ink: Canvas, toner: number, dpi: number): Canvas {
  if (toner === 1) return ink
  // Weak toner takes from the darkness as much as from the width.
  const reach = ((Math.abs(toner - 1) * STROKE) / (toner > 1 ? 2 : 4) / MM_PER_INCH) * dpi
  const canvas = createCanvas(ink.width, ink.height)
  const context = canvas.getContext('2d')
  context.drawImage(ink, 0, 0)
  context.globalCompositeOperation = toner > 1 ? 'source-over' : 'destination-in'
  for (const [dx, dy] of around) context.drawImage(ink, dx * reach, dy * reach)
  if (toner > 1) return canvas
  context.globalCompositeOperation = 'destination-out'
  context.fillStyle = `rgba(0,0,0,${(1 - toner) * 0.9})`
  context.fillRect(0, 0, canvas.width, canvas.height)
  return canvas
}

/** A sheet that came out: of which job, through which errors, from which PDF. */
export interface Sheet {
  readonly asked: PressJob
  readonly press: Press
  readonly pdf: Uint8Array
  readonly out: SheetOut
}
/** One sheet as it came out of the printer: the paper with what was printed on it. */
export async function sheetCanvas(
  job: PressJob,
  press: Press,
  pdf: PrintablePdf,
  out: SheetOut,
  faces: FaceBytes,
  dpi: number,
): Promise<Canvas> {
  const { sheet } = job.stock
  const canvas = await paperOf(job, out, faces, dpi)
  const context = canvas.getContext('2d')
  if (out.page !== null) {
    const ink = inked(
      await pdf.ink(out.page, sheet, pressMap(press, job.stock, out.upsideDown), dpi),
      press.toner,
      dpi,
    )
    const rim = (UNPRINTABLE / MM_PER_INCH) * dpi
    context.save()
    context.beginPath()
    context.rect(rim, rim, canvas.width - 2 * rim, canvas.height - 2 * rim)
    context.clip()
    context.globalCompositeOperation = 'multiply'
    // A jammed sheet was torn half-way.
    context.drawImage(
      ink,
      0,
      0,
      ink.width,
      out.came === 'jammed' ? ink.height * 0.45 : ink.height,
      0,
      0,
      ink.width,
      out.came === 'jammed' ? ink.height * 0.45 : ink.height,
    )
    context.restore()
  }
  if (out.came === 'jammed') crumple(canvas, out.sheet)
  return canvas
}

/** Folds across a sheet that was jammed. */
function crumple(canvas: Canvas, seed: number): void {
  const r = random(seed)
  const context = canvas.getContext('2d')
  context.lineWidth = canvas.width / 300
  for (let i = 0; i < 14; i++) {
    context.strokeStyle = `rgba(60,50,80,${0.15 + r.next() * 0.25})`
    context.beginPath()
    context.moveTo(r.next() * canvas.width, r.next() * canvas.height)
    for (let k = 0; k < 3; k++) context.lineTo(r.next() * canvas.width, r.next() * canvas.height)
    context.stroke()
  }
}

/** Rim of the scanner's dark bed around a scanned sheet, in mm. */
const RIM = 14
/**
 * The sheet as a scan of it: on something dark, not quite straight, with the scanner's noise. The same seed,
 * the same scan.
 */
export function scanned(sheet: Canvas, dpi: number, seed: number, turned = false): Canvas {
  const r = random(seed)
  const rim = Math.round((RIM / MM_PER_INCH) * dpi)
  const canvas = createCanvas(sheet.width + 2 * rim, sheet.height + 2 * rim)
  const context = canvas.getContext('2d')
  context.fillStyle = '#4b4742'
  context.fillRect(0, 0, canvas.width, canvas.height)
  context.translate(canvas.width / 2, canvas.height / 2)
  context.rotate(((r.next() - 0.5) * 2 * Math.PI) / 180 + (turned ? Math.PI : 0))
  context.drawImage(sheet, -sheet.width / 2, -sheet.height / 2)
  context.resetTransform()
  const pixels = context.getImageData(0, 0, canvas.width, canvas.height)
  for (let i = 0; i < pixels.data.length; i += 4) {
    const noise = (r.next() + r.next() - 1) * 8
    for (let k = 0; k < 3; k++) pixels.data[i + k]! += noise
  }
  context.putImageData(pixels, 0, 0)
  return canvas
}
