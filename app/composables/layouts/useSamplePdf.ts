import { ref } from 'vue'
import { correctionOf } from '#core/fit/fit'
import { micrOf } from '#core/fit/printers'
import { makePaper } from '~/data/runs/makePaper'
import { momentNow } from '~/data/office/office'
import { openWindow } from '~/data/files/fileOut'
import { noteSample } from '~/data/layouts/scans'
import type { LayoutEditor } from './useLayoutEditor'
import type { LayoutSeen } from './useLayoutSeen'
import { usePrinterChoice } from '../runs/usePrinterChoice'

/**
 * Prints a sample of the layout on the table, through the fit of the printer last used where it has one for
 * this stock. Does nothing while one is being made.
 */
export function useSamplePdf(editor: LayoutEditor, { stock, facts, sample, view }: LayoutSeen) {
  const printer = usePrinterChoice(() => stock.value?.id)
  const making = ref(false)
  async function print(): Promise<void> {
    const [layout, on] = [editor.settled.value, stock.value]
    if (!layout || !on || making.value) return
    const window = openWindow()
    making.value = true
    const made = await makePaper({
      layout,
      stock: on,
      account: facts.value,
      checks: [sample.value.facts],
      title: `Sample of ${layout.code}`,
      madeAt: momentNow(),
      stamp: 'SAMPLE',
      continuationToo: true,
      ...(printer.fit.value && { fit: correctionOf(printer.fit.value.deviation) }),
      ...(printer.choice.value?.printer.micr && { micr: micrOf(printer.choice.value.printer) }),
    }).made.finally(() => {
      making.value = false
    })
    if (made === 'stopped') return window.leave()
    if (view.value) await noteSample(view.value.account.id)
    window.show(made.bytes, `sample-${layout.code}.pdf`)
  }
  return print
}
