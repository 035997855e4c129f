import type { Id } from '../base/id'
import { good, refuse } from '../base/result'
import { printable } from '../faces/texts'
import type { Company } from '../accounts/account'
import type { LedgerAccount } from '../ledger/entry'
import type { Decision } from '../trail/trail'
import type { BankLine } from './bankLine'
import { goesWay, movementKinds, type MovementKind } from './movement'

/** What lines of the bank with a text become: which kind of money, and from or to which ledger account. */
export interface BankRule {
  readonly id: Id<'bankRule'>
  readonly companyId: Id<'company'>
  /** The text that the line contains; case does not matter. */
  readonly contains: string
  readonly way: 'in' | 'out'
  readonly kind: MovementKind
  readonly ledgerId: Id<'ledger'>
}

/** The most rules of a company. */
const MOST_RULES = 500
const MOST_CONTAINS = 60
const LEAST_CONTAINS = 3
const plain = (text: string): string => text.toLowerCase().replaceAll(/\s+/g, ' ').trim()

/** The rule for a line: the one with the longest text that it contains, of its way. */
export function ruleFor(line: BankLine, rules: readonly BankRule[]): BankRule | undefined {
  const text = plain(line.text)
  return rules
    .filter(r => (r.way === 'in') === line.amount > 0 && text.includes(plain(r.contains)))
    .sort((a, b) => b.contains.length - a.contains.length)
    .at(0)
}

/**
 * Adds or changes a rule, or removes it. Refused: a text of fewer than three letters, the same text and way as
 * another rule, a ledger account of another company, a kind that goes the other way.
 */
export function saveBankRule(
  known: {
    readonly company: Company
    readonly rules: readonly BankRule[]
    readonly ledger: LedgerAccount | undefined
  },
  act: { readonly rule: BankRule; readonly remove: boolean },
): Decision<{ bankRules: BankRule[] }> {
  const { company, rules } = known
  const { rule } = act
  const about = { company: company.id }
  if (act.remove)
    return rules.some(r => r.id === rule.id)
      ? good({
          changes: { bankRules: [] },
          removes: { bankRules: [rule.id] },
          trail: { act: 'Bank rule removed', text: `Removed the rule for “${rule.contains}”.`, about },
        })
      : refuse('rule-gone', 'This rule is not there any more', { field: 'contains' })
  const contains = printable(rule.contains, 'contains', MOST_CONTAINS)
  if (!contains.ok) return contains
  const at = { field: 'contains' }
  if (plain(contains.value).length < LEAST_CONTAINS)
    return refuse('rule-short', 'Enter at least three letters of the bank’s text', at)
  if (rules.length >= MOST_RULES) return refuse('rules-many', 'There are 500 rules already', at)
  if (rules.some(r => r.id !== rule.id && r.way === rule.way && plain(r.contains) === plain(contains.value)))
    return refuse('rule-twice', 'There is a rule for this text already', at)
  if (known.ledger?.companyId !== company.id)
    return refuse('ledger-elsewhere', 'Choose a ledger account', { field: 'ledger' })
  if (rule.kind === 'transfer' || !goesWay(rule.kind, rule.way === 'in' ? 1 : -1))
    return refuse('rule-kind', `${movementKinds[rule.kind].title} does not go this way`, { field: 'kind' })
  const saved = { ...rule, companyId: company.id, contains: contains.value }
  return good({
    changes: { bankRules: [saved] },
    trail: {
      act: 'Bank rule saved',
      text: `Bank lines ${rule.way} that contain “${contains.value}” are ${movementKinds[rule.kind].title.toLowerCase()}, ledger account ${known.ledger.code} ${known.ledger.name}.`,
      about,
    },
  })
}
