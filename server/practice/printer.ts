import { randomUUID } from 'node:crypto'
import { checksPerSheet } from '#core/paper/stock'
import type { PracticeTray } from '#core/fit/practicePrinter'
import {
  asStacked,
  exactPress,
  faultsBySeed,
  feed,
  MOST_SHEETS,
  type Feeding,
  type Press,
  type PressJob,
} from '#core/practice/press'
import type { JobReport, PracticeState } from '#core/practice/report'
import { drawing } from './drawing/drawing'
import { UnusablePdf } from './unusablePdf'
import type { Sheet } from './sheetPicture'

/** How much one PDF, and all kept jobs together, may take up. */
export const MOST_PDF_BYTES = 32_000_000
const MOST_KEPT_BYTES = 128_000_000
const MOST_JOBS = 20
/** How far a page may differ from the sheet in the tray, in mm. */
const SIZE_ROOM = 2

interface Job {
  readonly id: string
  readonly asked: PressJob
  readonly press: Press
  readonly pdf: Uint8Array
  readonly pages: number
  readonly feeding: Feeding
  readonly startedAt: number
  stoppedAfter: number | null
}

/** What the trays do wrong at first: known to this page of the stand-in alone, for the fit to find out. */
const asDelivered: Readonly<Record<PracticeTray, Press>> = {
  'Tray 1': { ...exactPress, shift: { x: 1.8, y: -1.3 }, stretch: { x: 1.004, y: 1.001 }, turn: 0.35 },
  'Tray 2': { ...exactPress, shift: { x: -0.6, y: 2.1 }, toner: 1.2, stacking: 'face up' },
  'Tray 3': { ...exactPress, shift: { x: 0.9, y: 0.4 }, turn: -0.8, toner: 0.8, fitToPage: true },
}

/** The practice printer of one server: everything in memory, the last jobs only, nothing on disk. */
export class PracticePrinter {
  private readonly trays = new Map<PracticeTray, Press>(
    Object.entries(asDelivered) as [PracticeTray, Press][],
  )
  private jobs: Job[] = []
  constructor(private readonly now: () => number = Date.now) {}

  /** What the kept jobs take up. */
  get bytes(): number {
    return this.jobs.reduce((sum, j) => sum + j.pdf.length, 0)
  }
  setTray(tray: PracticeTray, press: Press): void {
    this.trays.set(tray, press)
  }

  /**
   * Takes a job in; throws `UnusablePdf` with a sentence where it cannot be printed. The tray's errors of
   * this moment hold for the whole job.
   */
  async take(asked: PressJob, pdf: Uint8Array): Promise<string> {
    if (pdf.length > MOST_PDF_BYTES)
      throw new UnusablePdf(
        `The PDF is ${Math.round(pdf.length / 1e6)} MB. The limit is ${MOST_PDF_BYTES / 1e6} MB`,
      )
    const press = this.trays.get(asked.tray)!
    const sizes = await (await drawing()).sizes(pdf, MOST_SHEETS)
    const { w, h } = asked.stock.sheet
    const odd = sizes.findIndex(s => Math.abs(s.w - w) > SIZE_ROOM || Math.abs(s.h - h) > SIZE_ROOM)
    if (odd >= 0)
      throw new UnusablePdf(
        `page ${odd + 1} is ${sizes[odd]!.w.toFixed(0)} × ${sizes[odd]!.h.toFixed(0)} mm, but the sheets in the tray are ${w.toFixed(0)} × ${h.toFixed(0)} mm`,
      )
    const faults = [...asked.faults, ...(asked.seed === null ? [] : faultsBySeed(asked.seed, sizes.length))]
    const job: Job = {
      id: randomUUID(),
      asked,
      press,
      pdf,
      pages: sizes.length,
      feeding: feed(sizes.length, asked.pack, checksPerSheet(asked.stock), faults),
      startedAt: this.now(),
      stoppedAfter: null,
    }
    this.jobs = [job, ...this.jobs].slice(0, MOST_JOBS)
    while (this.jobs.length > 1 && this.bytes > MOST_KEPT_BYTES) this.jobs.pop()
    return job.id
  }

  private doneOf(job: Job): number {
    const all = job.feeding.sheets.length
    if (job.stoppedAfter !== null) return job.stoppedAfter
    return job.asked.pace === 0
      ? all
      : Math.min(all, Math.floor((this.now() - job.startedAt) / job.asked.pace))
  }

  report(id: string): JobReport | undefined {
    const job = this.jobs.find(j => j.id === id)
    if (!job) return undefined
    const done = this.doneOf(job)
    const finished = done === job.feeding.sheets.length
    const sheets = job.feeding.sheets.slice(0, done)
    return {
      id: job.id,
      name: job.asked.name,
      ref: job.asked.ref,
      tray: job.asked.tray,
      stock: job.asked.stock.name,
      pages: job.pages,
      done,
      of: job.feeding.sheets.length,
      stacking: job.press.stacking,
      startedAt: new Date(job.startedAt).toISOString(),
      state: finished ? job.feeding.end : job.stoppedAfter === null ? 'printing' : 'stopped',
      sheets: asStacked(sheets, job.press.stacking),
    }
  }

  state(): PracticeState {
    return {
      trays: [...this.trays].map(([tray, press]) => ({ tray, press })),
      jobs: this.jobs.map(j => this.report(j.id)!),
    }
  }

  /** Stops a job after the sheet that is out; what was printed stays. False where This job does not exist. */
  stop(id: string): boolean {
    const job = this.jobs.find(j => j.id === id)
    if (job) job.stoppedAfter = this.doneOf(job)
    return job !== undefined
  }

  /** What a picture of one sheet that is out needs; undefined where it is not. */
  sheet(id: string, sheet: number): Sheet | undefined {
    const job = this.jobs.find(j => j.id === id)
    const out = job?.feeding.sheets.slice(0, this.doneOf(job)).find(s => s.sheet === sheet)
    return job && out && { asked: job.asked, press: job.press, pdf: job.pdf, out }
  }
}
