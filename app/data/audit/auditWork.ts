import { RecordAudit } from '#core/office/audit/auditRecord'
import { OfficeAudit } from '#core/office/audit/officeAudit'
import { digestedTables } from '#core/office/rowDigests'
import type { Stamp, TrailLine } from '#core/trail/trail'
import { compareStrips } from '../numbers/compareStrips'
import { db } from '../store/db'
import { countRows, eachPage, pageOf } from '../store/pages'
import { StoreOffice } from '../store/storeOffice'
import { auditFact } from './auditFact'
import { lastLine } from '../history/lastLine'

/** What a look at everything that is kept came to. */
export interface AuditReport {
  readonly at: string
  /** Lines of the trail, and its last hash. */
  readonly lines: number
  readonly head: string
  readonly rows: number
  readonly numbers: number
  readonly entries: number
  /** What does not hold, in sentences. */
  readonly findings: readonly string[]
  /** Numbers whose row says another fate than their book. */
  readonly strays: readonly NumberTrouble[]
}
export interface ChainReport {
  readonly lines: number
  readonly broken: string | undefined
}
/** A number with what is wrong about it. */
export interface NumberTrouble {
  readonly bookId: string
  readonly number: number
  readonly what: string
}
/** Tells how far a piece of work is, from 0 to 1. */
type Tell = (part: number) => unknown

/** How often it begins anew where somebody acted meanwhile. */
const MOST_TRIES = 3
const MOST_FINDINGS = 1000

async function strayNumbers(): Promise<NumberTrouble[]> {
  const found: NumberTrouble[] = []
  for (const book of await db.books.toArray())
    for (const { number, row, strip } of (await compareStrips(db, book)).differences)
      found.push({ bookId: book.id, number, what: `recorded as ${row}, the book says ${strip}` })
  return found
}

/** Reads everything once. Gives nothing where somebody acted meanwhile. */
async function readAll(at: string, tell: Tell): Promise<AuditReport | undefined> {
  const audit = new OfficeAudit()
  const whole = 1 + (await countRows())
  let done = 0
  let head = ''
  await eachPage<TrailLine>('trail', pageOf('trail'), lines => {
    audit.addLines(lines)
    head = lines.at(-1)!.hash
    void tell((done += lines.length) / whole)
  })
  for (const table of digestedTables)
    await eachPage<object>(table, pageOf(table), rows => {
      audit.addRows(table, rows)
      void tell((done += rows.length) / whole)
    })
  const strays = await strayNumbers()
  const end = await lastLine()
  if ((end?.hash ?? '') !== head) return undefined
  const lines = audit.countOf('trail')
  return {
    ...{ at, lines, head, rows: done - lines },
    ...{ numbers: audit.countOf('numbers'), entries: audit.countOf('entries') },
    findings: audit.findings().slice(0, MOST_FINDINGS),
    strays: strays.slice(0, MOST_FINDINGS),
  }
}

/** What is done in the worker that looks at everything. */
export const auditWork = {
  /**
   * Holds every row against the trail and against the others. An office whose trail is older than its proof is put
   * under proof first. Gives nothing where somebody went on acting all the while.
   */
  async run(stamp: Stamp, tell: Tell): Promise<AuditReport | undefined> {
    const last = await lastLine()
    if (last && last.rows === undefined)
      await new StoreOffice(db, navigator.locks).perform('beginProof', {}, stamp)
    for (let n = 0; n < MOST_TRIES; n++) {
      const report = await readAll(stamp.at, tell)
      if (!report) continue
      const { at, lines, findings, strays } = report
      // A full disk keeps nobody from hearing what was found.
      await db.facts
        .put(auditFact({ at, seq: lines, findings: findings.length + strays.length }))
        .catch(() => undefined)
      return report
    }
    return undefined
  },
  /** Looks at the lines of the trail alone. Gives how many there are, and what is wrong with the first broken one. */
  async chain(tell: Tell): Promise<ChainReport> {
    const record = new RecordAudit()
    const whole = (await db.trail.count()) + 1
    let lines = 0
    await eachPage<TrailLine>('trail', pageOf('trail'), some => {
      record.addLines(some)
      void tell((lines += some.length) / whole)
    })
    return { lines, broken: record.broken }
  },
}
export type AuditApi = typeof auditWork
