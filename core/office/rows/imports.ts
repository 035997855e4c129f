import { z } from '../../base/schema'
import { MOST_TAKEN, type ImportedFile } from '../../imports/importRows'
import { count, id, moment, text } from './parts'

const taken = <Kind extends string>() => z.array(id<Kind>()).max(MOST_TAKEN)
export const intake = z.strictObject({
  id: id<'intake'>(),
  companyId: id<'company'>(),
  file: text,
  at: moment,
  by: text,
  payees: taken<'payee'>(),
  ledgers: taken<'ledger'>(),
  bills: taken<'bill'>(),
  payments: taken<'payment'>(),
  numbers: taken<'number'>().exactOptional(),
  filledIn: taken<'payee'>().exactOptional(),
  takenBack: moment.exactOptional(),
  stayed: z.strictObject({ payees: count, ledgers: count, filledIn: count }).exactOptional(),
}) satisfies z.ZodType<ImportedFile>
