import { readFileSync } from 'node:fs'
import Papa from 'papaparse'
import { SaxesParser } from 'saxes'
import { describe, expect, it } from 'vitest'
import { random, type Random } from '../base/random'
import { readTypedDate, typedDate, type PlainDate } from '../base/dates'
import { readInTime } from '../base/test/damaged'
import { startingLayouts } from '../bank/positivePay/layout'
import { readPayFile } from '../bank/positivePay/readFile'
import { readQuestions } from '../bank/questions/questionFile'
import { readBankAmount, readBankDay, readBankNumber } from '../bank/read/bankFile'
import { readBankFile } from '../bank/read/readBankFile'
import { readQuery } from '../find/find'
import { readDay, readFigure } from '../imports/parseCell'
import { parseAmount } from '../money/cents'
import { checkNumber } from '../numbers/book'
import { layoutSchema } from '../paper/layout'
import { parseLength } from '../paper/length'
import { readTerms } from '../payees/terms'
import { proofer } from '../proof/compose'
import { checkOf, facts, layout, stock } from '../proof/test/sample'
import { drawingSvg } from '../render/svg'
import { decodeText, readDelimited } from './cells'
import { csvOut } from './csvOut'
import { readJson } from './fault'
import { readPayments } from './paymentsCsv'
import { readRun } from './runFile'
import { auditTrail } from './trailFile'

/** How many inputs are tried of each kind: what is short many times, what is a file or drawn less often. */
const SHORT = Number(process.env.ANY_INPUTS ?? 3000)
const [FILES, DRAWN] = [Math.ceil(SHORT / 6), Math.ceil(SHORT / 60)]
const today = '2026-11-24' as PlainDate
const sample = (name: string): string =>
  readFileSync(new URL(`../../samples/${name}`, import.meta.url), 'utf8')

/** What people paste, machines write and ill-wishers type. */
const odd = [
  ...['', ' ', '\u00a0', '\n', '\r\n', '\t', '\0', '\u001b', '\u2028', '\ufeff', '\ufffd', '\ud800'],
  ...[
    '"',
    "'",
    '`',
    '<',
    '>',
    '&',
    '</text>',
    ']]>',
    '<script>alert(1)</script>',
    '"><img src=x onerror=alert(1)>',
  ],
  ...[
    '__proto__',
    'constructor',
    '{"__proto__":{"polluted":1}}',
    '[object Object]',
    'NaN',
    'null',
    'Infinity',
  ],
  ...[
    '=1+1',
    ' =cmd|x',
    '\n=HYPERLINK("x")',
    '@SUM(A1)',
    '+1',
    '-1',
    "'=1",
    '%0',
    '../',
    'C:\\',
    'javascript:x',
  ],
  ...['\u202e', '\u200b', '\u0301'.repeat(40), '٣', '９', '½', '𝟙', '﷽', '👩‍👩‍👧', 'ß', 'İ', 'ﬀ'],
  ...[
    '0',
    '00',
    '1e999',
    '-0',
    '99999999999999999999',
    '1,2,3',
    '1.2.3',
    ',',
    '.',
    '-',
    '--',
    '(',
    ')',
    '31/02',
    '0000-00-00',
  ],
] as const

/** An input made of others: cut, doubled, mixed with what is odd. */
function mixed(r: Random, of: readonly string[]): string {
  let text = r.one(of)
  for (let n = r.between(0, 3); n >= 0; n--) {
    const at = r.between(0, text.length)
    const to = Math.min(text.length, at + r.between(0, 8))
    text = r.one([
      () => text.slice(0, at) + r.one(odd) + text.slice(to),
      () => text.slice(0, at) + text.slice(to),
      () => text.slice(0, to) + text.slice(at),
      () => text.slice(0, at) + r.one(of).slice(0, 60) + text.slice(at),
      () => text.slice(0, at) + String.fromCharCode(r.between(0, 0xffff)) + text.slice(at),
      () => r.one(odd).repeat(r.between(1, 60)),
    ])()
  }
  return text
}
/** Whatever comes out is an answer: a value, or a refusal that says why in a sentence of a bearable length. */
function isAnswer(result: unknown): void {
  const { ok, refusal, faults } = (result ?? {}) as {
    ok?: boolean
    refusal?: { text: string }
    faults?: readonly { text: string }[]
  }
  if (ok !== false) return
  const said = refusal ? [refusal] : (faults ?? [])
  expect(said.length).toBeGreaterThan(0)
  for (const { text } of said) {
    expect(text.trim()).not.toBe('')
    expect(text.length).toBeLessThan(1000)
  }
}

