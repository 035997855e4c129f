import { proxy, wrap, type Remote } from 'comlink'
import type { Affine } from '#core/fit/affine'
import type { GreyImage } from '#core/micr/reader'
import type { Drawing } from '#core/proof/marks'
import { inWorker } from './inWorker'
import type { PaperApi, PaperJob, PaperMade, PaperStage } from '~/workers/paper.worker'

export interface PaperMaking { readonly made: Promise<PaperMade | 'stopped'>, readonly stop: () => void }

const paperWorker = (): Worker => new Worker(new URL('../workers/paper.worker.ts', import.meta.url), { type: 'module' })

/** Makes a PDF in a worker of its own. `onSheet` hears of progress; `stop` ends the worker at once. */
export function makePaper(job: PaperJob, onSheet: (stage: PaperStage, done: number, of: number) => void = () => {}): PaperMaking {
  const worker = paperWorker()
  const remote = wrap<PaperApi>(worker)
  let stop = (): void => {}
  const stopped = new Promise<'stopped'>((resolve) => { stop = () => resolve('stopped') })
  const failed = new Promise<never>((_, reject) => { worker.onerror = event => reject(new Error(event.message)) })
  // A plain copy: reactive proxies cannot cross to a worker.
  const plain = JSON.parse(JSON.stringify(job)) as PaperJob
  const made = Promise.race([remote.make(plain, proxy(onSheet)), stopped, failed]).finally(() => worker.terminate())
  return { made, stop }
}

const inPaperWorker = <T>(work: (remote: Remote<PaperApi>) => Promise<T>): Promise<T> => inWorker<PaperApi, T>(paperWorker(), work)

/** The first page of a PDF as a picture, made in a worker. */
export const firstPageOf = (bytes: Uint8Array, dpi: number, most: number): Promise<Blob> => inPaperWorker(remote => remote.firstPage(bytes, dpi, most))

/** One drawing as a PDF, corrected by a fit where one is given. */
export const sheetPdf = (drawing: Drawing, title: string, fit: Affine | null): Promise<Uint8Array> => inPaperWorker(remote => remote.sheets([drawing], title, new Date().toISOString(), fit))

/** What a drawing prints, as grey pixels: to hold a scan against. */
export const greyOfDrawing = (drawing: Drawing, dpi: number): Promise<GreyImage> => inPaperWorker(remote => remote.greyOf(drawing, dpi))

/** Drawings as a PDF of their own: lists, letters, copies of stubs. */
export const drawingsToPdf = (drawings: readonly Drawing[], title: string): Promise<Uint8Array> => inPaperWorker(remote => remote.sheets(drawings, title, new Date().toISOString(), null))
