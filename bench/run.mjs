// npm run bench: every figure of the issues, against a named peer in the same run. Prints them; with --keep
// they are written to bench/results.json. Parts alone: npm run bench -- pdf   (pdf, worker, app, table,
// books, bills, bank, record, files, runs, scan, reading, years)
import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { cpus, tmpdir } from 'node:os'
import { join } from 'node:path'
import { app, table } from './app.mjs'
import { bank } from './bank.mjs'
import { billPages } from './bills.mjs'
import { books } from './books.mjs'
import { files } from './files.mjs'
import { reading, scan } from './fit.mjs'
import { opening, results, round, say, served } from './harness.mjs'
import { pdf, worker } from './pdf.mjs'
import { record } from './record.mjs'
import { runs } from './runs.mjs'
import { putRows } from './store.mjs'

/** Every view over ten years of rows, beside the demo office: the same walk that the tests keep within budgets. */
function years() {
  const { status } = spawnSync('node_modules/.bin/playwright', ['test', 'years.spec', '--workers=1'], {
    stdio: 'inherit',
    env: { ...process.env, TEST_ALL: '1' },
  })
  if (status) process.exitCode = status
}

const keeps = process.argv.includes('--keep')
const wanted = process.argv.slice(2).filter(arg => arg !== '--keep')
const wants = part => !wanted.length || wanted.includes(part)

console.log(`Node ${process.version}, ${cpus().length} cores`)
if (wants('pdf')) await pdf()
if (wants('worker')) await worker()
if (wants('app')) await app()
if (wants('table')) await table()
if (wants('books')) await books()
if (wants('bills')) results.bills = await billPages({ served, opening, putRows, say, round })
if (wants('bank')) await bank()
if (wants('record')) await record()
if (wants('files')) {
  const folder = mkdtempSync(join(tmpdir(), 'violet-lane-files-'))
  results.files = await files({ served, putRows, say, round, folder })
  rmSync(folder, { recursive: true, force: true })
}
if (wants('runs')) await runs()
if (wants('scan')) await scan()
if (wants('reading')) await reading()
if (wants('years')) years()
results.node = process.version
if (keeps) writeFileSync('bench/results.json', `${JSON.stringify(results, null, 2)}\n`)
