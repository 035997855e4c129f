import { proxy, wrap } from 'comlink'
import type { PaperApi, PaperJob, PaperMade } from '~/workers/paper.worker'

export interface PaperMaking { readonly made: Promise<PaperMade | 'stopped'>, readonly stop: () => void }

/** Makes a PDF in a worker of its own. `onSheet` hears of progress; `stop` ends the worker at once. */
export function makePaper(job: PaperJob, onSheet: (done: number, of: number) => void = () => {}): PaperMaking {
  const worker = new Worker(new URL('../workers/paper.worker.ts', import.meta.url), { type: 'module' })
  const remote = wrap<PaperApi>(worker)
  let stop = (): void => {}
  const stopped = new Promise<'stopped'>((resolve) => { stop = () => resolve('stopped') })
  const failed = new Promise<never>((_, reject) => { worker.onerror = event => reject(new Error(event.message)) })
  // A plain copy: reactive proxies cannot cross to a worker.
  const plain = JSON.parse(JSON.stringify(job)) as PaperJob
  const made = Promise.race([remote.make(plain, proxy(onSheet)), stopped, failed]).finally(() => worker.terminate())
  return { made, stop }
}
