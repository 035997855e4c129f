import Dexie, { type Table } from 'dexie'
import { BACKUP_FACT } from './backupFact'
import { db } from './db'

/** What the browser lets a page ask of a folder; not every browser has it, nor its types. */
interface Permitted {
  queryPermission(of: { mode: 'readwrite' }): Promise<PermissionState>
  requestPermission(of: { mode: 'readwrite' }): Promise<PermissionState>
}
type Folder = FileSystemDirectoryHandle & Permitted
interface Picking {
  showDirectoryPicker?(of: { id: string; mode: 'readwrite' }): Promise<Folder>
}
interface Kept {
  readonly name: 'folder'
  readonly folder: Folder
  readonly most: number
  /** Why the last one was not written; blank: it was. */
  readonly fault: string
}
/** What belongs to this browser and to no office: no backup takes it along. */
class BrowserDb extends Dexie {
  declare kept: Table<Kept, Kept['name']>
  constructor() {
    super('violet-lane browser')
    this.version(1).stores({ kept: 'name' })
  }
}
const browser = new BrowserDb()

const MODE = { mode: 'readwrite' } as const
const USUAL_MOST = 10
const DAY_MS = 86_400_000
const ours = /^backup \d{4}-\d\d-\d\d \d\d-\d\d-\d\d\.zip$/

/** The folder that backups go into by themselves. */
export interface BackupFolder {
  readonly name: string
  readonly most: number
  /** Whether the browser lets us write there without being asked. */
  readonly open: boolean
  readonly fault: string
}
export const canPickFolder = (): boolean => 'showDirectoryPicker' in window

/** The folder that was chosen; undefined where none was. */
export async function readBackupFolder(): Promise<BackupFolder | undefined> {
  const kept = await browser.kept.get('folder')
  if (!kept) return undefined
  const { folder, most, fault } = kept
  const open = (await folder.queryPermission(MODE)) === 'granted'
  return { name: folder.name, most, open, fault }
}
/** Lets a person choose the folder; false where they chose none. */
export async function pickBackupFolder(): Promise<boolean> {
  const pick = (window as Picking).showDirectoryPicker
  if (!pick) return false
  try {
    const folder = await pick.call(window, { id: 'violet-lane', mode: 'readwrite' })
    await browser.kept.put({ name: 'folder', folder, most: USUAL_MOST, fault: '' })
    return true
  } catch (error) {
    if ((error as DOMException).name === 'AbortError') return false
    throw error
  }
}
/** Asks the browser once more to let us write into it, as it wants after a restart. */
export async function openBackupFolder(): Promise<boolean> {
  const kept = await browser.kept.get('folder')
  if (!kept || (await kept.folder.requestPermission(MODE)) !== 'granted') return false
  await browser.kept.put({ ...kept, fault: '' })
  return true
}
export const forgetBackupFolder = (): Promise<void> => browser.kept.delete('folder')
/** How many of the last backups stay there. */
export const keepInFolder = (most: number): Promise<unknown> => browser.kept.update('folder', { most })
const noteFault = (fault: string): Promise<unknown> => browser.kept.update('folder', { fault })

/** Whether one is to be written: something was counted off since the last, or a day of work has gone by. */
export async function readFolderDue(now: number): Promise<boolean> {
  const [fact, last, counted] = [
    await db.facts.get(BACKUP_FACT),
    await db.trail.orderBy('seq').last(),
    await db.trail.where('act').equals('count off').last(),
  ]
  const [at, seq] = fact?.value.split(' ') ?? []
  const saved = Number(seq ?? 0)
  if (!last || last.seq <= saved) return false
  return (counted?.seq ?? 0) > saved || !at || now - Date.parse(at) > DAY_MS
}

/** All but the last few of our files there go. */
async function prune(folder: Folder, most: number): Promise<void> {
  const names: string[] = []
  for await (const name of folder.keys()) if (ours.test(name)) names.push(name)
  for (const name of names.sort().slice(0, Math.max(0, names.length - most))) await folder.removeEntry(name)
}
async function write(folder: Folder, name: string, bytes: Uint8Array): Promise<void> {
  const file = await (await folder.getFileHandle(name, { create: true })).createWritable()
  try {
    await file.write(bytes as BufferSource)
    await file.close()
  } catch (error) {
    await file.abort().catch(() => undefined)
    throw error
  }
}
/**
 * Writes a backup into the folder, one tab at a time; `make` gives its bytes and notes that it was made once
 * `done`. What goes wrong is kept, to be told. Gives whether it was written.
 */
export const backUpIntoFolder = (
  at: string,
  make: () => Promise<{ readonly bytes: Uint8Array; readonly done: () => Promise<unknown> }>,
): Promise<boolean> =>
  navigator.locks.request('violet-lane folder', { ifAvailable: true }, async lock => {
    const kept = await browser.kept.get('folder')
    if (!lock || !kept || (await kept.folder.queryPermission(MODE)) !== 'granted') return false
    try {
      const { bytes, done } = await make()
      await write(kept.folder, `backup ${at.slice(0, 19).replace('T', ' ').replaceAll(':', '-')}.zip`, bytes)
      await done()
      await prune(kept.folder, kept.most)
      await noteFault('')
      return true
    } catch (error) {
      await noteFault((error as Error).message || (error as Error).name)
      return false
    }
  })
