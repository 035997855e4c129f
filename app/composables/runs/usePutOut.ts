import { ref } from 'vue'
import type { Id } from '#core/base/id'
import type { CheckNumber } from '#core/numbers/book'
import { practiceTrays } from '#core/fit/practicePrinter'
import type { Run } from '#core/runs/run'
import type { PrintHow } from '~/components/run/PrintStep.vue'
import { openWindow, savePdf, type PaperWindow } from '~/data/files/fileOut'
import { saveRunFile } from '~/data/runs/runFile'
import { practicePrint, practiceState } from '~/data/fit/practicePrinter'
import type { AccountView } from '~/data/accounts/accountReads'

/** Milliseconds a sheet of the practice printer: slow enough to be watched. */
const PRACTICE_PACE = 250
export const pdfName = (first?: number, last?: number): string => `checks-${first}-${last}.pdf`

/**
 * Where the PDF of a run goes: the window that was opened for it, or none where it is saved or goes to the
 * practice printer.
 */
export type Way = PaperWindow | 'no window'

/** Sends the PDF of a run out: in a window, as a file, or through the practice printer. */
export function usePutOut() {
  /** What went wrong outside the acts: a window or a printer that was not to be had. */
  const trouble = ref('')

  /**
   * Makes sure first that the PDF can go out: opens the window while the press still counts, asks whether
   * the practice printer answers. Nothing has changed where it cannot.
   */
  async function ready(how: PrintHow): Promise<Way | undefined> {
    trouble.value = ''
    if (how.way === 'open') {
      const paper = openWindow()
      if (paper.opened) return paper
      trouble.value =
        'The browser blocked the window for the PDF, so nothing was printed or changed. Allow pop-up windows for this page, or save the PDF instead.'
      return undefined
    }
    if (how.way === 'practice') {
      const there = await practiceState()
      if (!there.ok) {
        trouble.value = `${there.refusal.text} Nothing has changed.`
        return undefined
      }
    }
    return 'no window'
  }

  /**
   * Where the practice printer refuses the PDF, the numbers are on paper all the same: the count-off says
   * that nothing came out. `numbers` are those of the run as it was sent.
   */
  async function putOut(
    how: PrintHow,
    bytes: Uint8Array,
    paper: Way,
    of: { runId: Id<'run'>; run: Run | undefined; view: AccountView | undefined; numbers: readonly number[] },
  ) {
    const [first, last] = [of.numbers[0] as CheckNumber | undefined, of.numbers.at(-1)]
    if (paper !== 'no window') paper.show(bytes, pdfName(first, last))
    else if (how.way === 'save') savePdf(bytes, pdfName(first, last))
    else if (how.way === 'away') {
      await saveRunFile({ id: of.runId })
      if (how.pdf) savePdf(bytes, pdfName(first, last))
    } else if (how.way === 'practice' && of.view) {
      const { stock, layout, facts } = of.view
      const tray = practiceTrays.find(t => t === of.run?.printing?.tray) ?? practiceTrays[0]
      const job = {
        name: `Checks ${first} to ${last}`,
        ref: of.runId,
        tray,
        stock,
        paper: { layout, account: facts },
        pack: how.pack,
        faults: [...how.faults],
        seed: how.seed,
        pace: PRACTICE_PACE,
      }
      const sent = await practicePrint(job, bytes)
      if (!sent.ok) trouble.value = sent.refusal.text
    }
  }
  return { trouble, ready, putOut }
}
