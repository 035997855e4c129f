import { computed, ref } from 'vue'
import { fitsOf, type FitRow, type Printer } from '#core/fit/printers'
import { readPrinters } from '~/data/fit/printerReads'

const key = 'violet-lane printer'
/** The printer and tray last used in this browser, for every page alike: `printer key|tray`, or empty. */
const chosen = ref(localStorage.getItem(key) ?? '')

/** Which printer and tray the paper goes through, and the fit in use there for a stock. */
export function usePrinterChoice(stockId: () => string | undefined) {
  const all = useLive(readPrinters)
  const choices = computed(() =>
    (all.value?.printers ?? []).flatMap(p =>
      p.trays.map(tray => ({ value: `${p.id}|${tray}`, title: `${p.name}, ${tray}`, printer: p, tray })),
    ),
  )
  const choice = computed(() => choices.value.find(c => c.value === chosen.value))
  const history = computed<readonly FitRow[]>(() =>
    choice.value && stockId()
      ? fitsOf(all.value?.fits ?? [], choice.value.printer.id, choice.value.tray, stockId()!)
      : [],
  )
  const fit = computed(() => history.value[0])
  function choose(value: string) {
    chosen.value = value
    localStorage.setItem(key, value)
  }
  return { all, choices, chosen, choice, history, fit, choose }
}

export const printerName = (printers: readonly Printer[], id: string | undefined): string =>
  printers.find(p => p.id === id)?.name ?? 'a printer'
