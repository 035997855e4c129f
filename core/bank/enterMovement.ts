import { dayText, plainDate, type PlainDate } from '../base/dates'
import type { Id } from '../base/id'
import { good, refuse, type Result } from '../base/result'
import { printable } from '../faces/texts'
import type { BankAccount } from '../accounts/account'
import { mayPost, type PostKnown } from '../accounts/mayPost'
import { entry, sided, type Entry } from '../ledger/entry'
import { mustBeOpen } from '../ledger/period'
import { cents, sum, type Cents } from '../money/cents'
import { figures } from '../money/figures'
import type { Decision } from '../trail/trail'
import { applyMatch } from './applyMatch'
import type { BankLine } from './bankLine'
import { movementId, movementKinds, type Movement, type MovementKind, type MovementPart } from './movement'
import { lastClosed, openStatement, type Statement } from './statement'

/** Nothing larger is entered in one line: ten thousand million. */
const MOST = 1_000_000_000_000
/** The most ledger lines of one movement. */
export const MOST_PARTS = 100
/** The most letters of a description, a party or a reference. */
export const MOST_TEXT = 80

/** Money that came in or went out without a check, as it is entered. */
export interface Entering {
  readonly id: Id<'entry'>
  readonly kind: MovementKind
  readonly date: PlainDate
  /** Above zero comes in, below zero goes out. */
  readonly amount: Cents
  /** Where it comes from or goes to; none for a transfer. */
  readonly parts: readonly MovementPart[]
  /** The other own account of a transfer. */
  readonly toAccountId?: Id<'account'>
  readonly text: string
  readonly party?: string
  readonly reference?: string
  /** The bank line that it is entered from, and matched with at once. */
  readonly lineId?: Id<'bankLine'>
}
/** What entering a movement must know. */
export interface EnteringKnown extends PostKnown {
  /** All bank accounts, those of other companies too. */
  readonly accounts: readonly BankAccount[]
  readonly closedThrough?: PlainDate | undefined
  /** Whether an entry has this key already. */
  readonly isKnown: boolean
  /** Statements of the account, and of the other one of a transfer. */
  readonly statements: readonly Statement[]
  readonly line?: BankLine | undefined
}

function mayHaveAmount({ kind, amount, parts, toAccountId }: Entering): Result<true> {
  const at = { field: 'amount', value: amount }
  if (!Number.isSafeInteger(amount) || amount === 0 || Math.abs(amount) > MOST)
    return refuse('amount-nothing', 'Type an amount above zero.', at)
  const { way, title } = movementKinds[kind]
  if (way !== 0 && Math.sign(amount) !== way)
    return refuse('amount-way', `${title} is money ${way > 0 ? 'in' : 'out'}.`, at)
  if (kind === 'transfer')
    return parts.length || !toAccountId
      ? refuse('transfer-account', 'Choose the other account of this transfer.', { field: 'toAccount' })
      : good(true)
  if (toAccountId) return refuse('transfer-kind', 'Only a transfer has another account.', { field: 'kind' })
  if (!parts.length || parts.length > MOST_PARTS)
    return refuse('ledger-blank', 'Choose a ledger account.', { field: 'ledger' })
  const left = amount - sum(parts.map(p => p.amount))
  return left === 0
    ? good(true)
    : refuse('parts-differ', `${figures(cents(left))} is not assigned to a ledger account yet.`, {
        field: 'ledger',
        value: left,
      })
}

/** Where the money may go: ledger accounts of the company, or one other own account. */
function mayGo(known: EnteringKnown, act: Entering): Result<BankAccount | undefined> {
  const { account, accounts } = known
  if (act.kind === 'transfer') {
    const other = accounts.find(a => a.id === act.toAccountId)
    const isOwn = other && other.companyId === account.companyId && other.id !== account.id
    return isOwn
      ? good(other)
      : refuse('transfer-elsewhere', 'Choose another account of the same company.', { field: 'toAccount' })
  }
  for (const { ledgerId } of act.parts) {
    const may = mayPost(known, ledgerId)
    if (!may.ok) return may
    const own = accounts.find(a => a.cashLedgerId === ledgerId)
    if (own)
      return refuse('ledger-cash', `That is the cash of ${own.name}. Enter a transfer instead.`, {
        field: 'ledger',
      })
  }
  return good(undefined)
}

/** Refuses a correction of a day whose statement is closed: it would change what was reconciled. */
function dayIsFree({ account, statements }: EnteringKnown, { kind, date }: Entering): Result<true> {
  const closed = lastClosed(statements.filter(s => s.accountId === account.id))?.closing
  return kind === 'correction' && closed && date <= closed.through
    ? refuse(
        'statement-closed',
        `The statement through ${dayText(closed.through)} is closed. Choose a later date`,
        {
          field: 'date',
          value: date,
          limit: closed.through,
        },
      )
    : good(true)
}

