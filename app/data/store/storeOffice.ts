import Dexie from 'dexie'
import { refuse, type Result } from '#core/base/result'
import type { Keep, Keeping, TrailReading } from '#core/office/defineAct'
import { perform, type ActName, type InputOf, type WrittenBy } from '#core/office/actTypes'
import type { Reading } from '#core/office/reading'
import type { Changes, TableName } from '#core/office/tables'
import type { Stamp } from '#core/trail/trail'
import { paintStrips } from '../numbers/paintStrips'
import { followLanes } from '../payments/followLanes'
import { ActReading } from './actReading'
import type { OfficeDb } from './db'
import type { DraftSeen } from '../drafts/drafts'
import { StoreReading } from './storeReading'

/** Where locks come from: the browser's, shared by all tabs. */
type Locks = Pick<LockManager, 'request'>

/** Another tab changed the draft that an act is based on. */
class DraftChanged extends Error {}

/** Rows that are written before it is told how far it is. */
const ROWS_AT_ONCE = 500

/**
 * The office that this browser keeps. Each act holds its lock, which all tabs share, and reads and writes
 * in one transaction over its own tables: everything is kept together with its line in the trail, or
 * nothing at all.
 */
export class StoreOffice extends StoreReading implements Keeping {
  constructor(
    db: OfficeDb,
    private readonly locks: Locks,
    /** Hears how much of an act's rows is written, from 0 to 1. */
    private readonly tell?: (part: number) => void,
    /** The draft that acts are based on and that goes with them. */
    private readonly draft?: DraftSeen,
  ) {
    super(db)
  }

  /** Writes rows, so many at a time where somebody hears how far it is. */
  private async write(changes: Changes): Promise<void> {
    const all = Object.values(changes).reduce((sum, rows) => sum + (rows?.length ?? 0), 0)
    const most = this.tell ? ROWS_AT_ONCE : Infinity
    let written = 0
    for (const [table, rows] of Object.entries(changes))
      for (let from = 0; from < (rows?.length ?? 0); from += most) {
        const part = (rows as readonly unknown[]).slice(from, from + most)
        await this.db.table(table).bulkPut(part)
        written += part.length
        this.tell?.(written / all)
      }
  }

  async settle<T>(
    lock: string,
    { reads, writes }: { reads: readonly TableName[]; writes: readonly TableName[] },
    work: (reading: Reading & { readonly trail: TrailReading }, keep: Keep) => Promise<T>,
  ): Promise<T> {
    const named = new Set<string>([...reads, ...writes, 'trail', 'digests'])
    // What is known of a book from its strips goes with its numbers, and the sums of a lane with its payments.
    if (named.has('numbers')) for (const kept of ['strips', 'numberTexts']) named.add(kept)
    if (named.has('payments')) named.add('lanes')
    const reading = new ActReading(this.db)
    const keep: Keep = async (changes, removes, line, digests) => {
      const [paid, gone] = [changes.payments ?? [], removes.payments ?? []]
      if (paid.length || gone.length) await followLanes(this.db, reading, paid, gone)
      reading.forget()
      for (const [table, keys] of Object.entries(removes)) await this.db.table(table).bulkDelete([...keys])
      await this.write(changes)
      if (changes.numbers?.length) await paintStrips(this.db, changes.numbers)
      await this.db.trail.add(line)
      if (digests.length) await this.db.digests.bulkPut([...digests])
      if (this.draft) await this.db.facts.delete(this.draft.name)
    }
    if (this.draft) named.add('facts')
    // An async function of its own: by that Dexie knows that native promises are awaited in its transaction.
    return await this.locks.request(`${this.db.name} ${lock}`, () =>
      this.db.transaction('rw', [...named], async () => {
        await this.mustHoldDraft()
        return await work(reading, keep)
      }),
    )
  }

  /** Throws where another tab changed the draft that this act is based on. */
  private async mustHoldDraft(): Promise<void> {
    if (!this.draft) return
    const kept = await this.db.facts.get(this.draft.name)
    if (this.draft.stale || kept?.value !== this.draft.value) throw new DraftChanged()
  }

  /**
   * Does an act; refused, with nothing changed, where the browser cannot write, or where another tab changed the
   * draft that it is based on.
   */
  async perform<N extends ActName>(
    name: N,
    input: InputOf<N>,
    stamp: Stamp,
    draft?: DraftSeen,
  ): Promise<Result<WrittenBy<N>>> {
    const office = draft ? new StoreOffice(this.db, this.locks, this.tell, draft) : this
    try {
      return await perform(office, name, input, stamp)
    } catch (error) {
      if (error instanceof DraftChanged)
        return refuse(
          'draft-changed',
          'Another tab changed this form. It now shows both changes. Check it, then try again.',
        )
      if (error instanceof Dexie.DexieError)
        return refuse('store-failed', `Nothing was changed: the browser could not save (${error.name})`)
      throw error
    }
  }
}
