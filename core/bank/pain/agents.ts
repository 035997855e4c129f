import type { Country } from '../../base/country'
import { good, refuse, type Result } from '../../base/result'
import { element, xmlText } from '../../base/xmlOut'
import type { BankAccount } from '../../accounts/account'
import { digitsOf } from '../../accounts/account'
import { bankCode } from '../../micr/routing'
import { isBic, isIban } from '../../payees/payeeBank'

/** The most letters of a name (Max140Text). */
export const MOST_NAME = 140
/** Codes of national clearing systems, from the ISO 20022 external code list (check). */
const clearing: Readonly<Record<Country, string>> = { US: 'USABA', CA: 'CACPA', IN: 'INFSC', GB: 'GBDSC' }
/** A bank code of India's clearing: four letters, a zero, six letters or digits. */
const isIfsc = (code: string): boolean => /^[A-Z]{4}0[A-Z0-9]{6}$/.test(code)

/** What the clearing of a country calls a bank: Canada turns transit and institution round and puts a zero before. */
function memberOf(country: Country, code: string): Result<string> {
  if (country === 'IN')
    return isIfsc(code)
      ? good(code)
      : refuse('bank-code', 'the bank code is not an IFSC of 11 letters and digits', { field: 'bankCode' })
  const read = bankCode(country, code, 'bankCode')
  if (!read.ok) return read
  const digits = digitsOf(read.value)
  return good(country === 'CA' ? `0${digits.slice(5)}${digits.slice(0, 5)}` : digits)
}

const clearingMember = (country: Country, member: string): string =>
  element(
    'ClrSysMmbId',
    element('ClrSysId', element('Cd', clearing[country])),
    element('MmbId', xmlText(member)),
  )
const agent = (inner: string): string => element('FinInstnId', inner)

/** The account that pays, and its bank. A bank without a code of its clearing is named only. */
export function debtorParts({ country, routing, account, bank }: BankAccount, currency: string): string {
  const member = country === 'IN' ? undefined : memberOf(country, routing)
  return (
    element(
      'DbtrAcct',
      element('Id', element('Othr', element('Id', xmlText(digitsOf(account))))),
      element('Ccy', currency),
    ) +
    element(
      'DbtrAgt',
      agent(
        member?.ok
          ? clearingMember(country, member.value)
          : element('Nm', xmlText(bank.name.slice(0, MOST_NAME))),
      ),
    )
  )
}

/** Where the money of a transfer goes. */
export interface CreditorBank {
  /** The element of their bank; blank for an IBAN alone. */
  readonly agent: string
  readonly account: string
}
/**
 * The bank and account of a payee, for an order paid out of an account in a country. Refused: no account, a code that
 * the country's clearing does not know.
 */
export function creditorBank(
  country: Country,
  { bankCode: code = '', bankAccount = '' }: { readonly bankCode?: string; readonly bankAccount?: string },
): Result<CreditorBank> {
  if (!bankAccount)
    return refuse('bank-account-blank', 'the payee has no bank account number', { field: 'bankAccount' })
  const account = isIban(bankAccount)
    ? element('IBAN', bankAccount)
    : element('Othr', element('Id', xmlText(bankAccount)))
  if (!code)
    return isIban(bankAccount)
      ? good({ agent: '', account: element('Id', account) })
      : refuse('bank-code-blank', 'the payee has no bank code', { field: 'bankCode' })
  if (isBic(code)) return good({ agent: agent(element('BICFI', code)), account: element('Id', account) })
  const member = memberOf(country, code)
  return member.ok
    ? good({ agent: agent(clearingMember(country, member.value)), account: element('Id', account) })
    : member
}
