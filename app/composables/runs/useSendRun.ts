import type { Ref } from 'vue'
import type { Id } from '#core/base/id'
import type { CheckFacts } from '#core/proof/facts'
import type { Run } from '#core/runs/run'
import type { PrintHow } from '~/components/run/PrintStep.vue'
import type { PaperMade } from '~/data/runs/makePaper'
import { paperOf } from '~/data/runs/keptPdfs'
import type { AccountView } from '~/data/accounts/accountReads'
import type { useAct } from '../base/useAct'
import { usePutOut } from './usePutOut'

/** What a person looked at and approved: the PDF and what it was made of. */
export interface Approved {
  readonly made: PaperMade
  readonly checks: readonly CheckFacts[]
  readonly version: string
  readonly places: readonly string[]
  readonly consent: string
}

/** Sends a run to the printer or away, for the first time or once more. */
export function useSendRun(
  known: {
    readonly runId: Ref<Id<'run'>>
    readonly run: Ref<Run | undefined>
    readonly view: Ref<AccountView | undefined>
    readonly approved: Ref<Approved | undefined>
  },
  { busy, succeeded }: Pick<ReturnType<typeof useAct>, 'busy' | 'succeeded'>,
) {
  const { runId, run, view, approved } = known
  const { trouble, ready, putOut } = usePutOut()
  const sent = (of: readonly { number: number }[]) => ({
    runId: runId.value,
    run: run.value,
    view: view.value,
    numbers: of.map(c => c.number),
  })
  async function printIt(how: PrintHow): Promise<void> {
    if (busy.value || !approved.value) return
    const { made, consent, ...of } = approved.value
    const paper = await ready(how)
    if (!paper) return
    const { bytes, continuation } = made
    const input = {
      runId: runId.value,
      made: of,
      consent,
      pdf: bytes,
      ...(continuation && { continuation }),
      ...(how.way === 'away' && { sentTo: how.to }),
    }
    if (await succeeded('print', input)) await putOut(how, bytes, paper, sent(of.checks))
    else if (paper !== 'no window') paper.leave()
  }
  async function printAgain(how: PrintHow, why: string): Promise<void> {
    if (busy.value || !run.value) return
    const of = run.value
    const paper = await ready(how)
    if (!paper) return
    const bytes = await paperOf(of)
    if (bytes && (await succeeded('printAgain', { runId: runId.value, why })))
      await putOut(how, bytes, paper, sent(of.checks))
    else if (paper !== 'no window') paper.leave()
  }
  return { trouble, printIt, printAgain }
}
