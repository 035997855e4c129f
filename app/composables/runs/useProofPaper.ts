import { onScopeDispose, ref, shallowRef } from 'vue'
import { correctionOf } from '#core/fit/fit'
import type { CheckFacts } from '#core/proof/facts'
import type { Run } from '#core/runs/run'
import { makePaper, type PaperMade, type PaperMaking, type PaperStage } from '~/data/runs/makePaper'
import { momentNow } from '~/data/office/office'
import { readFit, readPrinters } from '~/data/fit/printerReads'
import type { AccountView } from '~/data/accounts/accountReads'

/** What a run's PDF is made of. */
export interface ProofOf {
  readonly view: AccountView
  readonly checks: readonly CheckFacts[]
  /** Places of checks on sheets, in the order in which they are fed. */
  readonly layout: readonly (readonly (number | null)[])[]
  readonly title: string
  readonly printing: Run['printing']
}

/** The PDF of a run, made and read back in workers; made anew where its facts change, and stopped on leaving. */
export function useProofPaper(of: Readonly<ProofOf>) {
  const state = ref<'making' | 'made' | 'stopped' | 'failed'>('making')
  const made = shallowRef<PaperMade>()
  const stage = ref<PaperStage>('making')
  const [done, stageOf] = [ref(0), ref(1)]
  let making: PaperMaking | undefined
  const stop = (): void => making?.stop()
  /** Which making is wanted: one that was begun before is stopped as soon as it can be. */
  let wanted = 0
  onScopeDispose(() => {
    wanted++
    stop()
  })

  function begin(): void {
    stop()
    state.value = stage.value = 'making'
    done.value = 0
    stageOf.value = of.layout.length
    made.value = undefined
  }
  async function start(): Promise<PaperMaking> {
    const { view, checks, layout, title, printing } = of
    const fit = await readFit(printing?.fitId)
    const edge = (await readPrinters()).printers.find(p => p.id === printing?.printerId)?.edge
    return makePaper(
      {
        layout: view.layout,
        stock: view.stock,
        account: view.facts,
        checks,
        sheets: layout,
        title,
        ...(fit && { fit: correctionOf(fit.deviation) }),
        ...(printing?.micr && { micr: printing.micr }),
        madeAt: momentNow(),
        ...(edge !== undefined && { edge }),
        readBack: true,
      },
      (now, n, total) => {
        stage.value = now
        done.value = n
        stageOf.value = total
      },
    )
  }
  async function make(): Promise<void> {
    begin()
    const turn = ++wanted
    const mine = await start()
    if (turn !== wanted) return mine.stop()
    making = mine
    try {
      const result = await mine.made
      if (turn !== wanted) return
      made.value = result === 'stopped' ? undefined : result
      state.value = result === 'stopped' ? 'stopped' : 'made'
    } catch (error) {
      console.error(error)
      if (turn === wanted) state.value = 'failed'
    }
  }
  return { state, made, stage, done, stageOf, make, stop }
}
