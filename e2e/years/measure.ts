import { expect, type Page } from '@playwright/test'
import { visit } from '../office'

/** What opening a view came to. */
export interface Opened {
  /** Rows that the page's own thread read, by table and in all. */
  readonly rows: number
  readonly byTable: Readonly<Record<string, number>>
  /** Rows that the store counted: it walks over the key of each, and nothing else is answered meanwhile. */
  readonly counted: number
  /** Processor time of the page's own thread, and its longest task above 50 ms, in ms. */
  readonly busy: number
  readonly worst: number
  readonly nodes: number
  /** MB after a collection. */
  readonly heap: number
}

interface Watched {
  readsOf: Record<string, number>
  counted: number
  /** Every read that was asked for, done or not. */
  requests: IDBRequest[]
  longest: number
}
/** Counts what the page reads of its store, and its long tasks, from before its scripts begin. */
export const watchReads = (page: Page): Promise<void> =>
  page.addInitScript(() => {
    const at = window as unknown as Watched
    Object.assign(at, { readsOf: {}, counted: 0, requests: [], longest: 0 })
    const add = (of: IDBObjectStore | IDBIndex, n: number): void => {
      const table = 'objectStore' in of ? of.objectStore.name : of.name
      at.readsOf[table] = (at.readsOf[table] ?? 0) + n
    }
    for (const proto of [IDBObjectStore.prototype, IDBIndex.prototype] as IDBObjectStore[])
      for (const way of ['get', 'getAll', 'openCursor', 'count'] as const) {
        const plain = proto[way] as (...args: unknown[]) => IDBRequest
        Object.assign(proto, {
          [way](this: IDBObjectStore, ...args: unknown[]) {
            const request = plain.apply(this, args)
            at.requests.push(request)
            request.addEventListener('success', () => {
              const { result } = request as IDBRequest<unknown>
              if (way === 'count') at.counted += result as number
              else add(this, Array.isArray(result) ? result.length : result ? 1 : 0)
            })
            return request
          },
        })
      }
    new PerformanceObserver(list => {
      for (const { duration } of list.getEntries()) at.longest = Math.max(at.longest, duration)
    }).observe({ type: 'longtask' })
  })

/** What the page read, and its longest task, since that was set to nothing. */
export async function readsSince(page: Page): Promise<{ readonly rows: number; readonly longest: number }> {
  const { readsOf, longest } = await page.evaluate(() => {
    const { readsOf, longest } = window as unknown as Watched
    return { readsOf, longest }
  })
  return { rows: Object.values(readsOf).reduce((sum, n) => sum + n, 0), longest: Math.round(longest) }
}
/** Sets what was read, and the longest task, to nothing. */
export const beginAnew = (page: Page): Promise<unknown> =>
  page.evaluate(() => Object.assign(window, { readsOf: {}, counted: 0, requests: [], longest: 0 }))
/** Whether every read that the page asked for was answered: work that waits for the store is not quiet. */
const allAnswered = (page: Page): Promise<boolean> =>
  page.evaluate(() => (window as unknown as Watched).requests.every(r => r.readyState === 'done'))
