import { computed, ref } from 'vue'
import type { Country } from '#core/base/country'
import { idOf, type Id } from '#core/base/id'
import { checkNumber, type NumberBook } from '#core/books/book'
import type { LedgerAccount } from '#core/ledger/entry'
import { micrPatterns, usBusiness, type MicrPattern } from '#core/micr/pattern'
import { bankCode } from '#core/micr/routing'
import { figures } from '#core/money/figures'
import { parseAmount, type Cents } from '#core/money/cents'
import type { Picture } from '#core/paper/picture'
import type { BankAccount, Company } from '#core/payables/account'
import type { CompanyForm } from '#core/payables/keepAccount'
import type { SampleAccount } from '#core/payables/sampleAccounts'
import { accountFactsSchema, type AccountFacts } from '#core/proof/facts'
import { plainCopy } from '~/data/plainCopy'

export interface SignatoryForm {
  name: string
  title: string
  picture?: Picture | undefined
  prints: boolean
}

/** What the account form holds, as typed. */
export interface AccountForm {
  companyId: string
  company: string
  companyAddress: string
  logo?: Picture | undefined
  name: string
  forChecks: boolean
  country: Country
  bank: string
  bankAddress: string
  bankLogo?: Picture | undefined
  fraction: string
  routing: string
  account: string
  part: string
  code: string
  pattern: MicrPattern
  micrShapes?: NonNullable<AccountFacts['micrShapes']> | undefined
  sign: string
  currency: string
  minor: string
  signatories: SignatoryForm[]
  secondAbove: string
  stockId: string
  layoutId: string
  first: string
  last: string
  opening: string
}

const linesOf = (text: string): string[] =>
  text
    .split('\n')
    .map(t => t.trim())
    .filter(Boolean)

export const freshAccount = (): AccountForm => ({
  companyId: '',
  company: '',
  companyAddress: '',
  name: 'Operating',
  forChecks: true,
  country: 'US',
  bank: '',
  bankAddress: '',
  fraction: '',
  routing: '',
  account: '',
  part: '',
  code: '',
  pattern: usBusiness,
  sign: '$',
  currency: 'dollars',
  minor: '',
  signatories: [],
  secondAbove: '',
  stockId: 'check-over-two-stubs-blank',
  layoutId: 'letter-top',
  first: '',
  last: '',
  opening: '0.00',
})

/** What the form holds of an account and its company, and nothing that other acts keep with them. */
export function heldOf(
  account: BankAccount,
  company: Company,
): { account: BankAccount; company: CompanyForm } {
  const { bookId: _, ...held } = account
  return {
    account: { ...held, micrShapes: account.micrShapes } as BankAccount,
    company: {
      id: company.id,
      name: company.name,
      address: company.address,
      logo: company.logo,
    } as CompanyForm,
  }
}

/** The form filled from what is known of an account. */
export const formOf = (account: BankAccount, company: Company, book: NumberBook): AccountForm => ({
  companyId: company.id,
  company: company.name.join('\n'),
  companyAddress: company.address.join('\n'),
  logo: company.logo,
  name: account.name,
  forChecks: account.forChecks,
  country: account.country,
  bank: account.bank.name,
  bankAddress: account.bank.address.join('\n'),
  bankLogo: account.bank.logo,
  fraction: account.fraction,
  routing: account.routing,
  account: account.account,
  part: account.part,
  code: account.code,
  pattern: account.pattern,
  micrShapes: account.micrShapes,
  sign: account.currency.sign,
  currency: account.currency.name,
  minor: account.currency.minor ?? '',
  signatories: account.signatories.map((s, i) => ({
    name: s.name,
    title: s.title,
    picture: s.picture,
    prints: account.signing.prints.includes(i),
  })),
  secondAbove: account.signing.secondAbove === null ? '' : figures(account.signing.secondAbove),
  stockId: account.stockId,
  layoutId: account.layoutId,
  first: String(book.start),
  last: String(book.end),
  opening: '0.00',
})

/** The form with the bank's part of a ready-made sample; company and name stay where they are filled in. */
export const fromSample = (form: AccountForm, sample: SampleAccount): AccountForm => ({
  ...form,
  country: sample.country,
  bank: sample.facts.bank.name,
  bankAddress: sample.facts.bank.address.join('\n'),
  fraction: sample.facts.fraction,
  routing: sample.facts.routing,
  account: sample.facts.account,
  part: sample.facts.part,
  code: sample.facts.code,
  pattern: sample.facts.pattern,
  sign: sample.facts.currency.sign,
  currency: sample.facts.currency.name,
  minor: sample.facts.currency.minor ?? '',
  stockId: sample.stock,
  layoutId: sample.layout,
  company: form.company || sample.facts.company.name.join('\n'),
  companyAddress: form.companyAddress || sample.facts.company.address.join('\n'),
  first: form.first || '1001',
  last: form.last || '1999',
})

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

