import { z } from '../base/schema'
import { micrOutlines, type Contour } from './outlines'
import { micrCharacters, type MicrCharacter } from './symbols'

/**
 * The shapes a MICR line is printed in: closed contours of every character, 1000 units to the pitch, as in
 * `outlines.ts`.
 */
export interface MicrShapes {
  readonly name: string
  readonly contours: Readonly<Record<MicrCharacter, readonly Contour[]>>
}

const point = z.strictObject({
  x: z.number().int().min(-1000).max(2000),
  y: z.number().int().min(-1000).max(3000),
  on: z.boolean(),
})
/** Shapes taken from a bank's own font file, kept with the account. */
export const micrShapesSchema = z.strictObject({
  name: z.string().min(1).max(80),
  contours: z.record(z.enum(micrCharacters), z.array(z.array(point).min(3).max(400)).min(1).max(20)),
})

/** Our own shapes, not certified. */
export const ownShapes: MicrShapes = {
  name: 'Violet Lane E-13B, not certified',
  contours: Object.fromEntries(micrOutlines) as unknown as MicrShapes['contours'],
}

const STEPS = 4
/** A contour as a closed polygon: curves cut into short lines. */
function polygonOf(contour: Contour): [number, number][] {
  const found: [number, number][] = []
  const start = contour.findIndex(p => p.on)
  const at = (i: number): Contour[number] =>
    contour[(i + contour.length) % contour.length] ?? { x: 0, y: 0, on: true }
  for (let i = Math.max(0, start), n = 0; n < contour.length; n++, i++) {
    const p = at(i)
    if (p.on) {
      found.push([p.x, p.y])
      continue
    }
    // An off-curve point bends the line from the point before to the one after; between two of them lies a
    // point half-way.
    const before = at(i - 1)
    const after = at(i + 1)
    const [ax, ay] = before.on ? [before.x, before.y] : [(before.x + p.x) / 2, (before.y + p.y) / 2]
    const [bx, by] = after.on ? [after.x, after.y] : [(after.x + p.x) / 2, (after.y + p.y) / 2]
    for (let s = 1; s <= STEPS; s++) {
      const t = s / STEPS
      found.push([
        (1 - t) ** 2 * ax + 2 * t * (1 - t) * p.x + t * t * bx,
        (1 - t) ** 2 * ay + 2 * t * (1 - t) * p.y + t * t * by,
      ])
    }
  }
  return found
}

/** Tells whether a point is inked, by the winding of the contours around it. */
export function insideOf(contours: readonly Contour[]): (x: number, y: number) => boolean {
  const polygons = contours.map(polygonOf)
  return (x, y) => {
    let winding = 0
    for (const ring of polygons)
      ring.forEach(([ax, ay], i) => {
        const [bx, by] = ring[(i + 1) % ring.length] ?? [ax, ay]
        if (ay <= y === by <= y) return
        const side = (bx - ax) * (y - ay) - (x - ax) * (by - ay)
        if (ay <= y && side > 0) winding++
        else if (ay > y && side < 0) winding--
      })
    return winding !== 0
  }
}
