import { useIntervalFn } from '@vueuse/core'
import { ref, watch } from 'vue'
import {
  canPickFolder,
  forgetBackupFolder,
  keepInFolder,
  openBackupFolder,
  pickBackupFolder,
  readBackupFolder,
  readFolderDue,
} from '~/data/backups/backupFolder'
import { useLive } from '../base/useLive'

/** What writes a backup is fetched when one is due. */
const backUp = async (): Promise<void> => (await import('~/data/backups/backup')).backUpWhereDue()

const HOUR_MS = 3_600_000

/** Writes backups into the chosen folder by itself, wherever the office stands: after a count-off, once a day. */
export function useFolderWatch(): void {
  const due = useLive(() => readFolderDue(Date.now()))
  const folder = useLive(readBackupFolder)
  const look = (): void => {
    if (due.value && folder.value?.open && !folder.value.fault) void backUp()
  }
  watch([due, folder], look)
  useIntervalFn(() => void backUp(), HOUR_MS)
}

/** Choosing the folder, and what stands there. */
export function useBackupFolder() {
  const folder = useLive(readBackupFolder)
  const fault = ref('')
  async function attempt(work: () => Promise<unknown>): Promise<void> {
    fault.value = ''
    try {
      await work()
    } catch (error) {
      fault.value = `This folder cannot be used: ${(error as Error).message}`
    }
  }
  return {
    folder,
    fault,
    can: canPickFolder(),
    pick: () => attempt(pickBackupFolder),
    open: () => attempt(openBackupFolder),
    forget: () => attempt(forgetBackupFolder),
    keep: (most: number) => attempt(() => keepInFolder(most)),
  }
}
