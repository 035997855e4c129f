// Writes the ten-year office into a folder, a file a table: each line a list of rows. From: the folder, the moment.
import { mkdirSync, openSync, closeSync, writeSync } from 'node:fs'
import { join } from 'node:path'
import { painted } from '../../app/data/numbers/paintStrips'
import { laneTotalsAfter } from '../../app/data/payments/followLanes'
import { digestsOf } from '../../core/office/rowDigests'
import { tableNames } from '../../core/office/tables'
import { tenYears } from './office'

const A_LINE = 5000
const [folder = '', now = ''] = process.argv.slice(2)
const office = await tenYears(now)
mkdirSync(folder, { recursive: true })
function write(table: string, rows: readonly object[]): void {
  const file = openSync(join(folder, `${table}.jsonl`), 'w')
  for (let from = 0; from < rows.length; from += A_LINE)
    writeSync(file, `${JSON.stringify(rows.slice(from, from + A_LINE))}\n`)
  closeSync(file)
}
for (const table of tableNames) write(table, office[table])
write('strips', painted([], office.numbers))
write('lanes', laneTotalsAfter([], [], office.payments))
write('digests', digestsOf(office))
write('facts', [
  { name: 'started', value: 'demo' },
  { name: 'last audit', value: `${now} ${office.trail.length} 0` },
])