/** Milliseconds without work that count as quiet. */
const QUIET = 250
/** Opens a view as a link does, and measures until the page is quiet. */
export async function opened(page: Page, path: string, ready: string): Promise<Opened> {
  await visit(page, '/office')
  const session = await page.context().newCDPSession(page)
  // What the thread itself took: a machine that is busy elsewhere counts for nothing.
  await session.send('Performance.enable', { timeDomain: 'threadTicks' })
  const busyNow = async (): Promise<number> =>
    (await session.send('Performance.getMetrics')).metrics.find(m => m.name === 'TaskDuration')!.value * 1000
  const quiet = async (): Promise<number> => {
    for (let before = await busyNow(); ;) {
      await page.waitForTimeout(QUIET)
      const now = await busyNow()
      if (now - before < QUIET / 20 && (await allAnswered(page))) return now
      before = now
    }
  }
  const from = await quiet()
  await beginAnew(page)
  await visit(page, path)
  await page.locator(ready).first().waitFor()
  const busy = (await quiet()) - from
  const { readsOf, counted, longest, nodes } = await page.evaluate(() => {
    const { readsOf, counted, longest } = window as unknown as Watched
    return { readsOf, counted, longest, nodes: document.querySelectorAll('*').length }
  })
  await session.send('HeapProfiler.collectGarbage')
  const { usedSize } = await session.send('Runtime.getHeapUsage')
  await session.detach()
  return {
    rows: Object.values(readsOf).reduce((sum, n) => sum + n, 0),
    ...{ byTable: readsOf, counted },
    ...{ busy: Math.round(busy), worst: Math.round(longest), nodes, heap: Math.round(usedSize / 1e6) },
  }
}
const middle = (of: readonly number[]): number => [...of].sort((a, b) => a - b)[of.length >> 1]!
/**
 * Opens a view five times. Gives the middle of the last three looks, at which its code is there, with the most rows that
 * any look read: one look alone differs from the next by up to half.
 */
export async function openedAgain(page: Page, path: string, ready: string): Promise<Opened> {
  const looks: Opened[] = []
  for (let n = 0; n < 5; n++) looks.push(await opened(page, path, ready))
  const settled = looks.slice(-3)
  const { rows, byTable } = looks.reduce((a, b) => (a.rows > b.rows ? a : b))
  const middleOf = (what: 'busy' | 'worst' | 'nodes' | 'heap'): number => middle(settled.map(l => l[what]))
  return {
    ...{ rows, byTable, counted: Math.max(...looks.map(l => l.counted)) },
    ...{ busy: middleOf('busy'), worst: middleOf('worst') },
    ...{ nodes: middleOf('nodes'), heap: middleOf('heap') },
  }
}
/** Types into Find key by key. Gives the milliseconds from each key until its answer stands there. */
export async function answersOf(page: Page, text: string): Promise<number[]> {
  await page.getByTestId('find-dialog').evaluate(dialog => {
    const at = Object.assign(window, { pressed: 0, answers: [] as number[] })
    dialog.addEventListener('keydown', () => (at.pressed = performance.now()), true)
    const status = dialog.querySelector('[role=status]')!
    new MutationObserver(() => {
      if (status.textContent.trim()) at.answers.push(Math.round(performance.now() - at.pressed))
    }).observe(status, { childList: true, characterData: true, subtree: true })
  })
  const answers = (): Promise<number[]> =>
    page.evaluate(() => (window as unknown as { answers: number[] }).answers)
  for (const [i, key] of [...text].entries()) {
    await page.keyboard.type(key)
    await expect.poll(async () => (await answers()).length).toBeGreaterThan(i)
  }
  return answers()
}
/** Milliseconds after which the answers of pages that were left are let go, and more. */
const ANSWERS_KEPT = 5000
/** What a page holds once it rests and all that can go is gone: listeners, nodes, and MB of heap. */
export async function leftBehind(
  page: Page,
): Promise<{ readonly listeners: number; readonly nodes: number; readonly heap: number }> {
  await visit(page, '/office')
  await page.waitForTimeout(ANSWERS_KEPT)
  // What watches the reads holds them.
  await beginAnew(page)
  const session = await page.context().newCDPSession(page)
  await session.send('Performance.enable')
  // What is freed by one collection lets go of more for the next.
  for (let n = 0; n < 4; n++) await session.send('HeapProfiler.collectGarbage')
  const { metrics } = await session.send('Performance.getMetrics')
  await session.detach()
  const of = (name: string): number => metrics.find(m => m.name === name)!.value
  return { listeners: of('JSEventListeners'), nodes: of('Nodes'), heap: of('JSHeapUsedSize') / 1e6 }
}
