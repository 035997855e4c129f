import { proxy, wrap } from 'comlink'
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

/** The first page of a PDF as a picture, made in a worker. */
export async function firstPageOf(bytes: Uint8Array, dpi: number, most: number): Promise<Blob> {
  const worker = paperWorker()
  try {
    return await wrap<PaperApi>(worker).firstPage(bytes, dpi, most)
  }
  finally {
    worker.terminate()
  }
}
