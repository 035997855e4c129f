import { existsSync, readFileSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { parseArgs } from 'node:util'
import { PDFDocument } from '@cantoo/pdf-lib'
import { checkNumber, MOST_CHECK_NUMBER } from '../core/numbers/book'
import { accountFileSchema } from '../core/exchange/accountFile'
import { faultLine, readJson, type Read } from '../core/exchange/fault'
import { readPayments, type CheckRow } from '../core/exchange/paymentsCsv'
import { micrFindings } from '../core/micr/checks'
import { positionsOn } from '../core/micr/place'
import { stockById } from '../core/paper/builtIn'
import type { FieldKind } from '../core/paper/kinds'
import { layoutSchema, type Layout } from '../core/paper/layout'
import { checkSize, stockSchema, type Stock } from '../core/paper/stock'
import { printsMicr } from '../core/accounts/readiness'
import { proofer, sheetsOf } from '../core/proof/compose'
import type { AccountFacts } from '../core/proof/facts'
import type { Drawing } from '../core/proof/marks'
import { hasErrors, type Note } from '../core/proof/note'
import { drawingsPdf, MAKER } from '../core/render/pdf'
import { faceNames } from '../core/faces/faceNames'
import type { FaceBytes } from '../core/render/pdfFonts'
import { rasteriser } from '../raster/pdfium'
import { linesOfSheet, readLines, type LineToRead } from '../raster/readLines'

const help = `npm run proof -- --payments FILE.csv --layout FILE.json --account FILE.json --first NUMBER --out FILE.pdf

Prints the checks of a payments file to a PDF, with the same core as the app.

  --payments FILE.csv  payee, address lines, date, amount, memo and stub lines
  --layout FILE.json   where everything goes on the sheet
  --account FILE.json  company, bank and MICR facts
  --first NUMBER       number of the first check; the others follow
  --out FILE.pdf       the PDF to write
  --stock FILE.json    your own stock; otherwise a built-in one named in the layout
  --made MOMENT        moment written into the PDF (default: now), e.g. 2026-11-24T09:00:00Z
  --help               this page

All file formats are described in docs/formats.md; examples are in samples/.
The MICR lines of the finished PDF are read back by another program and compared.
Exit status 0: the PDF was written. 2: there were errors, one line each on standard error, and no PDF was written.
`

class Faults extends Error {
  constructor(readonly lines: readonly string[]) {
    super(lines.join('\n'))
  }
}

/** Reads a file and what is in it; every fault goes into `into`. */
function readFrom<T>(file: string, read: (text: string) => Read<T>, into: string[]): T | undefined {
  let text
  try {
    text = textOf(readFileSync(file))
  } catch (error) {
    into.push(
      `${file}: cannot be read: ${(error as NodeJS.ErrnoException).code === 'ENOENT' ? 'there is no such file' : (error as Error).message}`,
    )
    return undefined
  }
  const value = read(text)
  if (value.ok) return value.value
  into.push(...value.faults.map(fault => faultLine(file, fault)))
  return undefined
}

const noteLine = (file: string, note: Note): string =>
  `${file}: ${note.check === undefined ? '' : `check ${note.check}, `}field ${note.field}: ${note.text}`

function shippedFaces(): FaceBytes {
  const folder = fileURLToPath(new URL('../core/faces/ttf/', import.meta.url))
  return Object.fromEntries(
    faceNames.map(name => [name, new Uint8Array(readFileSync(`${folder}${name}.ttf`))]),
  ) as unknown as FaceBytes
}

/**
 * Files to write: all of them or none. What stood at their places before is replaced, or gone where one
 * cannot be written.
 */
function writeAll(files: readonly { readonly path: string; readonly bytes: Uint8Array }[]): void {
  const partOf = (path: string): string => `${path}.part`
  let writing = ''
  try {
    for (const { path, bytes } of files) {
      writing = path
      writeFileSync(partOf(path), bytes)
    }
    for (const { path } of files) {
      writing = path
      renameSync(partOf(path), path)
    }
  } catch (error) {
    for (const { path } of files) rmSync(partOf(path), { force: true })
    throw new Faults([`${writing}: cannot be written: ${(error as Error).message}`])
  }
}

/** The text of a file: UTF-8, or UTF-16 where its first two bytes say so. */
function textOf(bytes: Buffer): string {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return bytes.subarray(2).toString('utf16le')
  if (bytes[0] === 0xfe && bytes[1] === 0xff)
    return Buffer.from(bytes.subarray(2, bytes.length - (bytes.length % 2)))
      .swap16()
      .toString('utf16le')
  return bytes.toString('utf8')
}

/** Columns of a payments file that a field of the check is filled from. */
const columnOf: Partial<Record<FieldKind, string>> = {
  payee: 'payee',
  payeeAddress: 'address 1',
  memo: 'memo',
  date: 'date',
  amountFigures: 'amount',
  amountWords: 'amount',
  stubTable: 'description',
  payTable: 'description',
  stubTotal: 'amount',
}
/** Notes on checks, by the row and column they come from, each said once. */
function checkFaults(
  file: string,
  layout: Layout,
  checks: readonly CheckRow[],
  notes: readonly Note[],
): string[] {
  const rows = new Map(checks.map(c => [c.number, c.row]))
  const lines = notes.map(note => {
    const kind = layout.fields.find(f => f.id === note.field)?.kind
    const column = kind ? columnOf[kind] : undefined
    const row = note.check === undefined ? undefined : rows.get(note.check)
    return faultLine(file, {
      ...(row !== undefined && { row }),
      ...(column && { column }),
      text: `${note.check === undefined ? '' : `check ${note.check}, `}${note.field}: ${note.text}`,
    })
  })
  return [...new Set(lines)]
}

/** Reads the MICR lines of a finished PDF back; every one that is not as meant is a note. */
async function readBackLines(pdf: Uint8Array, lines: readonly LineToRead[]): Promise<Note[]> {
  const wasm = readFileSync(createRequire(import.meta.url).resolve('@hyzyla/pdfium/pdfium.wasm'))
  const raster = await rasteriser(new Uint8Array(wasm).buffer)
  const open = await raster.open(pdf)
  try {
    return readLines(open, lines)
  } finally {
    open.close()
    raster.close()
  }
}

interface Given {
  readonly payments: string
  readonly layout: string
  readonly account: string
  readonly first: string
  readonly out: string
  readonly made: string
  readonly stockFile: string | undefined
}

/** Reads what was given on the command line; refuses what is not an option, or not there. */
function readArgs(args: string[]): Given | 'help' {
  const options = {
    payments: { type: 'string' },
    layout: { type: 'string' },
    account: { type: 'string' },
    first: { type: 'string' },
    out: { type: 'string' },
    made: { type: 'string' },
    stock: { type: 'string' },
    help: { type: 'boolean' },
  } as const
  const { values, tokens } = parseArgs({ args, options, strict: false, tokens: true })
  const known = Object.keys(options)
  const strange = tokens.flatMap(t =>
    t.kind === 'positional'
      ? [`“${t.value}” has no option. Name every file with its option (see --help)`]
      : t.kind === 'option' && !known.includes(t.name)
        ? [`unknown option ${t.rawName}. The options are ${known.map(k => `--${k}`).join(', ')}`]
        : [],
  )
  if (strange.length) throw new Faults(strange)
  if (values.help) return 'help'
  const text = (name: keyof typeof options): string => (typeof values[name] === 'string' ? values[name] : '')
  const missing = (['payments', 'layout', 'account', 'first', 'out'] as const).filter(name => !text(name))
  if (missing.length) throw new Faults(missing.map(name => `--${name} is required (see --help)`))
  const given: Given = {
    payments: text('payments'),
    layout: text('layout'),
    account: text('account'),
    first: text('first'),
    out: text('out'),
    made: text('made') || new Date().toISOString(),
    stockFile: text('stock') || undefined,
  }
  for (const name of ['payments', 'layout', 'account', 'stockFile'] as const)
    if (given[name] && resolve(given[name]) === resolve(given.out))
      throw new Faults([`--out: ${given.out} is one of the input files and would be overwritten`])
  return given
}

const continuationName = (out: string): string => out.replace(/(\.pdf)?$/i, '-continuation.pdf')

/** Reads all files; every fault of every one of them is told at once. */
function readAll(given: Given): { layout: Layout; account: AccountFacts; checks: CheckRow[]; stock: Stock } {
  const lines: string[] = []
  const from = checkNumber(given.first, 'first')
  if (!from.ok) lines.push(`--first: ${from.refusal.text}`)
  if (Number.isNaN(Date.parse(given.made)))
    lines.push(`--made: “${given.made}” is not a time. Write it as 2026-11-24T09:00:00Z`)
  const layout = readFrom(given.layout, text => readJson(text, layoutSchema), lines)
  if (layout && !layout.fields.length) lines.push(`${given.layout}: at fields: the layout has no fields`)
  const account = readFrom(given.account, text => readJson(text, accountFileSchema), lines)
  const checks = readFrom(given.payments, text => readPayments(text, from.ok ? from.value : 1), lines)
  const last = checks?.at(-1)?.number ?? 0
  if (from.ok && last > MOST_CHECK_NUMBER)
    lines.push(`--first: the last check would have the number ${last}, which has more than 12 digits`)
  const stock = given.stockFile
    ? readFrom(given.stockFile, text => readJson(text, stockSchema), lines)
    : layout && stockById(layout.stock)
  if (layout && !stock && !given.stockFile)
    lines.push(`${given.layout}: at stock: there is no stock “${layout.stock}”`)
  if (layout && account && stock && from.ok && checks && printsMicr(layout, stock)) {
    const short = micrFindings(account.pattern, account, positionsOn(checkSize(stock).w), last).find(
      f => f.code === 'micr-serial',
    )
    if (short)
      lines.push(
        `--first: the last check is ${last}, but the MICR pattern has only ${short.limit} digits for the number`,
      )
  }
  if (!layout || !account || !checks || !stock || lines.length) throw new Faults(lines)
  return { layout, account, checks, stock }
}

async function main(args: string[]): Promise<void> {
  const given = readArgs(args)
  if (given === 'help') {
    process.stdout.write(help)
    return
  }
  const { out } = given
  try {
    await make(given, readAll(given))
  } catch (error) {
    // A PDF of an earlier run is never taken for this one's; a file that was not made here is left alone.
    for (const path of [out, continuationName(out)]) if (await isOurs(path)) rmSync(path)
    throw error
  }
}

/** Whether a file is a PDF that this program made. */
async function isOurs(path: string): Promise<boolean> {
  if (!existsSync(path) || !statSync(path).isFile()) return false
  const found = await PDFDocument.load(readFileSync(path), { updateMetadata: false }).catch(() => undefined)
  return found?.getProducer() === MAKER
}

async function make(
  given: Given,
  { layout, account, checks, stock }: ReturnType<typeof readAll>,
): Promise<void> {
  const ready = proofer(layout, stock, account)
  const layoutNotes = [...new Set(ready.notes.map(n => noteLine(given.layout, n)))]
  const said: Note[] = []
  const drawings: Drawing[] = []
  const continued: Drawing[] = []
  const toRead: LineToRead[] = []
  for (const [i, sheet] of sheetsOf(checks, ready.perSheet).entries()) {
    const set = ready.sheet(sheet)
    drawings.push(set.drawing)
    continued.push(...set.continued)
    said.push(...set.notes)
    toRead.push(...linesOfSheet(set.drawing, sheet, stock, i + 1, undefined, undefined))
  }
  const notes = [...layoutNotes, ...checkFaults(given.payments, layout, checks, said)]
  if (hasErrors(ready.notes) || hasErrors(said)) throw new Faults(notes)
  for (const note of notes) process.stderr.write(`note: ${note}\n`)

  const title = `Checks ${checks[0]?.number} to ${checks.at(-1)?.number}`
  const bytes = await drawingsPdf(drawings, shippedFaces(), { title, madeAt: given.made })
  const differing = await readBackLines(bytes, toRead)
  if (differing.length) throw new Faults(checkFaults(given.payments, layout, checks, differing))
  const more = continued.length
    ? [
        {
          path: continuationName(given.out),
          bytes: await drawingsPdf(continued, shippedFaces(), {
            title: `${title}, continuation`,
            madeAt: given.made,
          }),
        },
      ]
    : []
  writeAll([{ path: given.out, bytes }, ...more])
  if (more.length)
    process.stdout.write(`${more[0]!.path}: ${continued.length} continuation sheets for plain paper\n`)
  process.stdout.write(
    `${given.out}: ${checks.length} checks, ${checks[0]?.number} to ${checks.at(-1)?.number}, ${drawings.length} sheets, ${bytes.length} bytes${toRead.length ? `, ${toRead.length} MICR lines read back correctly` : ''}\n`,
  )
}

main(process.argv.slice(2)).catch((error: unknown) => {
  if (!(error instanceof Faults)) throw error
  for (const line of error.lines) process.stderr.write(`${line}\n`)
  process.exitCode = 2
})
