import { existsSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { parseArgs } from 'node:util'
import { checkNumber } from '../core/books/book'
import { accountFileSchema } from '../core/files/accountFile'
import { faultLine, readJson, type Read } from '../core/files/fault'
import { readPayments } from '../core/files/paymentsCsv'
import { stockById } from '../core/paper/builtIn'
import { layoutSchema } from '../core/paper/layout'
import { stockSchema } from '../core/paper/stock'
import { proofer, sheetsOf } from '../core/proof/compose'
import type { Drawing } from '../core/proof/marks'
import { hasErrors, type Note } from '../core/proof/note'
import { drawingsPdf } from '../core/render/pdf'
import { faceNames } from '../core/type/face'
import type { FaceBytes } from '../core/render/pdfFonts'

const help = `npm run proof -- --payments FILE.csv --layout FILE.json --account FILE.json --first NUMBER --out FILE.pdf

Makes the checks of a payments file into a PDF, with the same core as the app.

  --payments FILE.csv  payee, address lines, date, amount, memo and stub lines
  --layout FILE.json   where everything goes on the sheet
  --account FILE.json  company, bank and MICR facts
  --first NUMBER       number of the first check; the others follow
  --out FILE.pdf       the PDF to write
  --stock FILE.json    a stock of your own; else the layout names one that ships
  --made MOMENT        moment written into the PDF (default: now), e.g. 2026-11-24T09:00:00Z
  --help               this page

All files are described in docs/formats.md; samples stand in samples/.
Exit status: 0 the PDF is there; 2 something is wrong: one line for each fault on standard error, and no PDF is left behind.
`

class Faults extends Error {
  constructor(readonly lines: readonly string[]) { super(lines.join('\n')) }
}

/** Reads a file and what is in it; every fault goes into `into`. */
function readFrom<T>(file: string, read: (text: string) => Read<T>, into: string[]): T | undefined {
  let text
  try {
    text = readFileSync(file, 'utf8')
  }
  catch (error) {
    into.push(`${file}: cannot be read: ${(error as NodeJS.ErrnoException).code === 'ENOENT' ? 'there is no such file' : (error as Error).message}`)
    return undefined
  }
  const value = read(text)
  if (value.ok) return value.value
  into.push(...value.faults.map(fault => faultLine(file, fault)))
  return undefined
}

const noteLine = (file: string, note: Note): string => `${file}: ${note.check === undefined ? '' : `check ${note.check}, `}field ${note.field}: ${note.text}`

function shippedFaces(): FaceBytes {
  const folder = fileURLToPath(new URL('../core/type/faces/', import.meta.url))
  return Object.fromEntries(faceNames.map(name => [name, new Uint8Array(readFileSync(`${folder}${name}.ttf`))])) as unknown as FaceBytes
}

/** Writes a file whole or not at all. */
function writeWhole(out: string, bytes: Uint8Array): void {
  const part = `${out}.part`
  try {
    writeFileSync(part, bytes)
    renameSync(part, out)
  }
  catch (error) {
    if (existsSync(part)) rmSync(part)
    throw new Faults([`${out}: cannot be written: ${(error as Error).message}`])
  }
}

async function main(args: string[]): Promise<void> {
  const options = { payments: { type: 'string' }, layout: { type: 'string' }, account: { type: 'string' }, first: { type: 'string' }, out: { type: 'string' }, made: { type: 'string' }, stock: { type: 'string' }, help: { type: 'boolean' } } as const
  let given
  try {
    given = parseArgs({ args, options }).values
  }
  catch (error) {
    throw new Faults([`${(error as Error).message} (see --help)`])
  }
  if (given.help) { process.stdout.write(help); return }
  const missing = (['payments', 'layout', 'account', 'first', 'out'] as const).filter(name => !given[name])
  if (missing.length) throw new Faults(missing.map(name => `--${name} is wanted (see --help)`))
  const { payments = '', layout = '', account = '', first = '', out = '', made = new Date().toISOString(), stock: stockFile } = given

  const lines: string[] = []
  const from = checkNumber(first, 'first')
  if (!from.ok) lines.push(`--first: ${from.refusal.text}`)
  if (Number.isNaN(Date.parse(made))) lines.push(`--made: “${made}” is not a moment: write it as 2026-11-24T09:00:00Z`)
  const layoutValue = readFrom(layout, text => readJson(text, layoutSchema), lines)
  const accountValue = readFrom(account, text => readJson(text, accountFileSchema), lines)
  const checks = readFrom(payments, text => readPayments(text, from.ok ? from.value : 1), lines)
  const stock = stockFile ? readFrom(stockFile, text => readJson(text, stockSchema), lines) : layoutValue && stockById(layoutValue.stock)
  if (layoutValue && !stock && !stockFile) lines.push(`${layout}: at stock: no stock is called “${layoutValue.stock}”`)
  if (!layoutValue || !accountValue || !checks || !stock || lines.length) throw new Faults(lines)

  const ready = proofer(layoutValue, stock, accountValue)
  const notes: string[] = ready.notes.map(n => noteLine(layout, n))
  let failed = hasErrors(ready.notes)
  const drawings: Drawing[] = []
  const continued: Drawing[] = []
  for (const sheet of sheetsOf(checks, ready.perSheet)) {
    const set = ready.sheet(sheet)
    drawings.push(set.drawing)
    continued.push(...set.continued)
    notes.push(...set.notes.map(n => noteLine(payments, n)))
    failed ||= hasErrors(set.notes)
  }
  if (failed) throw new Faults(notes)
  for (const note of notes) process.stderr.write(`note: ${note}\n`)

  const title = `Checks ${checks[0]?.number} to ${checks.at(-1)?.number}`
  const bytes = await drawingsPdf(drawings, shippedFaces(), { title, madeAt: made })
  writeWhole(out, bytes)
  if (continued.length) {
    const more = out.replace(/(\.pdf)?$/i, '-continuation.pdf')
    writeWhole(more, await drawingsPdf(continued, shippedFaces(), { title: `${title}, continuation`, madeAt: made }))
    process.stdout.write(`${more}: ${continued.length} continuation sheets for plain paper\n`)
  }
  process.stdout.write(`${out}: ${checks.length} checks, ${checks[0]?.number} to ${checks.at(-1)?.number}, ${drawings.length} sheets, ${bytes.length} bytes\n`)
}

main(process.argv.slice(2)).catch((error: unknown) => {
  if (!(error instanceof Faults)) throw error
  for (const line of error.lines) process.stderr.write(`${line}\n`)
  process.exitCode = 2
})
