import { proxy, wrap, type Remote } from 'comlink'
import type { Result } from '#core/base/result'
import type { BackupApi, BackupSeen, LockWith } from './backupWork'
import { backupFact } from './backupFact'
import { backUpIntoFolder, readFolderDue, readFolderKey } from './backupFolder'
import { auditAfterwards } from '../audit/audit'
import { db } from '../store/db'
import { failureOf } from '../store/inWorker'
import { momentNow, operatorName } from '../office/office'
import { saveBlob } from '../files/fileOut'

interface Kept {
  readonly worker: Worker
  readonly remote: Remote<BackupApi>
}
let kept: Kept | undefined
/** A worker in an office of this browser. */
function workerIn(name: string): Kept {
  const worker = new Worker(new URL('../../workers/backup.worker.ts', import.meta.url), {
    type: 'module',
    name,
  })
  return { worker, remote: wrap<BackupApi>(worker) }
}
/** Does a piece of work in the worker; it stays until `letGo`, since what was looked at is held there. */
async function inBackup<T>(work: (remote: Remote<BackupApi>) => Promise<T>): Promise<T> {
  kept ??= workerIn(db.name)
  return Promise.race([work(kept.remote), failureOf(kept.worker)])
}
/** Ends the worker, and with it whatever is under way: nothing of it is kept. */
export function closeBackup(): void {
  kept?.worker.terminate()
  kept = undefined
}

/** Hears how far a piece of work is, from 0 to 1. */
type Told = (part: number) => void
/** Packs an office in its worker. */
const pack = (remote: Remote<BackupApi>, at: string, lockWith?: LockWith, tell: Told = () => {}) =>
  remote.save(at, operatorName(), lockWith, proxy(tell))

/** Saves everything that this browser keeps as one file. Gives its size in bytes. */
export async function saveBackup(name: string, passphrase: string, tell: Told): Promise<number> {
  const at = momentNow()
  const { file, seq, head } = await inBackup(remote =>
    pack(remote, at, passphrase ? { passphrase } : undefined, tell),
  )
  putOut(file, name, at, passphrase)
  // The file is there, even where the full disk keeps nobody from being reminded of one.
  await db.facts.put(backupFact(at, seq, head)).catch(() => undefined)
  return file.size
}
/** Saves all of another office of this browser as a file, e.g. before it is removed. */
export async function saveOther(store: string): Promise<void> {
  const at = momentNow()
  const { worker, remote } = workerIn(store)
  try {
    const { file } = await Promise.race([pack(remote, at), failureOf(worker)])
    putOut(file, 'removed office', at, '')
  } finally {
    worker.terminate()
  }
}
function putOut(file: Blob, name: string, at: string, passphrase: string): void {
  const ending = passphrase ? 'zip.age' : 'zip'
  const type = passphrase ? 'application/octet-stream' : 'application/zip'
  saveBlob(new Blob([file], { type }), `${name} ${at.slice(0, 10)}.${ending}`)
}
/** Writes a backup into the folder that was chosen, where one is due. */
export async function backUpWhereDue(): Promise<void> {
  if (kept || !(await readFolderDue(Date.now()))) return
  const at = momentNow()
  await backUpIntoFolder(at, async recipient => {
    const lockWith = recipient === undefined ? undefined : { recipient }
    const { file, seq, head } = await inBackup(remote => pack(remote, at, lockWith))
    closeBackup()
    const done = async (): Promise<void> => {
      await db.facts.put(backupFact(at, seq, head))
      auditAfterwards()
    }
    return { file, seq, head, done }
  })
}
/** A new key for the backups in the folder: both halves, and the secret one as it is kept under a passphrase. */
export async function newBackupKey(passphrase: string) {
  const key = await inBackup(remote => remote.newKey(passphrase))
  closeBackup()
  return key
}
/** Reads a file and holds it against what is here; `opensWith` is a passphrase or the key on paper. */
export async function lookAtBackup(file: Blob, opensWith: string, tell: Told): Promise<Result<BackupSeen>> {
  const key = await readFolderKey()
  return inBackup(
    async remote => (await remote.look(file, opensWith, key?.kept, proxy(tell))) as Result<BackupSeen>,
  )
}
/** Puts what was looked at in the place of what is here. */
export const restoreBackup = (tell: Told): Promise<Result<true>> =>
  inBackup(async remote => (await remote.restore(proxy(tell))) as Result<true>)
