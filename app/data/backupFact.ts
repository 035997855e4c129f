import type { Fact } from './db'

export const BACKUP_FACT = 'last backup'
/** That the office was handed over from this browser: the one fact that stays behind. */
export const HANDED_FACT = 'handed over from here'
/** That a backup was saved at that moment, after so many acts. */
export const backupFact = (at: string, acts: number): Fact => ({
  name: BACKUP_FACT,
  value: `${at} ${acts}`,
})
