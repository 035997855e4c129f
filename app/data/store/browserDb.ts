import Dexie, { type Table } from 'dexie'

/** What the browser lets a page ask of a folder; not every browser has it, nor its types. */
interface Permitted {
  queryPermission(of: { mode: 'readwrite' }): Promise<PermissionState>
  requestPermission(of: { mode: 'readwrite' }): Promise<PermissionState>
}
export type Folder = FileSystemDirectoryHandle & Permitted

/** The key that backups in a folder are locked for, since when, and its secret half under a passphrase. */
export interface FolderKey {
  readonly recipient: string
  readonly kept: Uint8Array
  readonly since: string
}
/** The folder that the backups of one office go into by themselves. */
interface KeptFolder {
  readonly store: string
  readonly folder: Folder
  readonly most: number
  /** Why the last one was not written; blank: it was. */
  readonly fault: string
  /** Nothing: the files are not locked. */
  readonly key?: FolderKey
}
/** An office of this browser, as it was last seen from within. */
export interface OfficeHere {
  readonly store: string
  readonly title: string
  /** Put away: the rail does not offer it. */
  readonly away?: boolean
}

/** What belongs to this browser and to no office: no backup takes it along. */
class BrowserDb extends Dexie {
  declare folders: Table<KeptFolder, string>
  declare offices: Table<OfficeHere, string>
  constructor() {
    super('violet-lane browser')
    this.version(1).stores({ folders: 'store', offices: 'store' })
  }
}
export const browserDb = new BrowserDb()
