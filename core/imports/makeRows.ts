import { never } from '../base/result'
import { idOf } from '../base/id'
import { importWhatIsGood, type ImportKnown, type TakingIn } from './importRows'
import { beforeWhatHolds, type BeforeKind, type BeforeKnown, type TakingBefore } from './importEarlierChecks'
import type { Stamp } from '../trail/trail'
import { makeBefore } from './earlierChecks'
import { makeBills } from './bills'
import { Making, spreadFaults, type ImportChoices, type ImportOffice, type ImportSeen } from './context'
import type { ImportKind } from './fields'
import { makeLedgers } from './ledgers'
import { makePayees } from './payees'
import { makePayments } from './payments'
import { makeStatement } from './statementLines'
import type { IncomingStatement } from '../bank/importStatement'
import type { ImportRow } from './readRows'

/** What is made of the rows of a file. */
export interface Made {
  readonly making: Making
  readonly taking: TakingIn
}
function fill(kind: ImportKind, making: Making, rows: readonly ImportRow[]): void {
  switch (kind) {
    case 'payees':
      return makePayees(making, rows)
    case 'ledgers':
      return makeLedgers(making, rows)
    case 'bills':
      return makeBills(making, rows)
    case 'payments':
      return makePayments(making, rows)
    case 'before':
      return makeBefore(making, rows)
    case 'statement':
      return makeStatement(making, rows)
    default:
      return never(kind)
  }
}

/** Makes of rows what the act takes in; what is wrong is told at the rows. */
export function makeImport(
  kind: ImportKind,
  rows: readonly ImportRow[],
  office: ImportOffice,
  choices: ImportChoices,
  accountId?: TakingIn['accountId'],
): Made {
  const making = new Making(office, choices)
  fill(kind, making, rows)
  const { ledgers, payees, bills, draws, changes } = making
  const taking: TakingIn = {
    id: idOf(office.newKey()),
    companyId: office.company.id,
    ...(accountId && { accountId }),
    file: choices.file,
    ...{ ledgers, payees, bills, draws },
    ...(changes.length && { changes }),
  }
  return { making, taking }
}

/** What was before, where the rows tell that. */
export const beforeOf = ({ making, taking }: Made): TakingBefore => ({
  taking,
  checks: making.checks,
  fates: making.fates,
  held: making.choices.held,
})

/** The good rows of a bank statement, as the act takes them. */
export const statementOf = ({ making, taking }: Made): IncomingStatement => ({
  accountId: taking.accountId!,
  fileId: idOf(taking.id),
  ...{ file: taking.file, format: 'CSV' },
  lines: making.lines.filter((_, i) => making.seen.get(making.rows.lines[i]!)?.state === 'good'),
})

/** Which cell of a file a refusal of the core stands at. */
const fieldOfRefusal = (field: string | undefined): string =>
  ({
    lines: 'ledger',
    split: 'ledger',
    again: 'number',
    address: 'address 1',
    pay: 'amount',
    bills: 'amount',
  })[field ?? ''] ??
  field ??
  ''

const refusedOf = (made: Made, known: ImportKnown | BeforeKnown, stamp: Stamp) =>
  'books' in known
    ? beforeWhatHolds(known, beforeOf(made), stamp).refused
    : importWhatIsGood(known, made.taking, stamp).refused

/**
 * Every row as it would be taken in: decided upon as the act would, so that a good row is never refused
 * afterwards while nothing else is done.
 */
export function seenRows(
  made: Made,
  known: ImportKnown | BeforeKnown | undefined,
  stamp: Stamp,
): ImportSeen[] {
  const { making } = made
  const refused = known ? refusedOf(made, known, stamp) : []
  for (const { kind, at, refusal } of refused)
    making.fault(making.rows[kind][at]!, { field: fieldOfRefusal(refusal.field), text: refusal.text })
  spreadFaults(making)
  return [...making.seen.values()]
    .sort((a, b) => a.at - b.at)
    .map(seen => {
      const [newPayee, details] = [making.newPayees.get(seen.at), making.details.get(seen.at)]
      return { ...seen, ...(newPayee && { newPayee }), ...(details && { details }) }
    })
}

/** Whether the row that a thing was made of is not wrong. */
const fineOf = (making: Making) => (kind: BeforeKind) => (_: unknown, i: number) =>
  making.seen.get(making.rows[kind][i]!)?.state !== 'wrong'

/** The same of what was before. */
export function onlyGoodBefore(made: Made): TakingBefore {
  const fine = fineOf(made.making)
  const of = beforeOf(made)
  return {
    ...of,
    taking: onlyGood(made),
    checks: of.checks.filter(fine('checks')),
    fates: of.fates.filter(fine('fates')),
  }
}

/**
 * What is left to take in without the rows that are wrong; payees and ledger accounts that only
 * those would have brought go with them.
 */
export function onlyGood({ making, taking }: Made): TakingIn {
  const fine = fineOf(making)
  const bills = taking.bills.filter(fine('bills'))
  const draws = taking.draws.filter(fine('draws'))
  const named = new Set([...bills.map(b => b.payeeId), ...draws.map(d => d.payee.id)])
  const only = making.rows.bills.length + making.rows.draws.length > 0
  const payees = only
    ? taking.payees.filter(p => named.has(p.id))
    : taking.payees.filter((p, i) => fine('payees')(p, i))
  const places = [
    ...bills.flatMap(b => b.lines),
    ...draws.flatMap(d => d.split),
    ...payees.flatMap(p => p.to.split),
    ...(taking.changes ?? []).flatMap(c => c.to.split),
  ]
  const placed = new Set(places.map(l => l.ledgerId))
  return {
    ...taking,
    ledgers:
      only || making.rows.payees.length + making.rows.changes.length > 0
        ? taking.ledgers.filter(l => placed.has(l.id))
        : taking.ledgers.filter(fine('ledgers')),
    payees,
    bills,
    draws,
    ...(taking.changes && { changes: taking.changes.filter(fine('changes')) }),
  }
}
