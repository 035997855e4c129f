import Dexie, { type Table } from 'dexie'
import { oneAfterOther } from '#core/base/oneAfterOther'
import { db } from '../store/db'
import { FollowedTable } from './followedTable'
import type { KeptBlock } from './keptBlock'

/** Blocks that are laid out together: while one is read, another is laid out; acts wait for all of them. */
const AT_ONCE = 5
/** The worker's own file, which is called after what is in it. */
const thisCode: string = globalThis.location?.pathname ?? ''

/**
 * Blocks of rows that follow from a table alone. What writes to a block's rows takes the block out in the same
 * transaction; it is laid out again when it is next asked for.
 */
export class KeptBlocks<B> {
  private readonly known: FollowedTable<KeptBlock<B>, KeptBlock<B>>
  /** Questions wait for one another, so that a block is not laid out twice at once. */
  private readonly inTurn = oneAfterOther()

  constructor(
    private readonly kept: Table<KeptBlock<B>, string>,
    /** The tables that the blocks follow from. */
    private readonly from: readonly Table[],
    /** Lays out a block by its key. */
    private readonly layOut: (id: string) => Promise<B>,
  ) {
    this.known = new FollowedTable(
      kept.name,
      async rows => rows,
      row => row.id,
    )
  }

  private readonly layOutAll = (ids: readonly string[]): Promise<B[]> => Promise.all(ids.map(this.layOut))
  /** Lays out blocks and keeps them; where there is no room, they are not kept. */
  private async make(ids: readonly string[]): Promise<B[]> {
    try {
      return await db.transaction('rw', [...this.from, this.kept], async () => {
        const blocks = await this.layOutAll(ids)
        await this.kept.bulkPut(ids.map((id, i) => ({ id, madeBy: thisCode, block: blocks[i]! })))
        return blocks
      })
    } catch (error) {
      if (error instanceof Dexie.DexieError) return this.layOutAll(ids)
      throw error
    }
  }
  private async ofKeys(ids: readonly string[]): Promise<B[]> {
    const kept = await this.known.whole()
    const blocks = new Map<string, B>()
    for (const { id, madeBy, block } of kept.values()) if (madeBy === thisCode) blocks.set(id, block)
    const missing = ids.filter(id => !blocks.has(id))
    for (let from = 0; from < missing.length; from += AT_ONCE) {
      const some = missing.slice(from, from + AT_ONCE)
      const made = await this.make(some)
      some.forEach((id, i) => blocks.set(id, made[i]!))
    }
    return ids.map(id => blocks.get(id)!)
  }
  /** The blocks of these keys, in their order. */
  of(ids: readonly string[]): Promise<B[]> {
    return this.inTurn(() => this.ofKeys(ids))
  }
}
