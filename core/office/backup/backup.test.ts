import { damagedFiles, readInTime } from '../../base/test/damaged'
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { random } from '../../base/random'
import { auditOffice } from '../audit/audit'
import type { MemoryOffice } from '../memory'
import { lived } from '../test/lived'
import { readWhole } from '../test/readWhole'
import { partNames, type BackupTables } from './backupFormat'
import { BackupWriter, packBackup } from './backupWriter'
import { TrailComparison, usedInBoth, type Meeting } from '../compareTrails'

const kept = (desk: MemoryOffice): BackupTables => ({
  ...desk.snapshot(),
  papers: [{ runId: 'r' as never, bytes: strToU8('%PDF of a run'), madeAt: '2026-11-24T10:00:00Z' }],
  facts: [{ name: 'draft of a bill', value: '{"number":"7"}' }],
  scans: [{ stockId: 's', type: 'image/png', bytes: new Uint8Array([1, 2, 3]), addedAt: '2026-11-24' }],
})
const about = { madeAt: '2026-11-24T10:00:00Z', by: 'Test', store: 11 }
const refusedFor = (file: Uint8Array) => {
  const read = readWhole(file)
  return read.ok ? 'whole' : `${read.refusal.code} ${read.refusal.value}`
}

describe('a backup', () => {
  it('saved and read is the same office, after whatever was done in it', async () => {
    for (let seed = 1; seed <= 12; seed++) {
      const tables = kept(await lived(seed))
      expect(tables.trail.length).toBeGreaterThan(5)
      const read = readWhole(packBackup(tables, about))
      if (!read.ok) throw new Error(read.refusal.text)
      expect(read.value.tables).toEqual(tables)
      expect(auditOffice(read.value.tables)).toEqual([])
      // The PDF was put in by no act.
      expect(read.value.findings).toEqual(['Rows of PDFs of runs are not as the last action left them'])
      expect(read.value.manifest.head?.seq).toBe(tables.trail.length)
    }
  })
  it('written in pieces of any size is the same file to who reads it, and no more of it is held than one piece', async () => {
    const r = random(9)
    for (let seed = 21; seed <= 26; seed++) {
      const tables = kept(await lived(seed))
      const pieces: Uint8Array[] = []
      const writer = new BackupWriter(about, bytes => pieces.push(bytes))
      let largest = 0
      for (const table of partNames) {
        const rows: readonly unknown[] = tables[table]
        writer.addRows(table, [])
        for (let at = 0; at < rows.length;) {
          const some = rows.slice(at, (at += r.between(1, 7)))
          const before = pieces.length
          writer.addRows(table, some)
          largest = Math.max(largest, ...pieces.slice(before).map(p => p.length))
        }
      }
      const head = writer.end()
      expect(head?.hash).toBe(tables.trail.at(-1)!.hash)
      const read = readWhole(new Uint8Array(Buffer.concat(pieces)))
      if (!read.ok) throw new Error(read.refusal.text)
      expect(read.value.tables).toEqual(tables)
      expect(largest).toBeLessThan(70_000)
    }
  })
  it('of every version of the store is read: it has no part for tables that came later, and lacks none that it had', async () => {
    const since: Readonly<Record<string, number>> = {
      totals: 6,
      reasonLists: 7,
      settings: 7,
      bills: 9,
      intakes: 10,
      ...{ statements: 11, bankLines: 11, movements: 11, bankRules: 11 },
      ...{ payLayouts: 11, positivePay: 11, bankItems: 11, sentFiles: 11, bankQuestions: 11 },
    }
    const parts = unzipSync(packBackup(kept(await lived(5)), { ...about, store: 11 }))
    const manifest = JSON.parse(strFromU8(parts['manifest.json']!)) as { parts: { path: string }[] }
    const tables = manifest.parts.filter(p => p.path.startsWith('tables/')).map(p => p.path)
    const without = (gone: readonly string[], store: number): string => {
      const left = manifest.parts.filter(p => !gone.includes(p.path))
      const files = Object.fromEntries(Object.entries(parts).filter(([name]) => !gone.includes(name)))
      const text = JSON.stringify({ ...manifest, store, parts: left })
      return refusedFor(zipSync({ ...files, 'manifest.json': strToU8(text) }))
    }
    const nameOf = (path: string): string => path.slice('tables/'.length, -'.jsonl'.length)
    for (let store = 1; store <= 11; store++) {
      const later = tables.filter(path => (since[nameOf(path)] ?? 1) > store)
      expect(without(later, store), `store ${store}`).toBe('whole')
      for (const path of tables.filter(p => !later.includes(p)))
        expect(without([...later, path], store), `${path} of store ${store}`).toBe(`backup-part ${path}`)
    }
  })
  it('of a store that put payees on hold without a reason gives them one: those on hold are found by it', async () => {
    const tables = kept(await lived(3))
    const [payee, ...others] = tables.payees
    const { holdWhy: _, ...held } = { ...payee!, onHold: true }
    const read = readWhole(packBackup({ ...tables, payees: [held, ...others] }, { ...about, store: 11 }))
    expect(read.ok && read.value.tables.payees[0]).toEqual({ ...held, holdWhy: 'No reason was given' })
    expect(read.ok && read.value.tables.payees.slice(1)).toEqual(others)
  })
  it('damaged in any part is refused, and the part is named', async () => {
    const file = packBackup(kept(await lived(3)), about)
    const parts = unzipSync(file)
    for (const [name, bytes] of Object.entries(parts)) {
      if (name === 'manifest.json' || !bytes.length) continue
      const at = Math.floor(bytes.length / 2)
      const changed = bytes.map((b, i) => (i === at ? b ^ 1 : b))
      expect(refusedFor(zipSync({ ...parts, [name]: changed }))).toBe(`backup-part ${name}`)
      const { [name]: _, ...without } = parts
      expect(refusedFor(zipSync(without))).toBe(`backup-part ${name}`)
    }
    expect(refusedFor(zipSync({ ...parts, '../evil.txt': strToU8('x') }))).toBe('backup-odd ../evil.txt')
    expect(refusedFor(zipSync({ ...parts, 'tables/more.jsonl': strToU8('x') }))).toBe(
      'backup-part tables/more.jsonl',
    )
    expect(refusedFor(file.slice(0, file.length - 30))).toBe('backup-zip the file')
    // A part that says of itself that it is a gigabyte: no room is made for it.
    const swollen = file.slice()
    const entry = swollen.findLastIndex(
      (_, i) => strFromU8(swollen.slice(i, i + 4), true) === 'PK\u0001\u0002',
    )
    new DataView(swollen.buffer).setUint32(entry + 24, 1_000_000_000, true)
    expect(refusedFor(swollen)).toMatch(/^backup-part /)
    expect(refusedFor(strToU8('no zip at all'))).toBe('backup-zip the file')
    const { 'manifest.json': manifest, ...bare } = parts
    expect(refusedFor(zipSync(bare))).toBe('backup-manifest manifest.json')
    const newer = { ...(JSON.parse(strFromU8(manifest!)) as object), version: 2 }
    expect(refusedFor(zipSync({ ...bare, 'manifest.json': strToU8(JSON.stringify(newer)) }))).toBe(
      'backup-newer manifest.json',
    )
  })
  it('is found by its list alone: packed or not, whatever marks its bytes hold, and a false size is refused', async () => {
    const marks = strToU8('PK\u0007\u0008PK\u0003\u0004PK\u0001\u0002PK\u0005\u0006'.repeat(9))
    const tables = kept(await lived(6))
    const file = packBackup({ ...tables, scans: [{ ...tables.scans[0]!, bytes: marks }] }, about)
    for (const level of [0, 9] as const) {
      const again = zipSync(unzipSync(file), { level, comment: 'By another program' })
      const commented = new Uint8Array([...again, ...strToU8('a comment')])
      new DataView(commented.buffer).setUint16(again.length - 2, 'a comment'.length, true)
      const read = readWhole(commented)
      const bytes = read.ok ? read.value.tables.scans[0]?.bytes : undefined
      expect(bytes).toEqual(marks)
      // What is stored of it is stored with all of its buffer.
      expect(bytes?.buffer.byteLength).toBe(marks.length)
      expect(read.ok && read.value.tables.trail).toEqual(tables.trail)
    }
    const name = strToU8('tables/payees.jsonl')
    const entry = file.findLastIndex((_, i) => name.every((b, n) => file[i + n] === b)) - 46
    for (const by of [-1, 1]) {
      const off = file.slice()
      const size = new DataView(off.buffer)
      size.setUint32(entry + 24, size.getUint32(entry + 24, true) + by, true)
      expect(refusedFor(off)).toBe('backup-zip the file')
    }
  })
  it('whose rows were changed by somebody who knew the hashes is refused by row or by the trail', async () => {
    const tables = kept(await lived(5))
    const [payment] = tables.payments
    const odd = packBackup({ ...tables, payments: [{ ...payment!, amount: 1.5 as never }] }, about)
    expect(refusedFor(odd)).toBe('backup-row tables/payments.jsonl, line 1')
    const told = tables.trail.map((l, i) => (i === 3 ? { ...l, text: 'nothing happened' } : l))
    expect(refusedFor(packBackup({ ...tables, trail: told }, about))).toBe(
      'backup-trail tables/trail.jsonl, line 4',
    )
    const more = tables.totals.map((t, i) => (i ? t : { ...t, balance: (t.balance + 1) as never }))
    expect(auditOffice({ ...tables, totals: more })[0]).toContain('is kept as')
  })
  it('any bytes at all are refused with a reason, and nothing throws', async () => {
    const file = packBackup(kept(await lived(2)), about)
    const r = random(7)
    for (let i = 0; i < damagedFiles(2000); i++) {
      const bytes = file.slice()
      for (let n = 0; n < 4; n++) bytes[r.between(0, bytes.length - 1)] = r.between(0, 255)
      const read = readInTime(() => readWhole(bytes))
      if (!read.ok) expect(read.refusal.text).not.toBe('')
    }
  })
})

