import type { Country } from '../base/country'
import type { NumberBook } from '../numbers/book'
import { patternsOf, usBusiness, type MicrPattern } from '../micr/pattern'
import { bankCode } from '../micr/routing'
import { figures } from '../money/figures'
import type { FieldKind } from '../paper/kinds'
import type { Picture } from '../paper/picture'
import type { AccountFacts } from '../proof/facts'
import type { BankAccount, Company } from './account'
import type { CompanyForm } from './saveAccount'
import { sampleAccounts, type SampleAccount } from './sampleAccounts'

interface SignatoryForm {
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

/** The lines of a text field, trimmed, without blank ones. */
export const linesOf = (text: string): string[] =>
  text
    .split('\n')
    .map(t => t.trim())
    .filter(Boolean)

/** The form of an account that nothing is known of yet, with what is usual in the United States. */
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

/** Which fields of a check light up while a part of the form is filled in. */
export const partsOfField: Readonly<Record<string, readonly FieldKind[]>> = {
  company: ['payerName'],
  companyAddress: ['payerAddress'],
  logo: ['logo'],
  bank: ['bankName'],
  bankAddress: ['bankAddress'],
  bankLogo: ['bankLogo'],
  fraction: ['fraction'],
  routing: ['micr'],
  account: ['micr'],
  part: ['micr'],
  code: ['micr'],
  micr: ['micr'],
  first: ['number'],
  last: ['number'],
  sign: ['amountFigures'],
  currency: ['amountWords', 'currencyName'],
  signatories: ['signature', 'signatureImage'],
}

/** The form with the pattern and the money of another country. */
export function inCountry(form: AccountForm, country: Country): AccountForm {
  const money = sampleAccounts.find(s => s.country === country)?.facts.currency
  return {
    ...form,
    country,
    pattern: patternsOf(country)[0] ?? form.pattern,
    ...(money && { sign: money.sign, currency: money.name, minor: money.minor ?? '' }),
  }
}
/** The form for a company that is known, with its name, address and logo; or for a new one. */
export const inCompany = (form: AccountForm, companyId: string, known: Company | undefined): AccountForm => ({
  ...form,
  companyId,
  ...(known && {
    company: known.name.join('\n'),
    companyAddress: known.address.join('\n'),
    logo: known.logo,
  }),
})

/** The facts of a form as they would print, as far as they go. */
export function shownFacts(form: AccountForm): AccountFacts {
  const code = bankCode(form.country, form.routing)
  return {
    country: form.country,
    company: {
      name: linesOf(form.company).slice(0, 2),
      address: linesOf(form.companyAddress).slice(0, 4),
      ...(form.logo && { logo: form.logo }),
    },
    bank: {
      name: form.bank,
      address: linesOf(form.bankAddress).slice(0, 3),
      ...(form.bankLogo && { logo: form.bankLogo }),
    },
    fraction: form.fraction,
    routing: code.ok ? code.value : form.routing,
    account: form.account,
    part: form.part,
    code: form.code,
    pattern: form.pattern,
    ...(form.micrShapes && { micrShapes: form.micrShapes }),
    currency: {
      sign: form.sign,
      name: form.currency || 'dollars',
      ...(form.minor && { minor: form.minor }),
    },
    signatories: form.signatories.map(s => ({
      name: s.name,
      title: s.title,
      ...(s.picture && { picture: s.picture }),
    })),
  }
}
