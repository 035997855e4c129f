import { z } from '../../base/schema'

/** What a column of a file to the bank holds. */
export const columnKinds = {
  account: 'Account number',
  routing: 'Routing number',
  number: 'Check number',
  amount: 'Amount',
  date: 'Check date',
  payee: 'Payee',
  payee2: 'Payee, second line',
  indicator: 'Issue or void',
  text: 'Fixed text',
  today: 'Date of the file',
  count: 'Number of checks',
  total: 'Total of the checks',
} as const
type ColumnKind = keyof typeof columnKinds

/** Ways in which banks ask for dates in such files. */
export const dayPatterns = ['YYYYMMDD', 'MMDDYYYY', 'MMDDYY', 'MM/DD/YYYY', 'YYYY-MM-DD'] as const
const MOST_WIDTH = 200
const MOST_COLUMNS = 40
const MOST_TEXT = 60

const column = z.strictObject({
  holds: z.enum(Object.keys(columnKinds) as [ColumnKind, ...ColumnKind[]]),
  /** Letters of the column; needed in a file of fixed width, the most that it may hold in a delimited one. */
  width: z.number().int().min(1).max(MOST_WIDTH).exactOptional(),
  align: z.enum(['left', 'right']),
  /** What fills a column of fixed width. */
  pad: z.enum([' ', '0']),
  /** Of a fixed text. */
  text: z.string().max(MOST_TEXT).exactOptional(),
  /** Of a date. */
  day: z.enum(dayPatterns).exactOptional(),
  /** Of an amount: 123456 or 1234.56. */
  money: z.enum(['cents', 'point']).exactOptional(),
  /** Of an issue or void: what stands for each. */
  marks: z.strictObject({ issue: z.string().max(MOST_TEXT), end: z.string().max(MOST_TEXT) }).exactOptional(),
})
const columns = z.array(column).max(MOST_COLUMNS)

/** The file that a bank wants of issued and ended checks, as data (docs/formats.md). */
export const payLayoutSchema = z
  .strictObject({
    format: z.literal('violet-lane/bank-file'),
    version: z.literal(1),
    name: z.string().trim().min(1).max(80),
    kind: z.enum(['delimited', 'fixed']),
    delimiter: z.enum([',', ';', '|', '\t']),
    columns: columns.min(1),
    header: columns,
    trailer: columns,
    lineEnd: z.enum(['CRLF', 'LF']),
    /** `{account}`, `{date}` and `{n}` are filled in. */
    fileName: z.string().trim().min(1).max(80),
  })
  .refine(of => of.kind === 'delimited' || [...of.columns, ...of.header, ...of.trailer].every(c => c.width), {
    path: ['columns'],
    message: 'each column of a file of fixed width needs a width',
  })
export type PayLayout = z.infer<typeof payLayoutSchema>
export type PayColumn = PayLayout['columns'][number]

const left = (holds: ColumnKind, width: number, more: Partial<PayColumn> = {}): PayColumn => ({
  ...{ holds, width, align: 'left', pad: ' ' },
  ...more,
})
const right = (holds: ColumnKind, width: number, more: Partial<PayColumn> = {}): PayColumn => ({
  ...{ holds, width, align: 'right', pad: '0' },
  ...more,
})
const marks = { issue: 'I', end: 'V' } as const

/** What a column has besides its width by what it holds, to begin with. */
const formats: Partial<Record<ColumnKind, Partial<PayColumn>>> = {
  ...{ indicator: { marks }, text: { text: '' } },
  ...{ date: { day: 'YYYYMMDD' }, today: { day: 'YYYYMMDD' } },
  ...{ amount: { money: 'cents' }, total: { money: 'cents' } },
}
/** A column of the same width that holds something else, in the usual format of that. */
export const columnHolding = ({ width, align, pad }: PayColumn, holds: ColumnKind): PayColumn => ({
  ...{ holds, align, pad, ...(width && { width }) },
  ...formats[holds],
})

/** Two layouts to begin from; every bank has its own. */
export const startingLayouts: readonly PayLayout[] = [
  {
    ...{ format: 'violet-lane/bank-file', version: 1, name: 'Comma separated', kind: 'delimited' },
    ...{ delimiter: ',', lineEnd: 'CRLF', fileName: 'checks {date}.csv', header: [], trailer: [] },
    columns: [
      left('account', 20),
      left('number', 12),
      left('amount', 14, { money: 'point' }),
      left('date', 10, { day: 'MM/DD/YYYY' }),
      left('payee', 80),
      left('indicator', 1, { marks }),
    ],
  },
  {
    ...{ format: 'violet-lane/bank-file', version: 1, name: 'Fixed width', kind: 'fixed' },
    ...{ delimiter: ',', lineEnd: 'CRLF', fileName: 'checks {date}.txt' },
    header: [left('text', 1, { text: 'H' }), right('account', 15), right('today', 8, { day: 'YYYYMMDD' })],
    columns: [
      left('text', 1, { text: 'D' }),
      right('account', 15),
      right('number', 10),
      right('amount', 12, { money: 'cents' }),
      right('date', 8, { day: 'YYYYMMDD' }),
      left('indicator', 1, { marks }),
      left('payee', 40),
    ],
    trailer: [left('text', 1, { text: 'T' }), right('count', 8), right('total', 14, { money: 'cents' })],
  },
]
