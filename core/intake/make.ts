import { never } from '../base/result'
import { idOf } from '../base/id'
import { takeInWhatHolds, type TakeInKnown, type TakenKind, type TakingIn } from '../payables/takeIn'
import type { Stamp } from '../trail/trail'
import { makeBills } from './bills'
import { Making, spreadFaults, type IntakeChoices, type IntakeOffice, type IntakeSeen } from './context'
import type { IntakeKind } from './fields'
import { makeLedgers } from './ledgers'
import { makePayees } from './payees'
import { makePayments } from './payments'
import type { IntakeRow } from './readRows'

/** What is made of the rows of a file. */
export interface Made {
  readonly making: Making
  readonly taking: TakingIn
}
function fill(kind: IntakeKind, making: Making, rows: readonly IntakeRow[]): void {
  switch (kind) {
    case 'payees':
      return makePayees(making, rows)
    case 'ledgers':
      return makeLedgers(making, rows)
    case 'bills':
      return makeBills(making, rows)
    case 'payments':
      return makePayments(making, rows)
    default:
      return never(kind)
  }
}

/** Makes of rows what the act takes in; what is wrong is told at the rows. */
export function makeIntake(
  kind: IntakeKind,
  rows: readonly IntakeRow[],
  office: IntakeOffice,
  choices: IntakeChoices,
  accountId?: TakingIn['accountId'],
): Made {
  const making = new Making(office, choices)
  fill(kind, making, rows)
  const { ledgers, payees, bills, draws } = making
  const taking: TakingIn = {
    id: idOf(office.newKey()),
    companyId: office.company.id,
    ...(accountId && { accountId }),
    file: choices.file,
    ...{ ledgers, payees, bills, draws },
  }
  return { making, taking }
}

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

/**
 * Every row as it would be taken in: decided upon as the act would, so that a good row is never refused
 * afterwards while nothing else is done.
 */
export function seenRows({ making, taking }: Made, known: TakeInKnown, stamp: Stamp): IntakeSeen[] {
  for (const { kind, at, refusal } of takeInWhatHolds(known, taking, stamp).refused)
    making.fault(making.rows[kind][at]!, { field: fieldOfRefusal(refusal.field), text: refusal.text })
  spreadFaults(making)
  return [...making.seen.values()].sort((a, b) => a.at - b.at)
}

/**
 * What is left to take in without the rows that are wrong; payees that only those would have written down go
 * with them.
 */
export function onlyGood({ making, taking }: Made): TakingIn {
  const fine = (kind: TakenKind) => (_: unknown, i: number) =>
    making.seen.get(making.rows[kind][i]!)?.state !== 'wrong'
  const bills = taking.bills.filter(fine('bills'))
  const draws = taking.draws.filter(fine('draws'))
  const named = new Set([...bills.map(b => b.payeeId), ...draws.map(d => d.payee.id)])
  const only = making.rows.bills.length || making.rows.draws.length
  return {
    ...taking,
    ledgers: taking.ledgers.filter(fine('ledgers')),
    payees: only
      ? taking.payees.filter(p => named.has(p.id))
      : taking.payees.filter((p, i) => fine('payees')(p, i)),
    bills,
    draws,
  }
}
