import { db } from './db'

/** Reasons that are offered where an act wants one; each list can be changed. */
export const reasonKinds = {
  spoiled: 'Spoiled in the printer',
  replace: 'A check is replaced',
  cancel: 'A payment is cancelled',
  withdraw: 'A payment is withdrawn',
  fate: 'A number gets a fate',
} as const
export type ReasonKind = keyof typeof reasonKinds
const usual: Readonly<Record<ReasonKind, readonly string[]>> = {
  spoiled: [
    'crumpled in the feed',
    'toner smeared',
    'printed out of place',
    'upside down',
    'torn off wrongly',
  ],
  replace: ['lost in the mail', 'destroyed', 'stale-dated', 'wrong address', 'signature missing'],
  cancel: ['wrong payee', 'paid twice', 'bill disputed', 'drawn by mistake'],
  withdraw: ['drawn by mistake', 'paid another way', 'not due yet'],
  fate: ['not in the box when it was opened', 'torn when the box was opened', 'kept for the other tray'],
}
const nameOf = (kind: ReasonKind): string => `reasons/${kind}`
export async function readReasons(kind: ReasonKind): Promise<readonly string[]> {
  const kept = await db.facts.get(nameOf(kind))
  return kept ? (JSON.parse(kept.value) as string[]) : usual[kind]
}
const MOST = 20
export const keepReasons = (kind: ReasonKind, reasons: readonly string[]): Promise<unknown> =>
  db.facts.put({
    name: nameOf(kind),
    value: JSON.stringify(
      [...new Set(reasons.map(r => r.trim().slice(0, 120)).filter(Boolean))].slice(0, MOST),
    ),
  })

/** For how many days the PDF of a counted-off run is kept; null: for ever. */
export async function readKeepDays(): Promise<number | null> {
  const kept = await db.facts.get('keepPapers')
  return kept ? Number(kept.value) : null
}
export const setKeepDays = (days: number | null): Promise<unknown> =>
  days === null ? db.facts.delete('keepPapers') : db.facts.put({ name: 'keepPapers', value: String(days) })

/**
 * Lets go of the PDFs of runs that were counted off longer ago than that. They can be made again from what is
 * kept of each check.
 */
export async function letGoOfOldPapers(now: Date): Promise<number> {
  const days = await readKeepDays()
  if (days === null) return 0
  const before = now.getTime() - days * 86_400_000
  const old = await db.runs
    .where('state')
    .equals('counted off')
    .filter(r => Date.parse(r.countedAt) < before)
    .primaryKeys()
  return db.papers.where('runId').anyOf(old).delete()
}
