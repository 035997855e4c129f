import { PracticeAccount } from '#core/practice/bank'
import type { PlainDate } from '#core/base/dates'
import type { Cents } from '#core/money/cents'

const MOST_ACCOUNTS = 30

/** The practice bank of one browser: its accounts, by the digits of their number. */
export class PracticeBank {
  private readonly accounts = new Map<string, PracticeAccount>()

  account(digits: string): PracticeAccount | undefined {
    return this.accounts.get(digits)
  }
  /** Opens an account, or begins it anew. */
  open(digits: string, from: PlainDate, opening: Cents): PracticeAccount {
    if (this.accounts.size >= MOST_ACCOUNTS && !this.accounts.has(digits))
      this.accounts.delete([...this.accounts.keys()][0]!)
    const account = new PracticeAccount(digits, from, opening)
    this.accounts.set(digits, account)
    return account
  }
}
