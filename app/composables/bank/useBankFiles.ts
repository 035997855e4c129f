import { computed, ref, type Ref } from 'vue'
import { idOf, type Id } from '#core/base/id'
import { howMany } from '#core/base/howMany'
import { payLayoutSchema, startingLayouts, type PayLayout } from '#core/bank/positivePay/layout'
import { writePayFile, type PayItem } from '#core/bank/positivePay/writeFile'
import { faultLine, readJson } from '#core/exchange/fault'
import type { BankAccount } from '#core/accounts/account'
import { cents } from '#core/money/cents'
import type { CheckNumber } from '#core/numbers/book'
import { readBankFiles } from '~/data/bank/bankReads'
import { saveText } from '~/data/files/fileOut'
import { localToday, useOffice } from '~/stores/office'
import { useAct } from '../base/useAct'
import { useLive } from '../base/useLive'

/** What is shown where nothing waits: an issued check and a voided one. */
const sample: readonly PayItem[] = (['issue', 'end'] as const).map((kind, i) => ({
  ...{ kind, number: (1001 + i) as CheckNumber, amount: cents(123_456), date: localToday() },
  payee: 'Sample Payee & Company',
}))
const MOST_FAULTS = 3

/** The files that the bank of an account gets: their layout, what waits to be sent, and what was sent. */
export function useBankFiles(account: Readonly<Ref<BankAccount | undefined>>) {
  const office = useOffice()
  const { busy, fault, refusal, act, succeeded, at, clear } = useAct()
  const view = useLive(
    () => (account.value ? readBankFiles(account.value) : undefined),
    () => account.value?.id,
  )
  const layout = computed(() => view.value?.layouts.find(l => l.id === view.value?.chosen?.layoutId)?.layout)
  const shorten = ref(false)
  const made = (of: PayLayout, items: readonly PayItem[]) =>
    writePayFile(
      of,
      items,
      { account: account.value!, today: localToday(), shorten: shorten.value },
      (view.value?.sent.length ?? 0) + 1,
    )
  /** The file as it would be sent now. */
  const next = computed(() =>
    layout.value && account.value && view.value ? made(layout.value, view.value.items) : undefined,
  )
  /** What a layout makes of the checks that wait, or of two made-up ones. */
  const preview = (of: PayLayout) =>
    account.value && made(of, view.value?.items.length ? view.value.items.slice(0, 5) : sample)
  const choose = (layoutId: Id<'payLayout'> | null): Promise<boolean> =>
    succeeded('setPositivePay', { accountId: account.value!.id, layoutId })
  async function save(id: Id<'payLayout'>, of: PayLayout | null): Promise<boolean> {
    const input = { companyId: account.value!.companyId, id, layout: of }
    return succeeded('savePayLayout', input, of ? 'Layout saved.' : 'Layout removed.')
  }
  /** Begins with one of the two layouts that ship, and chooses it. */
  async function begin(of: PayLayout): Promise<boolean> {
    const known = view.value?.layouts.find(l => l.layout.name === of.name)
    const id = known?.id ?? idOf<'payLayout'>(crypto.randomUUID())
    return (known !== undefined || (await save(id, of))) && choose(id)
  }
  /** Makes the file of all that waits, and saves it. */
  async function send(): Promise<boolean> {
    const done = await act('sendBankFile', {
      ...{ accountId: account.value!.id, fileId: idOf<'sentFile'>(crypto.randomUUID()) },
      shorten: shorten.value,
    })
    const [file] = done?.ok ? done.value.sentFiles : []
    if (!file) return false
    saveText(file.text, file.name, 'text/plain')
    office.said = `Saved ${file.name} with ${howMany(file.issues + file.ends, 'check')}.`
    return true
  }
  const importFault = ref('')
  /** A layout from a file. */
  async function importLayout(given: File): Promise<void> {
    const read = readJson(await given.text(), payLayoutSchema)
    importFault.value = read.ok
      ? ''
      : read.faults
          .slice(0, MOST_FAULTS)
          .map(f => faultLine(given.name, f))
          .join('; ')
    if (read.ok) await save(idOf<'payLayout'>(crypto.randomUUID()), read.value)
  }
  const exportLayout = (of: PayLayout): void =>
    saveText(`${JSON.stringify(of, null, 1)}\n`, `${of.name}.bank-file.json`, 'application/json')
  return {
    ...{ view, layout, shorten, next, preview, choose, save, begin, send },
    ...{ importLayout, importFault, exportLayout, startingLayouts, busy, fault, refusal, at, clear },
  }
}
