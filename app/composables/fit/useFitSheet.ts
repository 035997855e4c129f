import { ref, type Ref } from 'vue'
import { formatDate } from '#core/base/dates'
import { correctionOf } from '#core/fit/fit'
import { copySheet, fitSheet } from '#core/fit/fitSheet'
import { practicePrinterId } from '#core/fit/practicePrinter'
import type { FitRow, Printer } from '#core/fit/printers'
import { startingLayout } from '#core/paper/startingLayout'
import type { Stock } from '#core/paper/stock'
import { sheetPdf } from '~/data/runs/makePaper'
import { openWindow, savePdf } from '~/data/files/fileOut'
import { readAccounts } from '~/data/accounts/accountReads'
import { localToday, useOffice } from '~/stores/office'
import { useLive } from '../base/useLive'
import { usePracticePrinting } from '../office/usePracticePrinting'

/** What finding a fit is at just now, in words ('' at rest), and what went wrong. */
export interface FitWork {
  readonly busy: Ref<string>
  readonly fault: Ref<string>
}
/** Forms of the fit sheet: bare to find a fit, through the one in use to confirm it, for a photocopy of the stock. */
export type FitSheetForm = 'bare' | 'through' | 'copy'
export interface FitSheetPlace {
  readonly stock: Stock
  readonly printer: Printer
  readonly tray: string
  readonly fit: FitRow | undefined
}

/** Prints fit sheets, in the browser's print window or on the practice printer. */
export function useFitSheet(place: Readonly<FitSheetPlace>, { busy, fault }: FitWork) {
  const office = useOffice()
  const accounts = useLive(readAccounts)
  const practicePrinting = usePracticePrinting()
  /** Key of a sheet that lies in the tray of the practice printer, or ''. */
  const lying = ref('')

  async function drawn(form: FitSheetForm): Promise<Uint8Array> {
    const through = form === 'bare' ? undefined : place.fit
    const said = {
      printer: place.printer.name,
      tray: place.tray,
      date: formatDate(localToday(), 'MMMM D, YYYY'),
      unit: office.unit,
      through: through ? 'printed through the fit in use' : 'printed without a fit',
    }
    const layout =
      accounts.value?.find(a => a.stock.id === place.stock.id)?.layout ??
      startingLayout(place.stock, 'US', { id: 'copy', code: 'COPY', name: 'Copy' })
    const sheet = form === 'copy' ? copySheet(place.stock, layout, said) : fitSheet(place.stock, said)
    return sheetPdf(sheet, 'Fit sheet', through ? correctionOf(through.deviation) : null)
  }
  async function printOnPractice(bytes: Uint8Array): Promise<void> {
    busy.value = 'The practice printer is printing'
    const done = await practicePrinting.plain(bytes, place.stock, place.tray, 'Fit sheet')
    if (done.ok) lying.value = done.value
    else fault.value = done.refusal.text
  }
  async function print(form: FitSheetForm, how: 'print' | 'save'): Promise<void> {
    if (busy.value) return
    const onPractice = place.printer.id === practicePrinterId
    const window = how === 'print' && !onPractice ? openWindow() : undefined
    busy.value = 'Making the sheet'
    fault.value = ''
    lying.value = ''
    const bytes = await drawn(form)
    if (how === 'save') savePdf(bytes, 'fit-sheet.pdf')
    else if (window) window.show(bytes, 'fit-sheet.pdf')
    else await printOnPractice(bytes)
    busy.value = ''
  }
  return { lying, print }
}
