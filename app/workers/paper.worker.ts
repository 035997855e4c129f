import { expose } from 'comlink'
import type { Affine } from '#core/fit/affine'
import type { MicrFit } from '#core/micr/micrFit'
import type { Layout } from '#core/paper/layout'
import type { Stock } from '#core/paper/stock'
import { proofer, sheetsOf } from '#core/proof/compose'
import { ESSENTIAL_MISSING } from '#core/proof/essentials'
import type { AccountFacts, CheckFacts } from '#core/proof/facts'
import type { Drawing } from '#core/proof/marks'
import type { Note } from '#core/proof/note'
import { drawingsPdf } from '#core/render/pdf'
import type { FaceBytes } from '#core/render/pdfFonts'
import { faceNames } from '#core/faces/faceNames'
import sansUrl from '#core/faces/ttf/sans.ttf?url'
import sansBoldUrl from '#core/faces/ttf/sans-bold.ttf?url'
import serifUrl from '#core/faces/ttf/serif.ttf?url'
import serifBoldUrl from '#core/faces/ttf/serif-bold.ttf?url'
import { linesOfSheet, type LineToRead } from '~~/raster/readLines'

export interface PaperJob {
  readonly layout: Layout
  readonly stock: Stock
  readonly account: AccountFacts
  readonly checks: readonly CheckFacts[]
  /**
   * Which check is on which sheet and place, as indexes of the checks, in the order in which sheets are fed;
   * one after the other where it is left out.
   */
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
/**
 * A finished PDF: `notes` hold what was said of the layout and the checks, `continuation` the further sheets
 * on plain paper, `lines` what can be read back.
 */
export interface PdfMade {
  readonly bytes: Uint8Array
  readonly continuation?: Uint8Array
  readonly notes: readonly Note[]
  readonly lines: readonly LineToRead[]
}

const urls: Readonly<Record<(typeof faceNames)[number], string>> = {
  sans: sansUrl,
  'sans-bold': sansBoldUrl,
  serif: serifUrl,
  'serif-bold': serifBoldUrl,
}
const bytesOf = async (url: string): Promise<Uint8Array> =>
  new Uint8Array(await (await fetch(url)).arrayBuffer())
const shippedFaces = async (): Promise<FaceBytes> =>
  Object.fromEntries(
    await Promise.all(faceNames.map(async name => [name, await bytesOf(urls[name])] as const)),
  ) as unknown as FaceBytes
/** Progress is told every so many sheets. */
const STEP = 20

const api = {
  /** Makes the PDF of a run or a sample. */
  async make(job: PaperJob, onSheet: (done: number, of: number) => void): Promise<PdfMade> {
    const faces = await shippedFaces()
    const ready = proofer(job.layout, job.stock, job.account, job.edge)
    // Advices alone need nothing of what makes a check.
    const advicesOnly = job.checks.every(c => c.advice)
    const notes: Note[] = ready.notes.filter(n => !advicesOnly || n.code !== ESSENTIAL_MISSING)
    const sheets =
      job.sheets?.map(sheet => sheet.map(i => (i === null ? null : (job.checks[i] ?? null)))) ??
      sheetsOf(job.checks, ready.perSheet)
    const lines: LineToRead[] = []
    const continued: Drawing[] = []
    function* drawings() {
      for (const [index, sheet] of sheets.entries()) {
        const set = ready.sheet(sheet, job.stamp)
        notes.push(...set.notes)
        continued.push(...set.continued)
        if (job.readBack)
          lines.push(...linesOfSheet(set.drawing, sheet, job.stock, index + 1, job.fit, job.micr))
        yield set.drawing
      }
      if (job.continuationToo) yield* continued
    }
    const tell = (done: number): void => {
      if (done % STEP === 0 || done === sheets.length) onSheet(Math.min(done, sheets.length), sheets.length)
    }
    const bytes = await drawingsPdf(drawings(), faces, {
      title: job.title,
      madeAt: job.madeAt,
      ...(job.fit && { fit: job.fit }),
      ...(job.micr && { micr: job.micr }),
      onSheet: tell,
    })
    const continuation =
      continued.length && !job.continuationToo
        ? await drawingsPdf(continued, faces, { title: `${job.title}, continuation`, madeAt: job.madeAt })
        : undefined
    return { bytes, ...(continuation && { continuation }), notes, lines }
  },

  /** Drawings as a PDF of their own: a fit sheet, a letter. */
  async sheets(
    drawings: readonly Drawing[],
    title: string,
    madeAt: string,
    fit: Affine | null,
  ): Promise<Uint8Array> {
    return drawingsPdf(drawings, await shippedFaces(), { title, madeAt, ...(fit && { fit }) })
  },
}
export type PaperApi = typeof api
expose(api)
