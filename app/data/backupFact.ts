import type { Fact } from './db'

export const BACKUP_FACT = 'last backup'
/** That a backup was saved at that moment, after so many acts. */
export const backupFact = (at: string, acts: number): Fact => ({
  name: BACKUP_FACT,
  value: `${at} ${acts}`,
})
