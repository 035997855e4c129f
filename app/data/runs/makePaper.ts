import { plainCopy } from '../store/plainCopy'
import { proxy, wrap, type Remote } from 'comlink'
import type { Affine } from '#core/fit/affine'
import type { GreyImage } from '#core/micr/darkness'
import type { Drawing } from '#core/proof/marks'
import type { Note } from '#core/proof/note'
import type { LineToRead } from '~~/raster/readLines'
import { failureOf, inWorker } from '../store/inWorker'
import { momentNow } from '../office/office'
import type { PaperApi, PaperJob, PdfMade } from '~/workers/paper.worker'
import type { RasterApi } from '~/workers/raster.worker'

/** A finished PDF whose MICR lines were read back, where that was asked for: `readBack` is how many. */
export interface PaperMade extends Omit<PdfMade, 'lines'> {
  readonly readBack: number
}
export type PaperStage = 'making' | 'reading back'
export interface PaperMaking {
  readonly made: Promise<PaperMade | 'stopped'>
  readonly stop: () => void
}

const paperWorker = (): Worker =>
  new Worker(new URL('../../workers/paper.worker.ts', import.meta.url), { type: 'module' })
const rasterWorker = (): Worker =>
  new Worker(new URL('../../workers/raster.worker.ts', import.meta.url), { type: 'module', name: 'raster' })

/** A worker costs a moment to start and 4 MB to load: so many lines are worth one. */
const LINES_A_WORKER = 40
const MOST_WORKERS = 4
const workersFor = (lines: number): number =>
  Math.max(1, Math.min(MOST_WORKERS, navigator.hardwareConcurrency || 2, Math.ceil(lines / LINES_A_WORKER)))

/** Readers that are ready by the time there is something to read; as many as help for so many lines. */
function readersFor(lines: number): { worker: Worker; failed: Promise<never>; remote: Remote<RasterApi> }[] {
  return Array.from({ length: workersFor(lines) }, () => {
    const worker = rasterWorker()
    const [failed, remote] = [failureOf(worker), wrap<RasterApi>(worker)]
    // What keeps it from getting ready is told by the reading itself.
    failed.catch(() => {})
    remote.getReady().catch(() => {})
    return { worker, failed, remote }
  })
}

/** Reads lines back, shared out among the readers; gives what is not as meant. */
async function readAll(
  bytes: Uint8Array,
  lines: readonly LineToRead[],
  readers: ReturnType<typeof readersFor>,
  onLines: (done: number) => void,
): Promise<Note[]> {
  let done = 0
  const read = await Promise.all(
    readers.map(({ failed, remote }, k) => {
      const part = lines.slice(
        Math.floor((lines.length * k) / readers.length),
        Math.floor((lines.length * (k + 1)) / readers.length),
      )
      return Promise.race([
        remote.readLines(
          bytes,
          part,
          proxy(more => {
            done += more
            onLines(done)
          }),
        ),
        failed,
      ])
    }),
  )
  return read.flat()
}

/**
 * Makes a PDF in workers and reads its lines back, where that is asked for. `onSheet` hears of progress;
 * `stop` ends the workers at once.
 */
export function makePaper(
  job: PaperJob,
  onSheet: (stage: PaperStage, done: number, of: number) => void = () => {},
): PaperMaking {
  const maker = paperWorker()
  const readers = job.readBack ? readersFor(job.checks.length) : []
  let stop = (): void => {}
  const stopped = new Promise<'stopped'>(resolve => {
    stop = () => resolve('stopped')
  })
  const work = async (): Promise<PaperMade> => {
    // A plain copy: reactive proxies cannot cross to a worker.
    const plain = plainCopy(job)
    const { lines, ...made } = await wrap<PaperApi>(maker).make(
      plain,
      proxy((done, of) => onSheet('making', done, of)),
    )
    if (!lines.length) return { ...made, readBack: 0 }
    onSheet('reading back', 0, lines.length)
    const differing = await readAll(made.bytes, lines, readers, done =>
      onSheet('reading back', done, lines.length),
    )
    return { ...made, notes: [...made.notes, ...differing], readBack: lines.length }
  }
  const made = Promise.race([work(), stopped, failureOf(maker)]).finally(() => {
    for (const worker of [maker, ...readers.map(r => r.worker)]) worker.terminate()
  })
  return { made, stop }
}

const inPaperWorker = <T>(work: (remote: Remote<PaperApi>) => Promise<T>): Promise<T> =>
  inWorker<PaperApi, T>(paperWorker(), work)
const inRasterWorker = <T>(work: (remote: Remote<RasterApi>) => Promise<T>): Promise<T> =>
  inWorker<RasterApi, T>(rasterWorker(), work)

/** The first page of a PDF as a picture, made in a worker. */
export const firstPageOf = (bytes: Uint8Array, dpi: number, most: number): Promise<Blob> =>
  inRasterWorker(remote => remote.firstPage(bytes, dpi, most))

/** One drawing as a PDF, corrected by a fit where one is given. */
export const sheetPdf = (drawing: Drawing, title: string, fit: Affine | null): Promise<Uint8Array> =>
  inPaperWorker(remote => remote.sheets([drawing], title, momentNow(), fit))

/** What a drawing prints, as grey pixels: to hold a scan against. */
export async function greyOfDrawing(drawing: Drawing, dpi: number): Promise<GreyImage> {
  const pdf = await sheetPdf(drawing, 'Print', null)
  return inRasterWorker(remote => remote.grey(pdf, dpi))
}

/** Drawings as a PDF of their own: lists, letters, copies of stubs. */
export const drawingsToPdf = (drawings: readonly Drawing[], title: string): Promise<Uint8Array> =>
  inPaperWorker(remote => remote.sheets(drawings, title, momentNow(), null))
