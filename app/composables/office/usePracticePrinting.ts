import { good, type Result } from '#core/base/result'
import type { Stock } from '#core/paper/stock'
import { practiceTrays, type PracticeTray } from '#core/fit/practicePrinter'
import type { JobReport } from '#core/practice/report'
import { plainPaper, practicePrint, practiceReport, type PracticeJob } from '~/data/fit/practicePrinter'

const LOOK_MS = 150
/** Prints on the practice printer and follows the job until its last sheet is out, or the page is left. */
export function usePracticePrinting() {
  const report = shallowRef<JobReport>()
  let left = false
  onScopeDispose(() => {
    left = true
  })

  async function follow(id: string): Promise<Result<JobReport>> {
    for (;;) {
      const now = await practiceReport(id)
      if (!now.ok) return now
      report.value = now.value
      if (now.value.state !== 'printing' || left) return now
      await new Promise(done => setTimeout(done, LOOK_MS))
    }
  }
  async function print(job: PracticeJob, pdf: Uint8Array): Promise<Result<JobReport>> {
    const sent = await practicePrint(job, pdf)
    return sent.ok ? follow(sent.value.id) : sent
  }
  /** One sheet on plain paper of a stock's size; gives the key of its job. */
  async function plain(pdf: Uint8Array, stock: Stock, tray: string, name: string): Promise<Result<string>> {
    const done = await print(
      {
        name,
        tray: practiceTrays.includes(tray as PracticeTray) ? (tray as PracticeTray) : practiceTrays[0],
        stock: plainPaper(stock),
        pack: { top: null, order: 'lowest on top', sheets: 20, firstPlace: 1 },
        pace: 200,
      },
      pdf,
    )
    return done.ok ? good(done.value.id) : done
  }
  return { report, print, follow, plain }
}
