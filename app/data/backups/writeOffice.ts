import { tableNames } from '#core/office/tables'
import type { BackupManifest } from '#core/office/backup/backupFormat'
import { BackupWriter } from '#core/office/backup/backupWriter'
import { db } from '../store/db'
import { countRows, eachPage, pageOf } from '../store/pages'
import { HANDED_FACT } from './backupFact'
import { lastLine } from '../history/lastLine'

/** So many bytes are held; beyond them they go to the browser, which keeps large files outside of memory. */
const MOST_HELD = 16_000_000
/** A file that comes in pieces. */
class Pieces {
  private whole = new Blob()
  private held: Uint8Array[] = []
  private bytes = 0

  add(piece: Uint8Array): void {
    this.held.push(piece)
    this.bytes += piece.length
    if (this.bytes > MOST_HELD) this.blob()
  }
  /** Everything that came so far. */
  blob(): Blob {
    this.whole = new Blob([this.whole, ...(this.held as BlobPart[])])
    this.held = []
    this.bytes = 0
    return this.whole
  }
}

/** Scans with the bytes of their pictures. */
async function readScans(): Promise<object[]> {
  const scans = await db.scans.toArray()
  return Promise.all(
    scans.map(async ({ picture, ...scan }) => ({
      ...{ ...scan, type: picture.type, bytes: new Uint8Array(await picture.arrayBuffer()) },
    })),
  )
}
const headHere = async (): Promise<string> => (await lastLine())?.hash ?? ''

type About = Pick<BackupManifest, 'madeAt' | 'by' | 'store'>
interface Written {
  readonly file: Blob
  readonly head: BackupManifest['head']
}
/** Goes through all tables once, a few rows at a time. */
async function writeOnce(
  about: About,
  scans: readonly object[],
  tell: (part: number) => unknown,
): Promise<Written> {
  const pieces = new Pieces()
  const writer = new BackupWriter(about, bytes => pieces.add(bytes))
  const whole = 1 + (await countRows())
  let done = 0
  for (const table of tableNames) {
    writer.addRows(table, [])
    await eachPage<object>(table, pageOf(table), rows => {
      writer.addRows(table, rows)
      void tell(Math.min(1, (done += rows.length) / whole))
    })
  }
  writer.addRows('facts', await db.facts.where('name').notEqual(HANDED_FACT).toArray())
  writer.addRows('scans', scans)
  const head = writer.end()
  return { file: pieces.blob(), head }
}

/** So often it begins anew where somebody acted meanwhile; then acts wait until it is done. */
const MOST_TRIES = 2
/**
 * Writes everything that is kept into a file, as it stands at one moment: rows change by acts alone, so it is one
 * where no act came in between. `tell` hears how far it is, from 0 to 1.
 */
export async function writeOffice(about: About, tell: (part: number) => unknown): Promise<Written> {
  const scans = await readScans()
  for (let n = 0; n < MOST_TRIES; n++) {
    const before = await headHere()
    const written = await writeOnce(about, scans, tell)
    if (before === (await headHere())) return written
  }
  // A function that is not async would let the transaction end early.
  return db.transaction('r', db.tables, async () => writeOnce(about, scans, tell))
}
