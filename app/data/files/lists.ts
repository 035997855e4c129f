import { inWorker } from '../store/inWorker'
import type { ListApi, ListAsk } from './listWork'
import { storeName } from '../store/storeName'
import { fileTypes, saveBlob } from './fileOut'

export { listNames, type ListName } from './listNames'
export type { ListAsk, ListKey } from './listWork'

/** Saves a list as a file. Gives how many rows it has. */
export async function saveList(ask: ListAsk): Promise<number> {
  const worker = new Worker(new URL('../../workers/list.worker.ts', import.meta.url), {
    type: 'module',
    name: storeName(),
  })
  const { bytes, name, rows } = await inWorker<ListApi, Awaited<ReturnType<ListApi['write']>>>(
    worker,
    remote => remote.write(ask),
  )
  saveBlob(new Blob([bytes as BlobPart], { type: fileTypes[ask.as] }), name)
  return rows
}
