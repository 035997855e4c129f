import { computed, ref, type Ref } from 'vue'
import { envelopes, surelySeen } from '#core/paper/envelopes'
import { panelOf } from '#core/paper/stock'
import { sampleAccounts } from '#core/accounts/sampleAccounts'
import { samplesOf } from '#core/payments/sampleChecks'
import { readAccounts } from '~/data/accounts/accountReads'
import { readSomePayments } from '~/data/payments/paymentReads'
import type { Library } from '~/data/layouts/library'
import { fieldDrawer } from './fieldDrawing'
import type { LayoutEditor } from './useLayoutEditor'
import { useLive } from '../base/useLive'

/**
 * With what a layout on the Light table is seen: an account of the office, or a made-up one where none is
 * there; its stock; a sample of its payments; and the fields drawn with them. `key` is the layout's.
 */
export function useLayoutSeen(
  key: string,
  editor: LayoutEditor,
  library: Readonly<Ref<Library | undefined>>,
) {
  const accounts = useLive(readAccounts)
  const accountId = ref('')
  const view = computed(
    () =>
      accounts.value?.find(a => a.account.id === accountId.value) ??
      accounts.value?.find(a => a.account.layoutId === key) ??
      accounts.value?.[0],
  )
  const madeUp = sampleAccounts.find(a => a.layout === key) ?? sampleAccounts[0]!
  const facts = computed(() => view.value?.facts ?? madeUp.facts)
  const stocks = computed(() => (library.value?.stocks ?? []).map(r => r.stock))
  const stock = computed(
    () =>
      (view.value?.account.layoutId === key ? view.value.stock : undefined) ??
      stocks.value.find(s => s.id === editor.layout.value?.stock),
  )
  const payments = useLive(
    () => (view.value ? readSomePayments(view.value.account.id) : []),
    () => view.value?.account.id,
  )
  const samples = computed(() =>
    samplesOf(
      payments.value ?? [],
      view.value?.book.end ?? 1001,
      view.value?.account.signing ?? { secondAbove: null, prints: [] },
    ),
  )
  const sampleName = ref('A usual one')
  const sample = computed(() => samples.value.find(s => s.name === sampleName.value) ?? samples.value[0]!)

  const draw = fieldDrawer()
  const views = computed(() =>
    editor.layout.value && stock.value
      ? draw(editor.layout.value, stock.value, facts.value, sample.value.facts)
      : [],
  )
  /** What the layout's envelope shows in its window however the sheet lies in it, in mm of the sheet. */
  const windowZone = computed(() => {
    const panel = stock.value && panelOf(stock.value, 'check', 1)
    const envelope = envelopes.find(e => e.id === editor.layout.value?.envelope)
    const box = panel && envelope && surelySeen(envelope, panel)
    return panel && box ? { ...box, x: panel.x + box.x, y: panel.y + box.y } : undefined
  })
  return { accounts, accountId, view, facts, stocks, stock, samples, sampleName, sample, views, windowZone }
}
export type LayoutSeen = ReturnType<typeof useLayoutSeen>
