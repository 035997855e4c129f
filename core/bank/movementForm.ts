import { readTypedDate, type DateTyping, type PlainDate } from '../base/dates'
import type { Id } from '../base/id'
import { good, type Result } from '../base/result'
import { readFormLines, type FormLine } from '../bills/formLines'
import { cents, parseAmount, payable, type Cents } from '../money/cents'
import type { BankLine } from './bankLine'
import type { Entering } from './enterMovement'
import { kindsToChoose, type MovementKind, type MovementPart } from './movement'

/** Money that came in or went out without a check, as it is typed. */
export interface MovementForm {
  way: 'in' | 'out'
  /** Undefined until one is chosen: the first that goes this way is meant then. */
  kind: MovementKind | undefined
  amount: string
  date: string
  text: string
  party: string
  reference: string
  /** Where all of the money goes to or comes from, while no lines split it. */
  ledgerId: Id<'ledger'> | null
  lines: FormLine[]
  toAccountId: Id<'account'> | undefined
}
/** A form with nothing filled in but its description. */
export const blankMovement = (text = ''): MovementForm => ({
  ...{ way: 'in', kind: undefined, amount: '', date: '', text, party: '', reference: '' },
  ...{ ledgerId: null, lines: [], toAccountId: undefined },
})

/** A form as it is understood. Amounts have the sign of the money: above zero comes in. */
export interface MovementRead {
  readonly direction: 1 | -1
  readonly kinds: ReturnType<typeof kindsToChoose>
  readonly kind: MovementKind
  readonly isTransfer: boolean
  readonly date: Result<PlainDate>
  readonly amount: Result<Cents>
  /** Undefined while the amount cannot be read. */
  readonly signed: Cents | undefined
  /** Undefined while no ledger account is chosen. */
  readonly parts: Result<readonly MovementPart[]> | undefined
  /** Whether nothing is missing of it. */
  readonly isReady: boolean
}

/** The parts with the sign of the money: of one ledger account, or of the lines that split it. */
function readParts(
  { ledgerId, lines }: MovementForm,
  signed: Cents,
): Result<readonly MovementPart[]> | undefined {
  if (!lines.length) return ledgerId ? good([{ ledgerId, amount: signed }]) : undefined
  const read = readFormLines(lines, cents(Math.abs(signed)), 'ledger')
  if (!read.ok) return read
  return good(read.value.map(l => ({ ledgerId: l.ledgerId, amount: cents(Math.sign(signed) * l.amount) })))
}

/**
 * Reads a form. `line` is the bank line that it is entered from: its day and its amount count, whatever is typed.
 */
export function readMovement(
  form: MovementForm,
  line: BankLine | undefined,
  typing: DateTyping,
): MovementRead {
  const direction = line ? (line.amount > 0 ? 1 : -1) : form.way === 'in' ? 1 : -1
  const kinds = kindsToChoose(direction)
  const kind = (kinds.find(k => k.value === form.kind) ?? kinds[0]!).value
  const isTransfer = kind === 'transfer'
  const date = line ? good(line.date) : readTypedDate(form.date, typing, 'back')
  const typed = line ? good(cents(Math.abs(line.amount))) : parseAmount(form.amount)
  const amount = typed.ok && !line ? payable(typed.value) : typed
  const signed = amount.ok ? cents(direction * amount.value) : undefined
  const parts = isTransfer || signed === undefined ? good([]) : readParts(form, signed)
  const hasOther = isTransfer ? form.toAccountId !== undefined : parts?.ok === true
  const isReady = date.ok && signed !== undefined && form.text.trim() !== '' && hasOther
  return { direction, kinds, kind, isTransfer, date, amount, signed, parts, isReady }
}

/** The act of a form that is ready; undefined where something is missing. */
export function movementToEnter(
  form: MovementForm,
  { kind, isTransfer, date, signed, parts }: MovementRead,
  line: BankLine | undefined,
): Omit<Entering, 'id'> | undefined {
  if (!date.ok || signed === undefined || !parts?.ok) return undefined
  return {
    ...{ kind, date: date.value, amount: signed, parts: parts.value, text: form.text },
    ...(isTransfer && form.toAccountId && { toAccountId: form.toAccountId }),
    ...(form.party.trim() && { party: form.party }),
    ...(form.reference.trim() && { reference: form.reference }),
    ...(line && { lineId: line.id }),
  }
}