/** How a trail stands to another that comes a few lines at a time. */
function meeting(here: BackupTables['trail'], there: BackupTables['trail']): Meeting {
  const trails = new TrailComparison(here.map(line => line.hash))
  for (let at = 0; at < there.length; at += 3) trails.add(there.slice(at, at + 3))
  return trails.meeting
}

describe('two trails', () => {
  it('are the same, older, newer, or parted at the first act that differs', async () => {
    const first = await lived(4)
    const [one, two] = [await lived(4, 5), await lived(4, 6)]
    const [a, b, c] = [first, one, two].map(o => o.snapshot().trail) as [
      BackupTables['trail'],
      BackupTables['trail'],
      BackupTables['trail'],
    ]
    expect(meeting(a, a)).toEqual({ kind: 'same' })
    expect(meeting(a, b)).toEqual({ kind: 'newer', by: b.length - a.length })
    expect(meeting(b, a)).toEqual({ kind: 'older', by: b.length - a.length })
    expect(meeting(b, c)).toMatchObject({
      kind: 'parted',
      there: { seq: a.length + 1 },
    })
    expect(meeting((await lived(9)).snapshot().trail, a)).toEqual({ kind: 'another office' })
    expect(meeting([], a)).toMatchObject({ kind: 'newer' })
    const both = usedInBoth(one.snapshot().numbers, two.snapshot().numbers)
    const lifeIn = (office: MemoryOffice, id: string) =>
      JSON.stringify(office.kept.numbers.get(id as never)?.life)
    for (const row of both) expect(lifeIn(one, row.id)).not.toBe(lifeIn(two, row.id))
    expect(usedInBoth(one.snapshot().numbers, one.snapshot().numbers)).toEqual([])
  })
})
