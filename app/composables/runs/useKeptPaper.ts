import type { Ref } from 'vue'
import type { Run } from '#core/runs/run'
import { savePdf } from '~/data/files/fileOut'
import { continuationOf, paperOf } from '~/data/runs/keptPdfs'
import { useLive } from '../base/useLive'
import { pdfName } from './usePutOut'

/** The PDFs kept of a run that was printed: its checks, and the continuation of stubs that ran over. */
export function useKeptPaper(run: Readonly<Ref<Run | undefined>>) {
  const continuation = useLive(
    () => (run.value?.printedAt ? continuationOf(run.value.id) : undefined),
    () => run.value?.printedAt,
  )
  const name = (): string => pdfName(run.value?.checks[0]?.number, run.value?.checks.at(-1)?.number)
  function saveContinuation(): void {
    if (continuation.value) savePdf(continuation.value, `continuation-${name()}`)
  }
  async function saveKept(): Promise<void> {
    const bytes = run.value && (await paperOf(run.value))
    if (bytes) savePdf(bytes, name())
  }
  return { continuation, saveContinuation, saveKept }
}
