import { namesOf } from '#core/trail/lineText'
import { MARK, markOf } from '#core/trail/trail'
import { browserDb, type Folder, type FolderKey } from '../store/browserDb'
import { BACKUP_FACT, lastBackup } from './backupFact'
import { db } from '../store/db'
import { FIRST_STORE } from '../store/storeName'
import { lastLine } from '../history/lastLine'

interface Picking {
  showDirectoryPicker?(of: { id: string; mode: 'readwrite' }): Promise<Folder>
}

const MODE = { mode: 'readwrite' } as const
const USUAL_MOST = 10
const DAY_MS = 86_400_000
/** Tells the files of one office from those of another, where both go into one folder. */
const tag = db.name.slice(FIRST_STORE.length).slice(0, 9)
/** Names end with the last line of the trail and the beginning of its hash: an anchor outside of the browser. */
const ours = new RegExp(
  `^backup${tag} \\d{4}-\\d\\d-\\d\\d \\d\\d-\\d\\d-\\d\\d(?: line (\\d+) ([0-9a-f]{${MARK}}))?\\.zip(?:\\.age)?$`,
)

/** The folder that backups go into by themselves. */
export interface BackupFolder {
  readonly name: string
  readonly most: number
  /** Whether the browser lets us write there without being asked. */
  readonly open: boolean
  readonly fault: string
  /** Since when its files are locked for a key; nothing: they are not. */
  readonly lockedSince?: string
}
export const canPickFolder = (): boolean => 'showDirectoryPicker' in window

/** The folder that was chosen; undefined where none was. */
export async function readBackupFolder(): Promise<BackupFolder | undefined> {
  const kept = await browserDb.folders.get(db.name)
  if (!kept) return undefined
  const { folder, most, fault, key } = kept
  const open = (await folder.queryPermission(MODE)) === 'granted'
  return { name: folder.name, most, open, fault, ...(key && { lockedSince: key.since }) }
}
/** Lets a person choose the folder; false where they chose none. */
export async function pickBackupFolder(): Promise<boolean> {
  const pick = (window as Picking).showDirectoryPicker
  if (!pick) return false
  try {
    const folder = await pick.call(window, { id: 'violet-lane', mode: 'readwrite' })
    await browserDb.folders.put({ store: db.name, folder, most: USUAL_MOST, fault: '' })
    return true
  } catch (error) {
    if ((error as DOMException).name === 'AbortError') return false
    throw error
  }
}
/** Asks the browser once more to let us write into it, as it wants after a restart. */
export async function openBackupFolder(): Promise<boolean> {
  const kept = await browserDb.folders.get(db.name)
  if (!kept || (await kept.folder.requestPermission(MODE)) !== 'granted') return false
  await browserDb.folders.put({ ...kept, fault: '' })
  return true
}
export const forgetBackupFolder = (): Promise<void> => browserDb.folders.delete(db.name)
/** How many of the last backups stay there. */
export const keepInFolder = (most: number): Promise<unknown> => browserDb.folders.update(db.name, { most })
/** The key that the files in the folder are locked for. */
export const readFolderKey = async (): Promise<FolderKey | undefined> =>
  (await browserDb.folders.get(db.name))?.key
/** Locks files in the folder for a key from now on; without one, they are not locked any more. */
export const lockFolder = (key: FolderKey | undefined): Promise<unknown> =>
  browserDb.folders.update(db.name, { key })
const noteFault = (fault: string): Promise<unknown> => browserDb.folders.update(db.name, { fault })

/** Whether one is to be written: something was counted off since the last, or a day of work has gone by. */
export async function readFolderDue(now: number): Promise<boolean> {
  const [fact, last] = [await db.facts.get(BACKUP_FACT), await lastLine()]
  const counted = await Promise.all(
    namesOf('Run counted off').map(name => db.trail.where('act').equals(name).last()),
  )
  const { at, acts: saved } = lastBackup(fact)
  if (!last || last.seq <= saved) return false
  return counted.some(line => (line?.seq ?? 0) > saved) || !at || now - Date.parse(at) > DAY_MS
}

/** A file in the folder, and with which line of the trail it ends, by number and mark. */
export interface FolderMark {
  readonly name: string
  readonly seq: number
  readonly mark: string
}
/** The names of our files in a folder, the oldest first. */
async function namesIn(folder: Folder): Promise<string[]> {
  const names: string[] = []
  for await (const name of folder.keys()) if (ours.test(name)) names.push(name)
  return names.sort()
}
/** What the names of our files there say, the oldest first; nothing where the browser does not let us look. */
export async function readFolderMarks(): Promise<FolderMark[]> {
  const kept = await browserDb.folders.get(db.name)
  if (!kept || (await kept.folder.queryPermission(MODE)) !== 'granted') return []
  return (await namesIn(kept.folder)).flatMap(name => {
    const [, seq, mark] = ours.exec(name) ?? []
    return seq && mark ? [{ name, seq: Number(seq), mark }] : []
  })
}

/** All but the last few of our files there go. */
async function prune(folder: Folder, most: number): Promise<void> {
  const names = await namesIn(folder)
  for (const name of names.slice(0, Math.max(0, names.length - most))) await folder.removeEntry(name)
}
async function write(folder: Folder, name: string, bytes: Blob): Promise<void> {
  const file = await (await folder.getFileHandle(name, { create: true })).createWritable()
  try {
    await file.write(bytes)
    await file.close()
  } catch (error) {
    await file.abort().catch(() => undefined)
    throw error
  }
}
/**
 * Writes a backup into the folder, one tab at a time; `make` gives it and notes that it was made once
 * `done`. What goes wrong is kept, to be told.
 */
export const backUpIntoFolder = (
  at: string,
  make: (recipient: string | undefined) => Promise<{
    readonly file: Blob
    readonly seq: number
    readonly head: string
    readonly done: () => Promise<unknown>
  }>,
): Promise<void> =>
  navigator.locks.request(`${db.name} folder`, { ifAvailable: true }, async lock => {
    const kept = await browserDb.folders.get(db.name)
    if (!lock || !kept || (await kept.folder.queryPermission(MODE)) !== 'granted') return
    try {
      const { file, seq, head, done } = await make(kept.key?.recipient)
      const moment = at.slice(0, 19).replace('T', ' ').replaceAll(':', '-')
      const ending = kept.key ? 'zip.age' : 'zip'
      await write(kept.folder, `backup${tag} ${moment} line ${seq} ${markOf(head)}.${ending}`, file)
      await done()
      await prune(kept.folder, kept.most)
      await noteFault('')
    } catch (error) {
      await noteFault((error as Error).message || (error as Error).name)
    }
  })
