import type { BankAccount } from '../accounts/account'
import type { ReadAccount, ReadFile } from './read/bankFile'

const digits = (text: string): string =>
  text
    .replaceAll(/[^0-9a-z]/gi, '')
    .replace(/^0+/, '')
    .toLowerCase()
/** The least digits by which an account is known where the file hides the others. */
const LEAST = 4

/**
 * Whether a file means an account of ours: its number is the same but for signs and leading zeros, it ends with ours
 * (as an IBAN does), or the file hides all but its last digits.
 */
export function isOwnAccount(inFile: string, account: Pick<BankAccount, 'account'>): boolean {
  const [theirs, ours] = [digits(inFile), digits(account.account)]
  if (!theirs || !ours) return false
  if (theirs === ours) return true
  const shown = /[x*•.]{2,}([0-9]+)$/i.exec(inFile.trim())?.[1] ?? ''
  if (shown) return shown.length >= LEAST && ours.endsWith(shown)
  return ours.length >= LEAST && theirs.endsWith(ours)
}

/** The account of a file that is ours; undefined where none is, or more than one. */
export function ownAccountIn(file: ReadFile, account: Pick<BankAccount, 'account'>): ReadAccount | undefined {
  const [only, other] = file.accounts.filter(a => isOwnAccount(a.account, account))
  return other ? undefined : only
}
