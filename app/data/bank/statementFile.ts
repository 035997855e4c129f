import type { Result } from '#core/base/result'
import type { ReadFile } from '#core/bank/read/bankFile'
import { inWorker } from '../store/inWorker'
import type { StatementApi } from './statementWork'

/** Reads a statement file in one of the banks' own formats; nothing where it is a table. */
export async function readStatementFile(file: Blob): Promise<Result<ReadFile | undefined>> {
  const bytes = new Uint8Array(await file.arrayBuffer())
  const worker = new Worker(new URL('../../workers/statement.worker.ts', import.meta.url), {
    type: 'module',
  })
  return inWorker<StatementApi, Result<ReadFile | undefined>>(
    worker,
    remote => remote.read(bytes) as Promise<Result<ReadFile | undefined>>,
  )
}
