import { expose } from 'comlink'
import { applyAffine, noChange, type Affine } from '#core/fit/affine'
import { MM_PER_INCH } from '#core/paper/length'
import { clearBand, PITCH } from '#core/micr/place'
import type { MicrFit } from '#core/micr/micrFit'
import { readBack, type Meant } from '#core/micr/readBack'
import type { GreyImage } from '#core/micr/reader'
import type { Layout } from '#core/paper/layout'
import { panelOf, type Stock } from '#core/paper/stock'
import { proofer, sheetsOf } from '#core/proof/compose'
import { ESSENTIAL_MISSING } from '#core/proof/essentials'
import type { AccountFacts, CheckFacts } from '#core/proof/facts'
import type { Drawing } from '#core/proof/marks'
import type { Note } from '#core/proof/note'
import { drawingsPdf } from '#core/render/pdf'
import type { FaceBytes } from '#core/render/pdfFonts'
import { faceNames } from '#core/type/face'
import sansUrl from '#core/type/faces/sans.ttf?url'
import sansBoldUrl from '#core/type/faces/sans-bold.ttf?url'
import serifUrl from '#core/type/faces/serif.ttf?url'
import serifBoldUrl from '#core/type/faces/serif-bold.ttf?url'

import { greyOf } from './grey'

export interface PaperJob {
  readonly layout: Layout
  readonly stock: Stock
  readonly account: AccountFacts
  readonly checks: readonly CheckFacts[]
  /** Which check is on which sheet and place, as indexes of the checks, in the order in which sheets are fed; one after the other where it is left out. */
  readonly sheets?: readonly (readonly (number | null)[])[]
  readonly title: string
  readonly madeAt: string
  /** Correction for how the printer errs. */
  readonly fit?: Affine
  /** The MICR line's own width and weight on the printer. */
  readonly micr?: MicrFit
  /** Words over every panel: SAMPLE. */
  readonly stamp?: string
  /** Whether continuation sheets come in the same file, after the others: for a sample. */
  readonly continuationToo?: boolean
  /** How near to the sheet's edges the printer prints, in mm, where it is known. */
  readonly edge?: number
  /** Whether the MICR lines are read back from the finished pages. */
  readonly readBack?: boolean
}
/** `notes` hold what was said of the layout, the checks, and the read-back; `continuation` the further sheets on plain paper. */
export interface PaperMade { readonly bytes: Uint8Array, readonly continuation?: Uint8Array, readonly notes: readonly Note[], readonly readBack: number }
export type PaperStage = 'making' | 'reading back'

/** Dots to the inch of the read-back: eight to a cell's width and more, and still quick. */
const READ_DPI = 240
/** How much more than the clear band is looked at, for a line that a fit has turned. In mm. */
const FIT_ROOM = 1.5
const urls: Readonly<Record<(typeof faceNames)[number], string>> = { 'sans': sansUrl, 'sans-bold': sansBoldUrl, 'serif': serifUrl, 'serif-bold': serifBoldUrl }
const shippedFaces = async (): Promise<FaceBytes> => Object.fromEntries(await Promise.all(faceNames.map(async name => [name, await bytesOf(urls[name])] as const))) as unknown as FaceBytes
const bytesOf = async (url: string): Promise<Uint8Array> => new Uint8Array(await (await fetch(url)).arrayBuffer())

interface ToRead { readonly page: number, readonly number: number, readonly field: string, readonly band: { x: number, y: number, w: number, h: number }, readonly meant: Meant }

async function readLines(bytes: Uint8Array, lines: readonly ToRead[], onSheet: (done: number, of: number) => void): Promise<Note[]> {
  const { openPdf } = await import('./rasterPdf')
  const pdf = await openPdf(bytes)
  const notes: Note[] = []
  for (const [i, line] of lines.entries()) {
    const found = readBack(greyOf(await pdf.raster(line.page, line.band, READ_DPI)), READ_DPI, line.meant)
    if (found) notes.push({ ...found, severity: 'error', field: line.field, check: line.number })
    if (i % 5 === 4 || i === lines.length - 1) onSheet(i + 1, lines.length)
  }
  await pdf.close()
  return notes
}

