import Fuse from 'fuse.js'
import { isLive, payable, type Payee } from './payee'
import { sameName } from '../faces/texts'

/** The payee that was typed: by the code, or by the name whatever its case and spaces. */
export const payeeTyped = (payees: readonly Payee[], typed: string): Payee | undefined => {
  const code = typed.trim().toLowerCase()
  if (!code) return undefined
  const able = payable(payees)
  return able.find(p => p.code?.toLowerCase() === code) ?? able.find(p => sameName(p.name, typed))
}

/** How well a payee answers to what is typed; undefined where it does not. */
function rank(payee: Payee, typed: string): number | undefined {
  const [code, name] = [payee.code?.toLowerCase() ?? '', payee.name.toLowerCase()]
  if (code === typed) return 0
  if (code.startsWith(typed)) return 1
  if (name.startsWith(typed)) return 2
  if (name.includes(` ${typed}`)) return 3
  return name.includes(typed) ? 4 : undefined
}

/**
 * The payees that answer to what is typed, the best first: code, then the beginning of the name, then of a
 * word in it, then anywhere. Nothing typed: the first by name.
 */
export function payeesLike(payees: readonly Payee[], typed: string, most: number): Payee[] {
  const t = typed.trim().toLowerCase()
  const byRank: Payee[][] = [[], [], [], [], []]
  for (const payee of payees) {
    if (!isLive(payee)) continue
    const at = t ? rank(payee, t) : 4
    if (at !== undefined) byRank[at]?.push(payee)
  }
  return byRank.flat().slice(0, most)
}

/** How unlike two names may be to be pointed out as nearly the same: 0 the same, 1 nothing in common. */
const NEAR = 0.25
/** The longest name that a fuzzy search compares letter by letter. */
const MOST_NEAR = 32

/** Payees whose name is nearly the one that is written down now; the same payee and parts of others aside. */
export function nearlyNamed(payees: readonly Payee[], name: string, id: string): Payee[] {
  const wanted = name.trim().slice(0, MOST_NEAR)
  if (wanted.length < 4) return []
  const others = payable(payees).filter(p => p.id !== id)
  return new Fuse(others, { keys: ['name'], threshold: NEAR, ignoreLocation: true })
    .search(wanted, { limit: 3 })
    .map(found => found.item)
}
