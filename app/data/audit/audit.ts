import { proxy, wrap, type Remote } from 'comlink'
import type { Stamp } from '#core/trail/trail'
import { momentNow, operatorName } from '../office/office'
import { db } from '../store/db'
import { failureOf } from '../store/inWorker'
import { storeName } from '../store/storeName'
import { readAuditDue } from './recordState'
import type { AuditApi, AuditReport, ChainReport } from './auditWork'

export type { AuditReport, NumberTrouble } from './auditWork'

/** A look at everything, or at the trail alone, in a worker of its own. */
export interface Auditing<Report> {
  /** What it came to; nothing where it was stopped, or where somebody went on acting all the while. */
  readonly report: Promise<Report | undefined>
  stop(): void
}
type Told = (part: number) => void
/** Begins to hold every row against the trail and against the others. `tell` hears how far it is, from 0 to 1. */
export const beginAudit = (tell: Told): Auditing<AuditReport> =>
  begin((remote, stamp) => remote.run(stamp, proxy(tell)) as Promise<AuditReport | undefined>)
/** Begins to look at the chain of the trail. */
export const beginChain = (tell: Told): Auditing<ChainReport> =>
  begin(remote => remote.chain(proxy(tell)) as Promise<ChainReport>)

function begin<Report>(
  ask: (remote: Remote<AuditApi>, stamp: Stamp) => Promise<Report | undefined>,
): Auditing<Report> {
  const worker = new Worker(new URL('../../workers/audit.worker.ts', import.meta.url), {
    type: 'module',
    name: storeName(),
  })
  let stop = (): void => {}
  const stopped = new Promise<undefined>(resolve => {
    stop = () => resolve(undefined)
  })
  const stamp = { at: momentNow(), by: operatorName() }
  const work = ask(wrap<AuditApi>(worker), stamp)
  return {
    report: Promise.race([work, stopped, failureOf(worker)]).finally(() => worker.terminate()),
    stop: () => stop(),
  }
}

/** Looks at everything where that is wanted, one tab at a time. */
const auditWhere = (isWanted: () => Promise<boolean>): Promise<void> =>
  navigator.locks.request(`${db.name} audit`, { ifAvailable: true }, async lock => {
    if (lock && (await isWanted())) await beginAudit(() => {}).report
  })
/** Looks at everything beside what goes on: after a backup was saved. */
export function auditAfterwards(): void {
  auditWhere(async () => true).catch((fault: unknown) => console.error(fault))
}
/** Looks at everything where a week has gone by since the last time. */
export const auditWhereDue = (): Promise<void> => auditWhere(() => readAuditDue(Date.now()))
