// Ten years of an office made at once, and its proof: sums of all rows, the chain, and what rows say of one another, in
// a process of its own. The peer: the same rows written as JSON once. Prints JSON.
import { auditOffice } from '../core/office/audit/audit'
import { RecordAudit } from '../core/office/audit/auditRecord'
import { digestedTables } from '../core/office/rowDigests'
import { tenYears } from './years/office'

const timed = <T>(work: () => T): readonly [T, number] => {
  const from = performance.now()
  return [work(), performance.now() - from]
}
const office = await tenYears('2026-11-27T10:00:00.000-05:00')
const audit = new RecordAudit()
const [, chainMs] = timed(() => audit.addLines(office.trail))
const [, rowsMs] = timed(() => {
  for (const table of digestedTables) audit.addRows(table, office[table])
})
const [found, relationsMs] = timed(() => [...audit.findings(), ...auditOffice(office, 'without trail')])
const [, jsonMs] = timed(() => {
  for (const table of digestedTables) for (const row of office[table]) JSON.stringify(row)
})
const count = digestedTables.reduce((sum, table) => sum + office[table].length, 0)
console.log(JSON.stringify({ found: found.slice(0, 3), count, chainMs, rowsMs, relationsMs, jsonMs }))
