import { computed, ref, shallowRef, type Ref } from 'vue'
import { idOf } from '#core/base/id'
import {
  balanceFault,
  hasOddSigns,
  linesOf,
  type ReadAccount,
  type ReadFile,
  type SignReading,
} from '#core/bank/read/bankFile'
import { ownAccountIn } from '#core/bank/ownAccount'
import type { SortedLines } from '#core/bank/importStatement'
import type { BankAccount } from '#core/accounts/account'
import { readSorted } from '~/data/bank/bankReads'
import { readStatementFile } from '~/data/bank/statementFile'
import { useOffice } from '~/stores/office'
import { useAct } from '../base/useAct'
import { useLive } from '../base/useLive'

/** A statement file of the bank: what it says of this account, what of it is new, and the act. */
export function useStatementFile(account: Readonly<Ref<BankAccount | undefined>>) {
  const office = useOffice()
  const { busy, fault: refused, act, clear } = useAct()
  const name = ref('')
  const doing = ref('')
  const fault = ref('')
  const read = shallowRef<ReadFile>()
  /** The account of the file that is meant, where it is not the only one with our number. */
  const chosen = ref('')
  const signs = ref<SignReading>()
  /** How many files were given: of two, the one that was given last is shown, whichever is read first. */
  let given = 0
  let fileId = idOf<'bankFile'>(crypto.randomUUID())

  const own = computed(() => account.value && read.value && ownAccountIn(read.value, account.value))
  const part = computed<ReadAccount | undefined>(
    () => read.value?.accounts.find(a => a.account === chosen.value) ?? own.value,
  )
  const asksSigns = computed(() => part.value !== undefined && hasOddSigns(part.value))
  const lines = computed(() => part.value && linesOf(part.value, signs.value ?? 'as given'))
  const sorted = useLive<SortedLines | undefined>(
    () => (account.value && lines.value ? readSorted(account.value.id, lines.value) : undefined),
    () => lines.value,
  )
  const unbalanced = computed(() =>
    part.value && lines.value && !(asksSigns.value && !signs.value)
      ? balanceFault(part.value, lines.value)
      : '',
  )
  function leave(): void {
    name.value = fault.value = chosen.value = ''
    read.value = undefined
    signs.value = undefined
    clear()
  }
  /** Reads a file. Gives whether it is a table, whose columns must be chosen first. */
  async function give(file: File): Promise<'table' | 'read' | 'refused' | 'another'> {
    leave()
    const mine = ++given
    doing.value = 'Reading the file'
    const found = await readStatementFile(file).catch((error: Error) => error)
    if (mine !== given) return 'another'
    doing.value = ''
    if (found instanceof Error) {
      fault.value = `${file.name} could not be read: ${found.message}`
      return 'refused'
    }
    if (!found.ok) fault.value = `${file.name} cannot be imported. ${found.refusal.text}`
    if (!found.ok) return 'refused'
    if (!found.value) return 'table'
    name.value = file.name
    read.value = found.value
    fileId = idOf<'bankFile'>(crypto.randomUUID())
    return 'read'
  }
  /** Imports the new lines. Gives whether it was done. */
  async function importIt(): Promise<boolean> {
    const [of, to] = [part.value, account.value]
    if (!of || !to || !lines.value || !read.value) return false
    const { from, through, closing } = of
    const done = await act('importStatement', {
      ...{ accountId: to.id, fileId, file: name.value, format: read.value.format, lines: lines.value },
      ...(from && { from }),
      ...(through && { through }),
      ...(closing && { stated: closing }),
    })
    if (!done?.ok) return false
    const { bankLines, numbers } = done.value
    office.said = `Imported ${bankLines.length} bank lines from ${name.value}; ${numbers.length} are checks of yours.`
    leave()
    return true
  }
  return {
    ...{ name, doing, fault, read, chosen, signs, own, part, asksSigns, sorted, unbalanced },
    ...{ busy, refused, give, leave, importIt },
  }
}
