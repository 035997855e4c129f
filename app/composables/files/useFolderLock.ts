import { computed, ref, shallowRef } from 'vue'
import { backupKeyPaper } from '#core/reports/backupKey'
import { newBackupKey } from '~/data/backups/backup'
import { lockFolder } from '~/data/backups/backupFolder'
import { momentNow, momentText } from '~/data/office/office'
import { saveList } from '~/data/runs/listPaper'
import { useOffice } from '~/stores/office'

type MadeKey = Awaited<ReturnType<typeof newBackupKey>>

/**
 * Locking automatic backups: a passphrase is chosen, a key is made and its page saved, and only then are files
 * locked for it. Left half-way, nothing is locked.
 */
export function useFolderLock() {
  const office = useOffice()
  const isOpen = ref(false)
  const passphrase = ref('')
  const again = ref('')
  const busy = ref(false)
  const fault = ref('')
  /** Whether something was tried: what is missing is said from then on. */
  const isTried = ref(false)
  const made = shallowRef<MadeKey>()
  const faults = computed(() => ({
    passphrase: passphrase.value ? '' : 'Choose a passphrase.',
    again: again.value === passphrase.value ? '' : 'This differs from the passphrase above.',
  }))

  function leave(): void {
    isOpen.value = isTried.value = false
    passphrase.value = again.value = fault.value = ''
    made.value = undefined
  }
  async function during(work: () => Promise<void>): Promise<void> {
    if (busy.value) return
    busy.value = true
    fault.value = ''
    try {
      await work()
    } catch (error) {
      fault.value = `That failed, and nothing was locked: ${(error as Error).message}.`
    }
    busy.value = false
  }
  async function savePage(secret: string): Promise<void> {
    await saveList(backupKeyPaper(secret, momentText(momentNow())), 'backup-key.pdf')
  }
  const make = (): Promise<void> =>
    during(async () => {
      isTried.value = true
      if (Object.values(faults.value).some(Boolean)) return
      const key = await newBackupKey(passphrase.value)
      await savePage(key.secret)
      made.value = key
    })
  const saveAgain = (): Promise<void> => during(() => savePage(made.value!.secret))
  const lock = (): Promise<void> =>
    during(async () => {
      const { recipient, kept } = made.value!
      await lockFolder({ recipient, kept, since: momentNow() })
      leave()
      office.said = 'Automatic backups are locked from the next one on.'
    })
  const unlock = (): Promise<void> =>
    during(async () => {
      await lockFolder(undefined)
      office.said = 'Automatic backups are not locked from the next one on.'
    })
  return {
    ...{ isOpen, passphrase, again, busy, fault, faults, isTried, made },
    ...{ make, saveAgain, lock, unlock, leave },
  }
}