/** A correction of a day before the open statement puts the books right as they were before it. */
function stateOf({ statements, account }: EnteringKnown, { kind, date }: Entering): Movement['state'] {
  const open = openStatement(statements.filter(s => s.accountId === account.id))
  return kind === 'correction' && open && date < open.from ? 'before' : 'open'
}

interface Texts {
  readonly text: string
  readonly party: string
  readonly reference: string
}
function readTexts(act: Entering): Result<Texts> {
  const text = printable(act.text, 'text', MOST_TEXT)
  if (!text.ok) return text
  if (!text.value) return refuse('text-blank', 'Enter a description.', { field: 'text' })
  const party = printable(act.party ?? '', 'party', MOST_TEXT)
  if (!party.ok) return party
  const reference = printable(act.reference ?? '', 'reference', MOST_TEXT)
  if (!reference.ok) return reference
  return good({ text: text.value, party: party.value, reference: reference.value })
}

/** The movement in the account, and that in the other own account of a transfer. */
function makeMovements(
  known: EnteringKnown,
  act: Entering,
  texts: Texts,
  other: BankAccount | undefined,
): Movement[] {
  const { account } = known
  const base = {
    ...{ companyId: account.companyId, kind: act.kind, date: act.date, text: texts.text, entryId: act.id },
    ...(texts.party && { party: texts.party }),
    ...(texts.reference && { reference: texts.reference }),
  }
  const id = movementId(act.id, account.id)
  const own: Movement = {
    ...{ ...base, id, accountId: account.id, amount: act.amount, state: stateOf(known, act) },
    ...(other && { otherId: movementId(act.id, other.id) }),
  }
  if (!other) return [own]
  const theirs = { id: movementId(act.id, other.id), accountId: other.id, amount: cents(-act.amount) }
  return [own, { ...base, ...theirs, state: 'open', otherId: id }]
}

/**
 * Enters money that came in or went out without a check: a deposit, a fee, a transfer between own accounts. It
 * makes one entry and a line in the register of each account; entered from a bank line, it is matched with that
 * at once. Refused: no amount, the wrong way for its kind, a closed period, a ledger account that does not belong
 * there, parts that do not add up, no description. Money in minor units.
 */
export function enterMovement(
  known: EnteringKnown,
  act: Entering,
): Decision<{ entries: Entry[]; movements: Movement[]; bankLines: BankLine[] }> {
  if (known.isKnown) return refuse('entry-known', 'This was already entered.', { field: 'amount' })
  const date = plainDate(act.date)
  const open = date.ok ? mustBeOpen(date.value, known.closedThrough) : date
  if (!open.ok) return open
  const amount = mayHaveAmount(act)
  if (!amount.ok) return amount
  const other = mayGo(known, act)
  if (!other.ok) return other
  const free = dayIsFree(known, act)
  if (!free.ok) return free
  const texts = readTexts(act)
  if (!texts.ok) return texts
  const { account } = known
  const movements = makeMovements(known, act, texts.value, other.value)
  const sides = other.value
    ? [sided(other.value.cashLedgerId, cents(-act.amount))]
    : act.parts.filter(p => p.amount !== 0).map(p => sided(p.ledgerId, cents(-p.amount)))
  const made = entry({
    ...{ id: act.id, companyId: account.companyId, date: act.date, text: texts.value.text, paymentId: null },
    lines: [sided(account.cashLedgerId, act.amount), ...sides],
  })
  const matched = matchedAtOnce(known, act, movements[0]!)
  if (!matched.ok) return matched
  const [line, movement] = matched.value
  const { title } = movementKinds[act.kind]
  const size = figures(cents(Math.abs(act.amount)), { sign: account.currency.sign })
  return good({
    changes: {
      entries: [made],
      movements: [movement, ...movements.slice(1)],
      bankLines: line ? [line] : [],
    },
    trail: {
      act: 'Register line entered',
      text: `Entered ${title.toLowerCase()} of ${size} ${act.amount > 0 ? 'into' : 'out of'} ${account.name}${other.value ? ` ${act.amount > 0 ? 'from' : 'to'} ${other.value.name}` : ''}, dated ${dayText(act.date)}: ${texts.value.text}.`,
      about: { account: account.id, movement: movement.id },
    },
  })
}

function matchedAtOnce(
  known: EnteringKnown,
  act: Entering,
  movement: Movement,
): Result<readonly [BankLine | undefined, Movement]> {
  if (!act.lineId) return good([undefined, movement])
  const { line, statements } = known
  const statement = statements.find(s => s.id === line?.statementId)
  if (!line || !statement || statement.closing)
    return refuse('line-gone', 'This bank line is on no open statement any more', { field: 'line' })
  const done = applyMatch(line, { kind: 'movement', movement }, { at: '', by: '' })
  return done.ok ? good([done.value.line, done.value.movements[0]!]) : done
}
