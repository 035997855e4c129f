import { z } from '../../base/schema'
import type { FitRow, Printer } from '../../fit/printers'
import { fieldSchema, layoutSchema } from '../../paper/layout'
import type { OwnSettings } from '../../paper/own'
import { stockSchema } from '../../paper/stock'
import type { LayoutRow, OwnRow, StockRow } from '../../paper/versions'
import { id, moment, text } from './parts'
import { micrFit } from './runs'

const saved = {
  id: text,
  key: text,
  revision: z.number().int().min(1),
  savedAt: moment,
  by: text,
}
export const layout = z.strictObject({ ...saved, layout: layoutSchema }) satisfies z.ZodType<LayoutRow>
export const stock = z.strictObject({ ...saved, stock: stockSchema }) satisfies z.ZodType<StockRow>

/** Only the properties that differ are kept: each is looked at when it is laid over its layout. */
const differences = z.record(z.string().max(60), z.unknown())
export const ownSettings = z.strictObject({
  settings: differences as unknown as z.ZodType<OwnSettings['settings']>,
  fields: z.record(z.string().max(60), differences),
  added: z.array(fieldSchema).max(300),
}) satisfies z.ZodType<OwnSettings>
export const own = z.strictObject({
  id: text,
  layoutKey: text,
  companyId: id<'company'>(),
  own: ownSettings,
  savedAt: moment,
}) satisfies z.ZodType<OwnRow>

const mm = z.number()
export const printer = z.strictObject({
  id: id<'printer'>(),
  name: text,
  trays: z.array(text).min(1).max(40),
  stacking: z.enum(['face down', 'face up']).exactOptional(),
  edge: mm.exactOptional(),
  micr: z
    .strictObject({ ...micrFit, how: z.enum(['by eye', 'by scan']), madeAt: moment, by: text })
    .exactOptional(),
}) satisfies z.ZodType<Printer>

const spot = z.strictObject({ x: z.number(), y: z.number() })
export const fit = z.strictObject({
  id: id<'fit'>(),
  printerId: id<'printer'>(),
  tray: text,
  stockId: text,
  deviation: z.strictObject({ shift: spot, stretch: spot, turn: z.number() }),
  how: z.enum(['by ruler', 'by scan', 'by two scans', 'from a check', 'by hand', 'earlier fit']),
  residual: mm.nullable(),
  confirmed: mm.nullable(),
  madeAt: moment,
  by: text,
}) satisfies z.ZodType<FitRow>
