import type { MatchingFile } from '../exchange/matchingFile'
import type { ControlTotals } from './controlTotals'
import type { ImportSeen } from './context'
import type { ImportField, ImportKind, Matching } from './fields'
import type { DayOrder, DecimalMark } from './parseCell'
import { unmatched, type ImportColumns, type ImportSpec, type MarkExample, type Written } from './readRows'

/** What is decided about a file that is to be imported: by the file where it proves it, else by the person. */
export interface ImportForm {
  readonly kind: ImportKind
  /** The row of the titles, from 0. */
  readonly headerRow: number
  readonly matching: Matching
  readonly order: DayOrder | undefined
  readonly mark: DecimalMark | undefined
  /** The file does not prove the order of its dates: it is asked. */
  readonly asksOrder: boolean
  /** The file does not prove its decimal mark: it is asked. */
  readonly asksMark: boolean
  /** Rows of the file that show what the decimal mark decides. */
  readonly examples: readonly MarkExample[]
  /** Amounts with more decimals than money has are rounded to the cent. */
  readonly round: boolean
  /** What each amount column should add up to, as typed. */
  readonly control: ControlTotals
}

/** What can happen to the form. */
export type ImportEvent =
  /** Another file: nothing that was decided about the last one holds for it. */
  | { readonly kind: 'file' }
  /** The columns were looked at. */
  | { readonly kind: 'columns'; readonly headerRow: number; readonly matching: Matching }
  /** The person chose a column for a field; undefined: none. */
  | { readonly kind: 'match'; readonly field: string; readonly column: number | undefined }
  /** It was looked at how dates and amounts are written; `saved` is what a saved mapping says of it. */
  | {
      readonly kind: 'written'
      readonly written: Written
      readonly saved?: Pick<MatchingFile, 'days' | 'cents'>
    }
  /** The person answered what was asked. */
  | {
      readonly kind: 'answer'
      readonly answer: Partial<Pick<ImportForm, 'kind' | 'order' | 'mark' | 'round'>>
    }
  /** The person typed what a column should add up to. */
  | { readonly kind: 'control'; readonly field: string; readonly text: string }

/** A form about no file. */
export const blankImportForm = (kind: ImportKind): ImportForm => ({
  ...{ kind, headerRow: 0, matching: {}, order: undefined, mark: undefined, asksOrder: false },
  ...{ asksMark: false, examples: [], round: false, control: {} },
})

/** What the file proves comes first, then what a saved mapping says; what neither says is asked. */
const onWritten = (form: ImportForm, { written, saved }: ImportEvent & { kind: 'written' }): ImportForm => ({
  ...form,
  order: written.order ?? saved?.days ?? undefined,
  mark: written.mark ?? saved?.cents ?? undefined,
  asksOrder: written.order === undefined,
  asksMark: written.mark === undefined,
  examples: written.examples,
})

function onMatch(form: ImportForm, field: string, column: number | undefined): ImportForm {
  const { [field]: _, ...rest } = form.matching
  return { ...form, matching: column === undefined ? rest : { ...rest, [field]: column } }
}

/** The form after an event. Pure. */
export function onImportEvent(form: ImportForm, event: ImportEvent): ImportForm {
  switch (event.kind) {
    case 'file':
      return blankImportForm(form.kind)
    case 'columns':
      return { ...form, headerRow: event.headerRow, matching: { ...event.matching } }
    case 'match':
      return onMatch(form, event.field, event.column)
    case 'written':
      return onWritten(form, event)
    case 'answer':
      return { ...form, ...event.answer }
    case 'control':
      return { ...form, control: { ...form.control, [event.field]: event.text } }
  }
}

/** Which columns are read, for a look at how they are written. */
export const columnsOf = ({ kind, headerRow, matching }: ImportForm): ImportColumns => ({
  ...{ kind, headerRow },
  matching: { ...matching },
})
/** The form as the rows are read by it; while something is asked, as in the United States. */
export const specOf = (form: ImportForm): ImportSpec => ({
  ...columnsOf(form),
  order: form.order ?? 'month first',
  mark: form.mark ?? '.',
  round: form.round,
})
/** Rows of these kinds belong to one bank account. */
export const isOfAccount = (kind: ImportKind): boolean =>
  kind === 'payments' || kind === 'before' || kind === 'statement'
/** Required fields without a column. */
export const missingFields = ({ kind, matching }: ImportForm): ImportField[] => unmatched(kind, matching)
/** Whether the rows can be read: every required field has a column, and nothing is left to ask. */
export const isReadable = (form: ImportForm): boolean =>
  !missingFields(form).length && form.order !== undefined && form.mark !== undefined

/** How many rows are good, already entered and wrong. */
export function countRows(rows: readonly Pick<ImportSeen, 'state'>[]): Record<ImportSeen['state'], number> {
  const counts = { good: 0, here: 0, wrong: 0 }
  for (const row of rows) counts[row.state]++
  return counts
}