const typed: readonly (readonly [string, readonly string[], (text: string) => unknown])[] = [
  ['amount', ['12.50', '1,234.56', '(3.00)', '$ 7', '12+3*2'], t => parseAmount(t)],
  ['figure of a cell', ['1.234,56', '-12.5', '1 000'], t => [readFigure(t, '.'), readFigure(t, ',', true)]],
  ['date', ['11/24', 'fri', '+3', 'me', '2026-11-24'], t => [typedDate(t, today), typedDate(t, today, true)]],
  ['date of a form', ['11/24/26', '15'], t => readTypedDate(t, { today, dayFirst: false })],
  ['date of a cell', ['11/24/2026', 'Nov 24, 2026', '20261124'], t => readDay(t, 'month first', today)],
  ['length', ['3 1/2 in', '88,9 mm', '7/16"'], t => [parseLength(t, 'in'), parseLength(t, 'mm')]],
  ['terms', ['net 30', '2/10 net 30', 'eom'], t => readTerms(t)],
  ['check number', ['4055', '0004055'], t => checkNumber(t, 'number')],
  ['words to find', ['4055', 'cobalt rope', '12.50'], t => readQuery(t)],
  [
    'cell of a bank',
    ['20261103', '-12,50', '0004281'],
    t => [readBankDay(t), readBankAmount(t), readBankNumber(t)],
  ],
]
const bank = [
  '01,b,o,261031,1200,1,,,2/\n02,o,b,1,261030,,USD,2/\n',
  '<OFX><STMTTRN><TRNAMT>1.00',
  '<Document><BkToCstmrStmt/>',
]
const payFiles = ['0052661030000004055000000012500112426', '4055,12.50,11/24/2026,I,Cobalt Rope']
const files: readonly (readonly [string, readonly string[], (text: string) => unknown])[] = [
  ['payments', [sample('payments.csv').slice(0, 1500)], t => readPayments(t, 1)],
  ['run', [sample('payments.csv').slice(0, 1500)], t => readRun(t)],
  ['table', [sample('payments.csv').slice(0, 900), 'a\tb\n1\t2'], t => readDelimited(t)],
  [
    'letters',
    [sample('payments.csv').slice(0, 300)],
    t => decodeText(new Uint8Array(Buffer.from(t, 'utf16le'))),
  ],
  ['statement', bank, t => readBankFile(t)],
  ['questions', ['number,amount,date,reason\n4055,12.50,2026-11-24,altered'], t => readQuestions(t)],
  ['positive pay', payFiles, t => startingLayouts.map(l => readPayFile(l, t))],
  ['layout', [sample('layout.json')], t => readJson(t, layoutSchema)],
  [
    'trail',
    ['{"seq":1,"act":"Run picked","text":"x","about":{},"at":"","by":"","before":"","hash":""}'],
    t => auditTrail(t),
  ],
]

/** Tries so many inputs made of examples: each is answered, and nothing else is changed by it. */
function answersAll(count: number, examples: readonly string[], read: (text: string) => unknown): void {
  const r = random(count)
  for (let i = 0; i < count; i++) {
    const text = mixed(r, examples)
    for (const result of [readInTime(() => read(text))].flat()) isAnswer(result)
  }
  expect(Object.keys(Object.prototype)).toEqual([])
  expect(({} as { polluted?: unknown }).polluted).toBeUndefined()
}
describe('whatever is typed or handed in is answered, in time, and changes nothing but its own answer', () => {
  it.each(typed)(`${SHORT} texts typed as %s`, (_, examples, read) => answersAll(SHORT, examples, read))
  it.each(files)(`${FILES} files handed in as %s`, (_, examples, read) => answersAll(FILES, examples, read))
})

describe('whatever a name is, it stays a text', () => {
  const names = ['Cobalt Rope & Rigging', 'Ilse Brandvold', 'Saltgrass Bakery']
  /** What a drawn sheet may hold: nothing that runs, opens or loads anything. */
  const drawn = [
    'svg',
    'g',
    'path',
    'rect',
    'line',
    'text',
    'tspan',
    'circle',
    'image',
    'polyline',
    'polygon',
    'ellipse',
  ]
  it(`${DRAWN} names on a sheet: well-formed, and no element or attribute that does anything`, () => {
    const r = random(DRAWN)
    const made = proofer(layout, stock, facts)
    for (let i = 0; i < DRAWN; i++) {
      const [payee, memo] = [mixed(r, names), mixed(r, names)]
      const { drawing } = made.sheet([checkOf(2001, 2, { payee, memo, address: [mixed(r, names)] })])
      const svg = drawingSvg(drawing, payee)
      const seen: string[] = []
      const xml = new SaxesParser()
      xml.on('error', error => {
        throw error
      })
      xml.on('opentag', ({ name, attributes }) => {
        seen.push(name)
        for (const key of Object.keys(attributes)) expect(key).not.toMatch(/^on|href|style|src/i)
      })
      xml.write(svg).close()
      expect(seen.filter(name => !drawn.includes(name))).toEqual([])
    }
  })
  it(`${SHORT} names in a CSV: no cell begins as a formula does, also behind blanks`, () => {
    const r = random(SHORT)
    for (let i = 0; i < SHORT; i++) {
      const name = mixed(r, names)
      const file = csvOut(['Payee'], [[name]])
      // Read as a spreadsheet does, not as we do, who take the apostrophe off again.
      const cell = Papa.parse<string[]>(file, { delimiter: ',', newline: '\r\n' }).data[1]?.[0] ?? ''
      expect(cell.trimStart()).not.toMatch(/^[=+\-@]/)
    }
  })
})
