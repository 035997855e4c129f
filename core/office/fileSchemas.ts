import { z } from '../base/schema'
import { layoutSchema } from '../paper/layout'
import { stockSchema } from '../paper/stock'
import { payLayoutSchema } from '../bank/positivePay/layout'
import { accountFileSchema } from '../exchange/accountFile'
import { matchingFileSchema } from '../exchange/matchingFile'

/** The published JSON Schemas of our files, by file name: made from the very gates that read them. */
export const schemaFiles = (): Record<string, string> =>
  Object.fromEntries(
    Object.entries({
      layout: layoutSchema,
      stock: stockSchema,
      account: accountFileSchema,
      matching: matchingFileSchema,
      'bank-file': payLayoutSchema,
    }).map(([name, schema]) => [
      `${name}.schema.json`,
      `${JSON.stringify(z.toJSONSchema(schema, { io: 'input' }), null, 1)}\n`,
    ]),
  )
