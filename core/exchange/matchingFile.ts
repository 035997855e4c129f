import { z } from '../base/schema'

const MOST_COLUMNS = 60
/** A column by the title over it, or by its place, from 1, where no title tells it. */
const columnSchema = z.union([z.string().trim().min(1).max(200), z.number().int().min(1).max(1000)])

/** The matching file: which column of a spreadsheet fills which field (docs/formats.md). */
export const matchingFileSchema = z.strictObject({
  format: z.literal('violet-lane/matching'),
  version: z.literal(1),
  name: z.string().trim().min(1).max(80),
  kind: z.enum(['payees', 'ledgers', 'bills', 'payments', 'before', 'statement']),
  /** By field. */
  columns: z
    .record(z.string().min(1).max(40), columnSchema)
    .refine(of => Object.keys(of).length <= MOST_COLUMNS, `at most ${MOST_COLUMNS} fields`),
  /** How days are written; null: it was told from the rows. */
  days: z.enum(['month first', 'day first']).nullable(),
  cents: z.enum(['.', ',']),
})
export type MatchingFile = z.infer<typeof matchingFileSchema>
