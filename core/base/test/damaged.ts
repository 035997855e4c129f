import { expect } from 'vitest'

/** How many damaged files a property tries: as usual, or as `DAMAGED` says. */
export const damagedFiles = (usual: number): number => Number(process.env.DAMAGED ?? usual)

/** No file, whatever is in it, holds its reader for longer. In ms. */
const MOST_MS = 1000
/** Reads a damaged file: it may be refused, and neither throws nor takes long. */
export function readInTime<T>(read: () => T): T {
  const took: number[] = []
  // A machine that stands still is no slow reader: what is slow every time is.
  for (;;) {
    const began = performance.now()
    const done = read()
    took.push(performance.now() - began)
    if (took.at(-1)! < MOST_MS) return done
    expect(took.length, `took ${took.map(Math.round).join(', ')} ms`).toBeLessThan(4)
  }
}
