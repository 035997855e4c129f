import { isLive, type Payee } from './payee'
import { nameKey } from '../faces/texts'

/** Payees found by code and by name, for whoever asks for thousands of them: those that became another are left out. */
export class PayeeIndex {
  private readonly names = new Map<string, Payee>()
  private readonly codes = new Map<string, Payee>()

  constructor(payees: Iterable<Payee> = []) {
    for (const payee of payees) this.add(payee)
  }
  add(payee: Payee): void {
    if (!isLive(payee)) return
    this.names.set(nameKey(payee.name), payee)
    if (payee.code) this.codes.set(payee.code.toLowerCase(), payee)
  }
  named = (name: string): Payee | undefined => this.names.get(nameKey(name))
  coded = (code: string | undefined): Payee | undefined => this.codes.get(code?.trim().toLowerCase() ?? '')
  /** Who is meant by what is typed: by the code, or by the name whatever its case and spaces. */
  typed = (text: string): Payee | undefined => this.coded(text) ?? this.named(text)
}
