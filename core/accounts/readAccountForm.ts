import { sentence } from '../base/sentence'
import type { Id } from '../base/id'
import type { Result } from '../base/result'
import { checkNumber, type CheckNumber, type NumberBook } from '../numbers/book'
import { parseAmount, zero, type Cents } from '../money/cents'
import { accountFactsSchema, type AccountFacts } from '../proof/facts'
import type { BankAccount, Company } from './account'
import { linesOf, shownFacts, type AccountForm } from './accountForm'

const fieldOf: Readonly<Record<string, string>> = {
  'company.name': 'company',
  'company.address': 'companyAddress',
  'bank.name': 'bank',
  'bank.address': 'bankAddress',
  'currency.sign': 'sign',
  'currency.name': 'currency',
  'currency.minor': 'minor',
}

/** Everything that is needed to open an account in the books. */
export interface ToOpen {
  readonly company: Company
  readonly account: BankAccount
  readonly book: NumberBook
  readonly opening: Cents
}

/** What is wrong, by field of the form. */
export type FormFaults = Readonly<Record<string, string>>
/** Keys of what a form makes. */
export interface FormKeys {
  readonly account: Id<'account'>
  readonly company: Id<'company'>
  readonly cash: Id<'ledger'>
  readonly book: Id<'book'>
}
interface Numbers {
  readonly second: Result<Cents> | undefined
  readonly lowest: Result<CheckNumber>
  readonly highest: Result<CheckNumber>
  readonly opening: Result<Cents>
}
const readNumbers = (form: AccountForm): Numbers => ({
  second: form.secondAbove.trim() === '' ? undefined : parseAmount(form.secondAbove, 'secondAbove'),
  lowest: checkNumber(form.first, 'lowest'),
  highest: checkNumber(form.last, 'highest'),
  opening: parseAmount(form.opening, 'opening'),
})

const asSentences = (faults: FormFaults): FormFaults =>
  Object.fromEntries(Object.entries(faults).map(([field, text]) => [field, sentence(text ?? '')]))
/** What is wrong with what prints. */
function faultsOfFacts(issues: readonly { path: readonly PropertyKey[]; message: string }[]): FormFaults {
  const found: Record<string, string> = {}
  for (const { path, message } of issues)
    found[fieldOf[path.slice(0, 2).join('.')] ?? String(path[0])] ??= message
  return found
}
function faultsOfNames(form: AccountForm): FormFaults {
  const lines = linesOf(form.company).length
  return {
    ...(lines === 0 && { company: 'Enter the name of the company' }),
    ...(lines > 2 && { company: 'Enter at most two lines' }),
    ...(!form.name.trim() && { name: 'Enter a name for the account' }),
    ...(form.signatories.some(s => !s.name.trim()) && { signatories: 'Enter a name for every signatory' }),
  }
}
/** What is wrong with the number book and the opening balance of a new account. */
function faultsOfOpening(form: AccountForm, { lowest, highest, opening }: Numbers): FormFaults {
  const backwards = lowest.ok && highest.ok && highest.value < lowest.value
  return {
    ...(!form.bank.trim() && { bank: 'Enter the name of the bank' }),
    ...(!lowest.ok && { first: lowest.refusal.text }),
    ...(!highest.ok && { last: highest.refusal.text }),
    ...(!opening.ok && { opening: opening.refusal.text }),
    ...(backwards && { last: 'The last number must be above the first' }),
  }
}

/**
 * Reads a form: what is wrong, by field; and what to save where nothing is. `whole` asks for the number book
 * and the opening balance too.
 */
export function readAccountForm(
  form: AccountForm,
  keys: FormKeys,
  whole: boolean,
): { readonly faults: FormFaults; readonly made?: ToOpen } {
  const shown = shownFacts(form)
  const parsed = accountFactsSchema.safeParse({
    ...shown,
    routing: form.routing.trim() === '' ? '' : shown.routing,
    account: form.account.trim(),
    fraction: form.fraction.trim(),
  })
  const numbers = readNumbers(form)
  const faults: FormFaults = {
    ...(!parsed.success && faultsOfFacts(parsed.error.issues)),
    ...faultsOfNames(form),
    ...(numbers.second && !numbers.second.ok && { secondAbove: numbers.second.refusal.text }),
    ...(whole && faultsOfOpening(form, numbers)),
  }
  if (Object.keys(faults).length || !parsed.success) return { faults: asSentences(faults) }
  const { company, ...facts } = parsed.data
  return { faults, made: toOpen(form, keys, facts as unknown as Facts, company, numbers) }
}

/** What the facts say of the account itself. */
type Facts = Pick<BankAccount, keyof Omit<AccountFacts, 'company'> & keyof BankAccount>
function toOpen(
  form: AccountForm,
  keys: FormKeys,
  facts: Facts,
  company: Pick<Company, 'name' | 'address'>,
  { second, lowest, highest, opening }: Numbers,
): ToOpen {
  const start = lowest.ok ? lowest.value : (1 as CheckNumber)
  return {
    account: {
      ...facts,
      id: keys.account,
      companyId: keys.company,
      name: form.name.trim(),
      forChecks: form.forChecks,
      signing: {
        secondAbove: second?.ok ? second.value : null,
        prints: form.signatories.flatMap((s, i) => (s.prints && s.picture ? [i] : [])),
      },
      cashLedgerId: keys.cash,
      stockId: form.stockId,
      layoutId: form.layoutId,
    },
    company: {
      id: keys.company,
      name: company.name,
      address: company.address,
      ...(form.logo && { logo: form.logo }),
    },
    opening: opening.ok ? opening.value : zero,
    book: {
      id: keys.book,
      accountId: keys.account,
      kind: 'printed by us',
      start,
      end: highest.ok ? highest.value : start,
    },
  }
}
