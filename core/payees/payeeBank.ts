import { good, refuse, type Result } from '../base/result'

/** The longest account number of a payment order (ISO 20022, Max34Text). */
const MOST_ACCOUNT = 34

/** Whether a text has the shape of an IBAN: two letters, two check digits, then letters and digits. */
export const isIban = (text: string): boolean => /^[A-Z]{2}\d{2}[A-Z0-9]{8,30}$/.test(text)
/** Whether a text has the shape of a BIC: bank, country, place, and a branch perhaps (ISO 9362). */
export const isBic = (text: string): boolean => /^[A-Z]{4}[A-Z]{2}[A-Z0-9]{2}([A-Z0-9]{3})?$/.test(text)

/** The remainder by 97 of an IBAN turned round, letters as 10 to 35; 1 where its check digits are right (ISO 13616). */
function ibanRemainder(iban: string): number {
  const digits = [...`${iban.slice(4)}${iban.slice(0, 4)}`].map(c => String(parseInt(c, 36))).join('')
  let rest = 0
  for (const digit of digits) rest = (rest * 10 + Number(digit)) % 97
  return rest
}

/**
 * The account of a payee at their bank, without spaces: an IBAN with right check digits, or at most 34 letters,
 * digits and dashes. Blank stays blank.
 */
export function payeeAccountNumber(text: string, field = 'bankAccount'): Result<string> {
  const bare = text.replaceAll(/\s/g, '').toUpperCase()
  const at = { field, value: bare }
  if (isIban(bare))
    return ibanRemainder(bare) === 1
      ? good(bare)
      : refuse('iban-digits', 'The check digits of this IBAN are wrong. Compare it with the original', at)
  return !bare || (/^[A-Z0-9-]+$/.test(bare) && bare.length <= MOST_ACCOUNT)
    ? good(bare)
    : refuse('account-pattern', `Enter at most ${MOST_ACCOUNT} letters, digits and dashes`, at)
}

/** The code of a payee’s bank: a BIC, or what the country calls it; letters, digits and dashes. Blank stays blank. */
export function payeeBankCode(text: string, field = 'bankCode'): Result<string> {
  const bare = text.replaceAll(/\s/g, '').toUpperCase()
  return !bare || /^[A-Z0-9-]{6,11}$/.test(bare)
    ? good(bare)
    : refuse('bank-code-pattern', 'Enter a routing number, sort code or BIC: 6 to 11 letters and digits', {
        field,
        value: bare,
      })
}
