import { AMOUNT, DASH, ON_US, TRANSIT, type MicrCharacter } from './symbols'

/**
 * E-13B shapes drawn by us on the 0.013 in grid, nine rows high, from the published proportions of ISO
 * 1004. Not certified. The last column of each drawing is the right edge of the character's position.
 */
export const micrDrawings: Readonly<Record<MicrCharacter, string>> = {
  '0': '####### #.....# #.....# #.....# #.....# #.....# #.....# #.....# #######',
  '1': '..## ...# ...# ...# ...# .### .### .### .###',
  '2': '##### ....# ....# ....# ##### #.... #.... #.... #####',
  '3': '#####. ....#. ....#. ....#. .##### ....## ....## ....## ######',
  '4': '#..... #..... #..... #...## #...## ###### ....## ....## ....##',
  '5': '##### #.... #.... #.... ##### ....# ....# ....# #####',
  '6': '###... #..... #..... #..... ###### #....# #....# #....# ######',
  '7': '##### #...# ....# ....# ..### ..#.. ..#.. ..#.. ..#..',
  '8': '.#####. .#...#. .#...#. .#...#. ####### ##...## ##...## ##...## #######',
  '9': '###### #....# #....# #....# ###### ....## ....## ....## ....##',
  [TRANSIT]: '....### ....### ##..### ##..... ##..... ##..... ##..### ....### ....###',
  [AMOUNT]: '.....## .....## .....## ...#.## ...#... ##.#... ##.#... ##..... ##.....',
  [ON_US]: '#.#.### #.#.### #.#.### #.#.... #.#.... #.#.... #.#.... #.#.... #.#....',
  [DASH]: '....... ....... ....... ##.##.# ##.##.# ##.##.# ....... ....... .......',
}

/** Units of an outline: 1000 to the pitch of 0.125 in, so that one cell of 0.013 in is 104. */
export const UNITS_PER_PITCH = 1000
/** Units of the outlines to one cell of 0.013 in. */
export const UNITS_PER_CELL = 104
const ROUND = UNITS_PER_CELL / 2

/** A point of an outline; off-curve points are the control points of quadratic curves, as in TrueType. */
interface OutlinePoint {
  readonly x: number
  readonly y: number
  readonly on: boolean
}
export type Contour = readonly OutlinePoint[]

interface Step {
  readonly x: number
  readonly y: number
  readonly dx: number
  readonly dy: number
}

/**
 * Edges of the inked cells, ink at the right hand, joined into closed rings. x to the right, y up, in cells.
 */
function rings(rows: readonly string[]): Step[][] {
  const inked = (c: number, r: number): boolean => rows[r]?.[c] === '#'
  const edges = new Map<string, Step[]>()
  const put = (step: Step): void => {
    const key = `${step.x},${step.y}`
    edges.set(key, [...(edges.get(key) ?? []), step])
  }
  const h = rows.length
  rows.forEach((row, r) =>
    [...row].forEach((_, c) => {
      if (!inked(c, r)) return
      const top = h - r
      if (!inked(c, r - 1)) put({ x: c, y: top, dx: 1, dy: 0 })
      if (!inked(c + 1, r)) put({ x: c + 1, y: top, dx: 0, dy: -1 })
      if (!inked(c, r + 1)) put({ x: c + 1, y: top - 1, dx: -1, dy: 0 })
      if (!inked(c - 1, r)) put({ x: c, y: top - 1, dx: 0, dy: 1 })
    }),
  )
  const found: Step[][] = []
  for (;;) {
    const start = [...edges.values()].find(list => list.length)?.[0]
    if (!start) return found
    const ring: Step[] = []
    let at: Step | undefined = start
    while (at) {
      const here: Step = at
      const list = edges.get(`${here.x},${here.y}`) ?? []
      list.splice(list.indexOf(here), 1)
      const before = ring.at(-1)
      if (!before || before.dx !== here.dx || before.dy !== here.dy) ring.push(here)
      const next: Step[] = edges.get(`${here.x + here.dx},${here.y + here.dy}`) ?? []
      // Where two inked cells meet only at a corner, turning right keeps them apart.
      at = next.find(n => n.dx === here.dy && n.dy === -here.dx) ?? next[0]
    }
    const first = ring[0]
    const last = ring.at(-1)
    if (first && last && ring.length > 1 && first.dx === last.dx && first.dy === last.dy) ring.shift()
    found.push(ring)
  }
}

function rounded(ring: readonly Step[], left: number): Contour {
  return ring.flatMap((step, i) => {
    const before = ring[(i + ring.length - 1) % ring.length] ?? step
    const x = left + step.x * UNITS_PER_CELL
    const y = step.y * UNITS_PER_CELL
    const convex = before.dx * step.dy - before.dy * step.dx < 0
    if (!convex) return [{ x, y, on: true }]
    return [
      { x: x - before.dx * ROUND, y: y - before.dy * ROUND, on: true },
      { x, y, on: false },
      { x: x + step.dx * ROUND, y: y + step.dy * ROUND, on: true },
    ]
  })
}

function outline(char: MicrCharacter): readonly Contour[] {
  const rows = micrDrawings[char].split(' ')
  const left = UNITS_PER_PITCH - (rows[0]?.length ?? 0) * UNITS_PER_CELL
  return rings(rows).map(ring => rounded(ring, left))
}

/**
 * Closed contours of every character: x from the left edge of its position, y up from the lower edge of the
 * line, corners rounded by half a cell.
 */
export const micrOutlines: ReadonlyMap<MicrCharacter, readonly Contour[]> = new Map(
  (Object.keys(micrDrawings) as MicrCharacter[]).map(char => [char, outline(char)]),
)
