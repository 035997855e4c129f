import { z } from 'zod'
import { accountFactsSchema } from '../proof/facts'

/** The account file: company, bank and MICR facts (docs/formats.md). */
export const accountFileSchema = z.strictObject({
  format: z.literal('violet-lane/account'),
  version: z.literal(1),
  ...accountFactsSchema.shape,
})
export type AccountFile = z.infer<typeof accountFileSchema>
