import { proxy, wrap, type Remote } from 'comlink'
import type { Stamp } from '#core/trail/trail'
import { momentNow, operatorName } from '../office/office'
import { BACKUP_FACT, lastBackup } from '../backups/backupFact'
import { db } from '../store/db'
import { failureOf } from '../store/inWorker'
import { storeName } from '../store/storeName'
import { AUDITED, lastAudit, type LastAudit } from './auditFact'
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

/** What is known of the record without reading it: the last look at all rows, and whether the last backup is part of it. */
export interface RecordState {
  readonly audit: LastAudit | undefined
  readonly backup?: { readonly at: string; readonly seq: number; readonly agrees: boolean }
}
export async function readRecordState(): Promise<RecordState> {
  const [audit, backup] = await db.facts.bulkGet([AUDITED, BACKUP_FACT])
  const { at, acts, head } = lastBackup(backup)
  if (!at || !head) return { audit: lastAudit(audit) }
  const line = await db.trail.get(acts)
  return { audit: lastAudit(audit), backup: { at, seq: acts, agrees: line?.hash === head } }
}

const WEEK_MS = 7 * 86_400_000
/** Looks at everything where a week has gone by since the last time, one tab at a time. */
export async function auditWhereDue(): Promise<void> {
  await navigator.locks.request(`${db.name} audit`, { ifAvailable: true }, async lock => {
    if (lock && (await readAuditDue(Date.now()))) await beginAudit(() => {}).report
  })
}
/** Whether everything is to be looked at again: something was done, and a week has gone by since the last time. */
async function readAuditDue(now: number): Promise<boolean> {
  const audit = lastAudit(await db.facts.get(AUDITED))
  const last = await db.trail.orderBy('seq').last()
  return last !== undefined && last.seq !== audit?.seq && (!audit || now - Date.parse(audit.at) > WEEK_MS)
}
