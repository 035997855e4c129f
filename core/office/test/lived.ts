import { random } from '../../base/random'
import { perform } from '../actTypes'
import { MemoryOffice } from '../memory'
import { startingOffice } from './chance'
import { nextMove } from './simulator'

const ACTS = 60
/** An office after some random acts, of one seed after the other. */
export async function lived(...seeds: number[]): Promise<MemoryOffice> {
  const desk = new MemoryOffice()
  desk.put(startingOffice())
  for (const seed of seeds) {
    const r = random(seed)
    for (let n = 0; n < ACTS; n++)
      await nextMove(r, n + seed * 1000, desk, desk, (name, input, stamp) =>
        perform(desk, name, input, stamp),
      )?.act()
  }
  return desk
}
