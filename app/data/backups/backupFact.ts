import type { Fact } from '../store/db'

export const BACKUP_FACT = 'last backup'
/** That the office was handed over from this browser: the one fact that stays behind. */
export const HANDED_FACT = 'handed over from here'
/** That a backup was saved at that moment, after so many acts. */
export const backupFact = (at: string, acts: number): Fact => ({
  name: BACKUP_FACT,
  value: `${at} ${acts}`,
})
/** When the last backup was saved, and after how many acts; none yet: no moment, and none. */
export function lastBackup(fact: Fact | undefined): {
  readonly at: string | undefined
  readonly acts: number
} {
  const [at, acts] = fact?.value.split(' ') ?? []
  return { at, acts: Number(acts ?? 0) }
}
