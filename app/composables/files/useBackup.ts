import { onScopeDispose, ref, shallowRef } from 'vue'
import { auditAfterwards } from '~/data/audit/audit'
import { closeBackup, lookAtBackup, restoreBackup, saveBackup } from '~/data/backups/backup'
import { readBackupState } from '~/data/backups/backupState'
import { useOffice } from '~/stores/office'
import type { BackupSeen } from '~/data/backups/backupWork'
import { useLive } from '../base/useLive'

const READING = 'Reading the backup'

/** Saving backup as one file, and putting such a file in the place of what is here. */
export function useBackup() {
  const office = useOffice()
  const state = useLive(readBackupState)
  /** What is being done, in words; blank: nothing. */
  const doing = ref('')
  /** How far it is, from 0 to 1; none where it does not tell. */
  const part = ref(0)
  const tell = (of: number): void => {
    part.value = of
  }
  const fault = ref('')
  const seen = shallowRef<BackupSeen>()
  /** Of the file that was looked at, in bytes. */
  const size = ref(0)
  /** With what a backup is locked when it is saved; blank: not. */
  const passphrase = ref('')
  /** A file that was given and is locked, until its passphrase opens it. */
  const locked = shallowRef<File>()
  let left = false
  /** Leaving the page ends a reading; what is being saved or put in place is finished, and said. */
  onScopeDispose(() => {
    left = true
    if (!doing.value || doing.value === READING) closeBackup()
  })

  /** One piece of work at a time; what goes wrong is said, and nothing has changed then. */
  async function during(what: string, work: () => Promise<void>): Promise<void> {
    if (doing.value) return
    doing.value = what
    part.value = 0
    fault.value = ''
    try {
      await work()
    } catch (error) {
      fault.value = `That failed, and nothing was changed: ${(error as Error).message}`
    } finally {
      doing.value = ''
      if (left) closeBackup()
    }
  }
  /** Ends the work: what was awaited of it never comes. */
  function stop(): void {
    closeBackup()
    doing.value = ''
    seen.value = undefined
  }
  const save = (name = 'backup'): Promise<void> =>
    during('Saving backup', async () => {
      const bytes = await saveBackup(name, passphrase.value, tell)
      passphrase.value = ''
      auditAfterwards()
      office.said = `Backup saved (${Math.ceil(bytes / 1024).toLocaleString('en-US')} kB).`
    })
  const look = (file: File, opensWith = ''): Promise<void> =>
    during(READING, async () => {
      seen.value = undefined
      locked.value = undefined
      size.value = file.size
      const read = await lookAtBackup(file, opensWith, tell)
      if (read.ok) seen.value = read.value
      else if (read.refusal.field === 'passphrase') locked.value = file
      if (!read.ok && (opensWith || !locked.value))
        fault.value = `${file.name} cannot be restored. ${read.refusal.text}`
    })
  /** Saves what is here first, then puts the file in its place. */
  const restore = (): Promise<void> =>
    during('Restoring', async () => {
      if (seen.value?.here.last) await saveBackup('before restoring', '', tell)
      part.value = 0
      const done = await restoreBackup(tell)
      if (!done.ok) {
        fault.value = done.refusal.text
        return
      }
      seen.value = undefined
      office.said = 'Backup restored.'
    })
  const leave = (): void => {
    seen.value = undefined
    locked.value = undefined
    fault.value = ''
  }
  return { passphrase, locked, state, doing, part, fault, seen, size, save, look, restore, leave, stop }
}
