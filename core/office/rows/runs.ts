import { z } from '../../base/schema'
import { givenFates } from '../../numbers/giveFate'
import { micrWeightNames, type MicrFit } from '../../micr/micrFit'
import { layoutSchema } from '../../paper/layout'
import { stockSchema } from '../../paper/stock'
import { accountFactsSchema } from '../../proof/facts'
import { correctables, runOrders, type CheckCopy, type LayoutVersion, type Run } from '../../runs/run'
import type { Paper } from '../tables'
import { checkFacts } from './payments'
import { checkNumber, count, id, moment, text } from './parts'

/** How a printer widens or thickens the MICR line, by which it is corrected. */
export const micrFit = {
  width: z.number().min(0.5).max(1.5),
  weight: z.enum(micrWeightNames as [MicrFit['weight'], ...MicrFit['weight'][]]),
}

export const outcome = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('good'), number: checkNumber.exactOptional() }),
  z.strictObject({
    kind: z.literal('spoiled'),
    why: text,
    number: checkNumber.exactOptional(),
    correct: z.enum(correctables).exactOptional(),
  }),
  z.strictObject({ kind: z.literal('never came out') }),
])

const runCheck = z.strictObject({
  sheet: count,
  place: count,
  number: checkNumber,
  paymentId: id<'payment'>(),
  outcome: outcome.nullable(),
  sentAs: checkNumber.exactOptional(),
})

export const printing = z.strictObject({
  printerId: id<'printer'>(),
  tray: text,
  fitId: id<'fit'>().nullable(),
  micr: z.strictObject(micrFit).exactOptional(),
  stacking: z.enum(['face down', 'face up']).exactOptional(),
})

export const skipped = z.array(z.strictObject({ number: checkNumber, fate: z.enum(givenFates), why: text }))
/** A count-off half done, as it is kept until it is whole. */
export const saidSoFar = z.strictObject({
  outcomes: z.array(z.tuple([checkNumber, outcome])),
  numbers: z.array(z.tuple([checkNumber, checkNumber])),
  skipped,
})

export const runPaper = z.strictObject({ stockId: text, layoutId: text })
export const run = z.strictObject({
  id: id<'run'>(),
  accountId: id<'account'>(),
  bookId: id<'book'>(),
  state: z.enum(['prepared', 'at the printer', 'counted off', 'dropped']),
  order: z.enum(runOrders),
  paper: runPaper.exactOptional(),
  paymentIds: z.array(id<'payment'>()),
  top: checkNumber.nullable(),
  firstPlace: count.exactOptional(),
  signers: z.array(count).max(20).nullable(),
  advicesToo: z.boolean().exactOptional(),
  loadedOn: text.exactOptional(),
  printing: printing.nullable(),
  checks: z.array(runCheck),
  printedWith: text.nullable(),
  copies: count,
  preparedAt: moment,
  printedAt: moment,
  sentTo: text.exactOptional(),
  countedAt: moment,
  countedBy: text.exactOptional(),
  skipped: skipped.exactOptional(),
}) satisfies z.ZodType<Run>

export const copy = z.strictObject({
  id: id<'copy'>(),
  runId: id<'run'>(),
  facts: checkFacts,
  version: text.exactOptional(),
}) satisfies z.ZodType<CheckCopy>

export const layoutVersion = z.strictObject({
  id: text,
  layout: layoutSchema,
  stock: stockSchema,
  account: accountFactsSchema,
}) satisfies z.ZodType<LayoutVersion>

export const paper = z.strictObject({
  runId: id<'run'>(),
  bytes: z.instanceof(Uint8Array),
  continuation: z.instanceof(Uint8Array).exactOptional(),
  madeAt: moment,
}) satisfies z.ZodType<Paper>
