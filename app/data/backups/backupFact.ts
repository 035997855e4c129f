import type { Fact } from '../store/db'

export const BACKUP_FACT = 'last backup'
/** That the office was handed over from this browser: the one fact that stays behind. */
export const HANDED_FACT = 'handed over from here'
/** That a backup was saved at that moment, after so many acts, of which the last has that hash. */
export const backupFact = (at: string, acts: number, head: string): Fact => ({
  name: BACKUP_FACT,
  value: `${at} ${acts} ${head}`,
})
/** When the last backup was saved, after how many acts, and the hash of the last; none yet: no moment, and none. */
export function lastBackup(fact: Fact | undefined): {
  readonly at: string | undefined
  readonly acts: number
  readonly head: string
} {
  const [at, acts, head = ''] = fact?.value.split(' ') ?? []
  return { at, acts: Number(acts ?? 0), head }
}
