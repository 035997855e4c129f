import Dexie, { type Table } from 'dexie'
import { db } from '../store/db'
import { FollowedTable } from './followedTable'
import type { KeptBlock } from './keptBlock'

/** The worker's own file, which is called after what is in it. */
const thisCode: string = globalThis.location?.pathname ?? ''

/**
 * Blocks of rows that follow from a table alone. What writes to a block's rows takes the block out in the same
 * transaction; it is laid out again when it is next asked for.
 */
export class KeptBlocks<B> {
  private readonly known: FollowedTable<KeptBlock<B>, KeptBlock<B>>
  /** Questions wait for one another, so that a block is not laid out twice at once. */
  private turn: Promise<unknown> = Promise.resolve()

  constructor(
    private readonly kept: Table<KeptBlock<B>, string>,
    /** The table that the blocks follow from. */
    private readonly from: Table,
    /** Lays out a block by its key. */
    private readonly layOut: (id: string) => Promise<B>,
  ) {
    this.known = new FollowedTable(
      kept.name,
      async rows => rows,
      row => row.id,
    )
  }

  /** Lays out a block and keeps it; where there is no room, it is not kept. */
  private async make(id: string): Promise<B> {
    try {
      return await db.transaction('rw', this.from, this.kept, async () => {
        const block = await this.layOut(id)
        await this.kept.put({ id, madeBy: thisCode, block })
        return block
      })
    } catch (error) {
      if (error instanceof Dexie.DexieError) return this.layOut(id)
      throw error
    }
  }
  private async ofKeys(ids: readonly string[]): Promise<B[]> {
    const known = await this.known.whole()
    const blocks: B[] = []
    for (const id of ids) {
      const kept = known.get(id)
      blocks.push(kept?.madeBy === thisCode ? kept.block : await this.make(id))
    }
    return blocks
  }
  /** The blocks of these keys, in their order. */
  of(ids: readonly string[]): Promise<B[]> {
    const mine = this.turn.then(() => this.ofKeys(ids))
    this.turn = mine.catch(() => undefined)
    return mine
  }
}
