import { describe, expect, it } from 'vitest'
import { random, type Random } from '#core/base/random'
import { perform } from '../actTypes'
import { auditOffice } from './audit'
import { OfficeAudit } from './officeAudit'
import { auditRecord } from '../test/auditWhole'
import { MemoryOffice } from '../memory'
import { digestedTables, type DigestedTable } from '../rowDigests'
import type { Snapshot } from '../tables'
import { lived } from '../test/lived'

type Rows = Record<string, unknown>[]
type Loose = Record<DigestedTable | 'trail', Rows>

/** Another value of the same kind, as somebody would type it over the first. */
function otherValue(value: unknown, r: Random): unknown {
  switch (typeof value) {
    case 'number':
      return value + r.one([1, -1, 100, 9])
    case 'boolean':
      return !value
    case 'string':
      return `${value}${r.one(['x', ' ', '0'])}`
    default:
      return value === null ? 'x' : Array.isArray(value) ? [...value, 'x'] : { ...(value as object), x: 1 }
  }
}
/** Changes one field of an object, however deep. */
function changeField(of: Record<string, unknown>, r: Random): Record<string, unknown> {
  const names = Object.keys(of).filter(name => of[name] !== undefined)
  const name = r.one(names)
  const value = of[name]
  const isDeep = value !== null && typeof value === 'object' && !ArrayBuffer.isView(value)
  if (isDeep && !Array.isArray(value) && Object.keys(value).length && r.next() < 0.7)
    return { ...of, [name]: changeField(value as Record<string, unknown>, r) }
  return { ...of, [name]: ArrayBuffer.isView(value) ? new Uint8Array([1, 2, 3]) : otherValue(value, r) }
}

/** One edit by hand in the store: a field, a row gone, a row put in, two rows exchanged, the trail cut off. */
function edit(office: Loose, r: Random): string | undefined {
  const table = r.one([...digestedTables].filter(t => office[t].length))
  const rows = office[table]
  const at = r.between(0, rows.length - 1)
  switch (r.one(['field', 'field', 'field', 'gone', 'added', 'payment and number', 'cut', 'line'] as const)) {
    case 'field':
      rows[at] = changeField(rows[at]!, r)
      return `a field of ${table}`
    case 'gone':
      rows.splice(at, 1)
      return `a row of ${table} gone`
    case 'added': {
      const key = 'id' in rows[at]! ? 'id' : 'runId'
      rows.push({ ...rows[at]!, [key]: `${String(rows[at]![key])}+` })
      return `a row of ${table} more`
    }
    case 'payment and number': {
      const [row] = office.numbers.filter(n => n.check).slice(r.between(0, 3))
      if (!row) return undefined
      const { paymentId } = row.check as { paymentId: string }
      office.numbers = office.numbers.filter(n => n !== row)
      office.payments = office.payments.filter(p => p.id !== paymentId)
      office.entries = office.entries.filter(e => e.paymentId !== paymentId)
      return 'a payment gone with its number and its entries'
    }
    case 'cut':
      office.trail = office.trail.slice(0, -r.between(1, 3))
      return 'the end of the trail cut off'
    default: {
      const line = r.between(0, office.trail.length - 1)
      office.trail[line] = changeField(office.trail[line]!, r)
      return `a line of the trail`
    }
  }
}
const copyOf = (office: Snapshot): Loose =>
  Object.fromEntries(Object.entries(office).map(([table, rows]) => [table, [...rows]])) as unknown as Loose

/** What is said of an office whose rows come a few at a time, and frozen, as a store may give them. */
function auditGathered({ trail, ...tables }: Loose): string[] {
  const audit = new OfficeAudit()
  audit.addLines(trail as never)
  for (const [table, own] of Object.entries(tables) as [DigestedTable, Rows][])
    for (let at = 0; at < own.length; at += 7) audit.addRows(table, own.slice(at, at + 7).map(frozen))
  return audit.findings()
}
/** Freezes a row with all its parts, but for bytes, which cannot be. */
function frozen<T>(of: T): T {
  if (of === null || typeof of !== 'object' || ArrayBuffer.isView(of)) return of
  Object.values(of).forEach(frozen)
  return Object.freeze(of)
}

const EDITS = Number(process.env.RECORD_EDITS ?? 300)

describe('the record of an office', () => {
  it(
    `agrees with its rows as acts leave them, and with none of ${EDITS} edits by hand`,
    { timeout: 600_000 },
    async () => {
      const r = random(12)
      const offices = [(await lived(3)).snapshot(), (await lived(8)).snapshot(), (await lived(21)).snapshot()]
      let named = 0
      for (const office of offices) expect(auditRecord(office)).toEqual([])
      for (let n = 0; n < EDITS; n++) {
        const office = copyOf(r.one(offices))
        const before = JSON.stringify(office)
        const what = edit(office, r)
        if (!what || JSON.stringify(office) === before) continue
        const record = auditRecord(office as unknown as Snapshot)
        expect(record, `edit ${n}: ${what}`).not.toEqual([])
        const said = auditOffice(office as unknown as Snapshot, 'without trail')
        expect(auditGathered(office), `edit ${n}: ${what}`).toEqual([...record, ...said])
        named += Number(said.length > 0)
      }
      // Many are also told by what other rows say, which names the very thing.
      expect(named).toBeGreaterThan(EDITS / 6)
    },
  )

  it('tells of rows that were changed between two acts, even where their sums were made anew', async () => {
    const was = (await lived(3)).snapshot()
    const desk = new MemoryOffice()
    const { trail, ...rows } = was
    desk.put(rows)
    desk.trail.push(...trail)
    const [payee] = was.payees
    // Somebody writes into the store; what is kept beside it is made to fit.
    desk.put({ payees: [{ ...payee!, name: 'Somebody Else' }] })
    const done = await perform(
      desk,
      'nameOperator',
      { name: 'Second' },
      { at: '2026-11-25T10:00:00.000Z', by: 'x' },
    )
    expect(done.ok).toBe(true)
    const line = desk.trail.at(-1)!
    expect(auditRecord(desk.snapshot())).toEqual([
      `Rows were changed by no action between lines ${line.seq - 1} and ${line.seq} of the trail`,
    ])
  })

  it('is begun for an office whose trail is older, and says nothing before', async () => {
    const desk = new MemoryOffice(false)
    const stamp = (n: number) => ({ at: `2026-11-25T10:00:0${n}.000Z`, by: 'x' })
    await perform(desk, 'nameOperator', { name: 'First' }, stamp(1))
    expect(desk.trail[0]?.rows).toBeUndefined()
    expect((await perform(desk, 'beginProof', {}, stamp(2))).ok).toBe(true)
    expect((await perform(desk, 'beginProof', {}, stamp(3))).ok).toBe(false)
    await perform(desk, 'keepPdfsFor', { days: 30 }, stamp(4))
    expect(auditRecord(desk.snapshot())).toEqual([])
    const off = { ...desk.snapshot(), settings: [] }
    expect(auditRecord(off)).toEqual(['Rows of settings are not as the last action left them'])
  })
})
