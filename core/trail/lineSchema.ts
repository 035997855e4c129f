import { z } from '../base/schema'
import type { TrailLine } from './trail'

/** Most letters of what an act is called, by and at whom; of its words; of a value it is about. */
const SHORT = 200
const LONG = 100_000
const hash = z.string().regex(/^[0-9a-f]{64}$/, 'a hash has 64 digits from 0 to f')

/** A line of the trail, wherever it comes from. Whether the chain holds is not asked here. */
export const trailLineSchema = z.strictObject({
  act: z.string().max(SHORT),
  text: z.string().max(LONG),
  about: z.record(z.string().max(SHORT), z.string().max(LONG)),
  /** Lines of the first versions carry moments without an offset. */
  at: z.string().regex(/^\d{4}-\d\d-\d\dT\d\d:\d\d/, 'this must be a time such as 2026-11-24T10:00:00'),
  by: z.string().max(SHORT),
  key: z.string().max(SHORT).exactOptional(),
  rows: hash.exactOptional(),
  tables: z.record(z.string().max(SHORT), z.string().regex(/^([0-9a-f]{32})?$/)).exactOptional(),
  found: hash.exactOptional(),
  seq: z.number().int().min(1),
  before: hash,
  hash,
}) satisfies z.ZodType<TrailLine>
