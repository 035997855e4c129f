import { howMany } from '#core/base/howMany'
import { ref } from 'vue'
import { listNames, saveList, type ListAsk } from '~/data/files/lists'
import { useOffice } from '~/stores/office'

/** Saves a list as a file, one at a time: says what was saved, or why it was not. */
export function useExport() {
  const office = useOffice()
  const doing = ref(false)
  const fault = ref('')
  async function save(ask: () => ListAsk | Promise<ListAsk>): Promise<void> {
    if (doing.value) return
    doing.value = true
    fault.value = ''
    try {
      const asked = await ask()
      const rows = await saveList(asked)
      office.said = `Exported ${listNames[asked.list]}: ${howMany(rows, 'row')}.`
    } catch (error) {
      fault.value = `The list could not be saved: ${(error as Error).message}.`
    }
    doing.value = false
  }
  return { doing, fault, save }
}