export function useAccountForm(start: AccountForm) {
  const form = ref<AccountForm>(plainCopy(start))
  const faults = ref<Record<string, string>>({})

  /** The facts as they would print, as far as they go: for the picture beside the form. */
  const shown = computed((): AccountFacts => {
    const f = form.value
    const code = bankCode(f.country, f.routing)
    return plainCopy({
      country: f.country,
      company: {
        name: linesOf(f.company).slice(0, 2),
        address: linesOf(f.companyAddress).slice(0, 4),
        ...(f.logo && { logo: f.logo }),
      },
      bank: {
        name: f.bank,
        address: linesOf(f.bankAddress).slice(0, 3),
        ...(f.bankLogo && { logo: f.bankLogo }),
      },
      fraction: f.fraction,
      routing: code.ok ? code.value : f.routing,
      account: f.account,
      part: f.part,
      code: f.code,
      pattern: f.pattern,
      ...(f.micrShapes && { micrShapes: f.micrShapes }),
      currency: { sign: f.sign, name: f.currency || 'dollars', ...(f.minor && { minor: f.minor }) },
      signatories: f.signatories.map(s => ({
        name: s.name,
        title: s.title,
        ...(s.picture && { picture: s.picture }),
      })),
    })
  })

  /**
   * Checks the form: what is wrong stands at its field. Gives what to save, or nothing. `whole` asks for the
   * number book and opening balance too.
   */
  function read(
    ids: { account: Id<'account'>; company: Id<'company'>; cash: Id<'ledger'> },
    whole: boolean,
  ): ToOpen | undefined {
    const f = form.value
    const found: Record<string, string> = {}
    const parsed = accountFactsSchema.safeParse({
      ...shown.value,
      routing: f.routing.trim() === '' ? '' : shown.value.routing,
      account: f.account.trim(),
      fraction: f.fraction.trim(),
    })
    if (!parsed.success)
      for (const issue of parsed.error.issues)
        found[fieldOf[issue.path.slice(0, 2).join('.')] ?? String(issue.path[0])] ??= issue.message
    if (!linesOf(f.company).length) found.company = 'the company’s name is wanted here'
    if (linesOf(f.company).length > 2) found.company = 'two lines at most'
    if (!f.name.trim()) found.name = 'what do you call this account?'
    if (f.signatories.some(s => !s.name.trim())) found.signatories = 'every signatory needs a name'
    const second = f.secondAbove.trim() === '' ? undefined : parseAmount(f.secondAbove, 'secondAbove')
    if (second && !second.ok) found.secondAbove = second.refusal.text
    const lowest = checkNumber(f.first, 'lowest')
    const highest = checkNumber(f.last, 'highest')
    const opening = parseAmount(f.opening, 'opening')
    if (whole) {
      if (!f.bank.trim()) found.bank = 'the bank’s name is wanted here'
      if (!lowest.ok) found.first = lowest.refusal.text
      if (!highest.ok) found.last = highest.refusal.text
      if (!opening.ok) found.opening = opening.refusal.text
      if (lowest.ok && highest.ok && highest.value < lowest.value)
        found.last = 'the highest number comes after the lowest'
    }
    faults.value = found
    if (Object.keys(found).length || !parsed.success) return undefined
    const { company, bank, ...facts } = parsed.data
    const account: BankAccount = {
      id: ids.account,
      companyId: ids.company,
      name: f.name.trim(),
      forChecks: f.forChecks,
      country: f.country,
      bank: plainCopy(bank) as BankAccount['bank'],
      fraction: facts.fraction,
      routing: facts.routing,
      account: facts.account,
      part: facts.part,
      code: facts.code,
      pattern: facts.pattern,
      ...(facts.micrShapes && { micrShapes: facts.micrShapes }),
      currency: plainCopy(facts.currency) as BankAccount['currency'],
      signatories: plainCopy(facts.signatories),
      signing: {
        secondAbove: second?.ok ? second.value : null,
        prints: f.signatories.flatMap((s, i) => (s.prints && s.picture ? [i] : [])),
      },
      cashLedgerId: ids.cash,
      stockId: f.stockId,
      layoutId: f.layoutId,
    }
    const start = lowest.ok ? lowest.value : (1 as NumberBook['start'])
    return {
      account,
      company: {
        id: ids.company,
        name: company.name,
        address: company.address,
        ...(f.logo && { logo: plainCopy(f.logo) }),
      },
      opening: opening.ok ? opening.value : (0 as Cents),
      book: {
        id: idOf(crypto.randomUUID()),
        accountId: ids.account,
        kind: 'printed by us',
        start,
        end: highest.ok ? highest.value : start,
      },
    }
  }
  return { form, faults, shown, read }
}

/** Ledger accounts that a new company begins with. */
export const startingChart: readonly (readonly [string, string, LedgerAccount['kind']])[] = [
  ['1010', 'Cash', 'asset'],
  ['3000', 'Opening balances', 'equity'],
  ['6100', 'Materials', 'expense'],
  ['6200', 'Repairs', 'expense'],
  ['6300', 'Rent and dues', 'expense'],
  ['6500', 'Wages', 'expense'],
  ['6600', 'Office', 'expense'],
  ['6800', 'Advice', 'expense'],
]
export const patternsOf = (country: Country): MicrPattern[] =>
  micrPatterns.filter(p => p.country === country).map(p => p.pattern)
