import { ref } from 'vue'
import { noteHandedFromHere, readHandedOver } from '~/data/office/handing'
import { useOffice } from '~/stores/office'
import { useAct } from '../base/useAct'
import { useBackup } from './useBackup'
import { useLive } from '../base/useLive'

/** Handing the office over to another desk as a file, and taking it on or back. */
export function useHandOver() {
  const office = useOffice()
  const handed = useLive(readHandedOver)
  const to = ref('')
  const { busy, fault, at, succeeded } = useAct()
  const file = useBackup()

  /** The office is handed over first: what is done after the file was made would not be in it. */
  async function handOver(): Promise<void> {
    if (!(await succeeded('handOver', { to: to.value }))) return
    to.value = ''
    await noteHandedFromHere()
    await saveFile()
  }
  /** Saves what the other desk takes on; as often as is wanted. */
  const saveFile = (): Promise<void> => file.save('handed over')
  async function continueOffice(back: boolean): Promise<void> {
    if (await succeeded('continueOffice', { back })) office.said = 'You can work here again.'
  }
  return { handed, to, busy, fault, at, handOver, saveFile, continueOffice, file }
}