const api = {
  /** Makes the PDF of a run or a sample, and reads its MICR lines back. */
  async make(job: PaperJob, onSheet: (stage: PaperStage, done: number, of: number) => void): Promise<PaperMade> {
    const faces = await shippedFaces()
    const ready = proofer(job.layout, job.stock, job.account, job.edge)
    // Advices alone need nothing of what makes a check.
    const advicesOnly = job.checks.every(c => c.advice)
    const notes: Note[] = ready.notes.filter(n => !advicesOnly || n.code !== ESSENTIAL_MISSING)
    const sheets = job.sheets?.map(sheet => sheet.map(i => (i === null ? null : job.checks[i] ?? null))) ?? sheetsOf(job.checks, ready.perSheet)
    const toRead: ToRead[] = []
    const continued: Drawing[] = []
    function* drawings() {
      for (const [index, sheet] of sheets.entries()) {
        const set = ready.sheet(sheet, job.stamp)
        notes.push(...set.notes)
        continued.push(...set.continued)
        sheet.forEach((check, place) => {
          const panel = panelOf(job.stock, 'check', place + 1)
          const mark = panel && set.drawing.layers.flatMap(l => l.marks).find(m => m.kind === 'micr' && m.y > panel.y && m.y < panel.y + panel.h)
          if (!check || !panel || mark?.kind !== 'micr') return
          // A corrected page carries its line where the fit puts it: there it is looked for.
          const band = clearBand(panel)
          const end = { x: mark.x + mark.text.length * PITCH, y: mark.y }
          const put = applyAffine(job.fit ?? noChange, end)
          const part = { ...band, x: band.x + put.x - end.x, y: band.y + put.y - end.y - FIT_ROOM, h: band.h + 2 * FIT_ROOM }
          toRead.push({ page: index + 1, number: check.number, field: mark.field, band: part, meant: { text: mark.text, right: put.x - part.x, foot: put.y - part.y, shapes: mark.shapes } })
        })
        yield set.drawing
      }
      if (job.continuationToo) yield* continued
    }
    const bytes = await drawingsPdf(drawings(), faces, { title: job.title, madeAt: job.madeAt, ...(job.fit && { fit: job.fit }), ...(job.micr && { micr: job.micr }), onSheet: (done) => { if (done % 20 === 0 || done === sheets.length) onSheet('making', done, sheets.length) } })
    const continuation = continued.length && !job.continuationToo ? await drawingsPdf(continued, faces, { title: `${job.title}, continuation`, madeAt: job.madeAt }) : undefined
    if (job.readBack) notes.push(...await readLines(bytes, toRead, (done, of) => onSheet('reading back', done, of)))
    return { bytes, ...(continuation && { continuation }), notes, readBack: job.readBack ? toRead.length : 0 }
  },

  /** Drawings as a PDF of their own: a fit sheet, a letter. */
  async sheets(drawings: readonly Drawing[], title: string, madeAt: string, fit: Affine | null): Promise<Uint8Array> {
    return drawingsPdf(drawings, await shippedFaces(), { title, madeAt, ...(fit && { fit }) })
  },

  /** What a drawing prints, as grey pixels at so many dots to the inch. */
  async greyOf(drawing: Drawing, dpi: number): Promise<GreyImage> {
    const { openPdf } = await import('./rasterPdf')
    const pdf = await openPdf(await drawingsPdf([drawing], await shippedFaces(), { title: 'Print', madeAt: '2000-01-01T00:00:00Z' }))
    const grey = greyOf(await pdf.raster(1, { x: 0, y: 0, w: drawing.w, h: drawing.h }, dpi))
    await pdf.close()
    return grey
  },

  /** The first page of a PDF, as a PNG picture at so many dots to the inch, no side longer than `most` pixels. */
  async firstPage(bytes: Uint8Array, dpi: number, most: number): Promise<Blob> {
    const { openPdf } = await import('./rasterPdf')
    const pdf = await openPdf(bytes)
    const size = await pdf.sizeOf(1)
    const scale = Math.min(1, most / (Math.max(size.w, size.h) / MM_PER_INCH * dpi))
    const pixels = await pdf.raster(1, { x: 0, y: 0, ...size }, dpi * scale)
    await pdf.close()
    const canvas = new OffscreenCanvas(pixels.width, pixels.height)
    canvas.getContext('2d')?.putImageData(pixels, 0, 0)
    return canvas.convertToBlob({ type: 'image/png' })
  },
}
export type PaperApi = typeof api
expose(api)
