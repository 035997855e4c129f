import { z } from '../base/schema'
import { codesAgree, factsShape } from '../proof/facts'

/** The account file: company, bank and MICR facts (docs/formats.md). */
export const accountFileSchema = z
  .strictObject({
    format: z.literal('violet-lane/account'),
    version: z.literal(1),
    ...factsShape.shape,
  })
  .superRefine(codesAgree)
