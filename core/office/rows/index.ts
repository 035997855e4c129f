import type { z } from '../../base/schema'
import type { TableName, Tables } from '../tables'
import { account, company, ledger } from './accounts'
import { trailLineSchema } from '../../trail/lineSchema'
import { entry, total } from './numberBooks'
import { book, number } from './numbers'
import { fit, layout, own, printer, stock } from './paper'
import {
  bankItem,
  bankLine,
  bankQuestion,
  bankRule,
  movement,
  payLayout,
  positivePay,
  sentFile,
  statement,
} from './bank'
import { intake } from './imports'
import { bill, payee } from './payees'
import { payment } from './payments'
import { copy, layoutVersion, paper, run } from './runs'
import { officeSettings, reasonList } from './settings'

export { ownSettings } from './paper'
export { saidSoFar } from './runs'

/**
 * What every row must be, by table. Acts of this version write such rows; whatever comes from elsewhere (a
 * file, a backup, an older store, a draft) passes here first.
 */
export const rowSchemas: { readonly [T in TableName]: z.ZodType<Tables[T]> } = {
  companies: company,
  ledgers: ledger,
  accounts: account,
  books: book,
  payees: payee,
  bills: bill,
  payments: payment,
  numbers: number,
  runs: run,
  copies: copy,
  layoutVersions: layoutVersion,
  layouts: layout,
  owns: own,
  stocks: stock,
  printers: printer,
  fits: fit,
  entries: entry,
  totals: total,
  papers: paper,
  reasonLists: reasonList,
  settings: officeSettings,
  intakes: intake,
  statements: statement,
  bankLines: bankLine,
  movements: movement,
  bankRules: bankRule,
  payLayouts: payLayout,
  positivePay,
  bankItems: bankItem,
  sentFiles: sentFile,
  bankQuestions: bankQuestion,
  trail: trailLineSchema,
}

/** A row that is not what its table holds: its place in the list, the path within it, and what is wrong. */
export interface RowFault {
  readonly table: TableName
  readonly row: number
  readonly path: string
  readonly what: string
}

/** Looks at every row of some tables. Gives what is wrong, in the order of the rows. */
export function rowFaults(rows: { readonly [T in TableName]?: readonly unknown[] }): RowFault[] {
  return (Object.keys(rowSchemas) as TableName[]).flatMap(table =>
    (rows[table] ?? []).flatMap((row, at): RowFault[] => {
      const { error } = rowSchemas[table].safeParse(row)
      return (error?.issues ?? []).map(issue => ({
        table,
        row: at,
        path: issue.path.join('.'),
        what: issue.message,
      }))
    }),
  )
}
