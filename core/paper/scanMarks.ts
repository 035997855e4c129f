import type { SnapLines } from './arrange'
import type { Mm } from './length'

/** The shortest printed line that counts as a mark to snap to. */
const LEAST: Mm = 12
/** Rows or columns so close together are one line. */
const JOIN: Mm = 0.8

/**
 * Places of dark lines along one way: for each row (or column) whether a dark run is long enough, then the
 * middle of each group.
 */
function along(long: number, high: number, dark: (i: number, j: number) => boolean, perMm: number): Mm[] {
  const need = LEAST * perMm
  const rows: number[] = []
  for (let j = 0; j < high; j++) {
    let [run, most] = [0, 0]
    for (let i = 0; i < long; i++) {
      run = dark(i, j) ? run + 1 : 0
      if (run > most) most = run
    }
    if (most >= need) rows.push(j)
  }
  const groups: number[][] = []
  for (const j of rows) {
    const last = groups.at(-1)
    if (last && j - (last.at(-1) ?? j) <= JOIN * perMm) last.push(j)
    else groups.push([j])
  }
  // A broad dark area is no line: its two edges are.
  return groups
    .flatMap(g => (g.length > JOIN * 3 * perMm ? [g[0]!, g.at(-1)! + 1] : [(g[0]! + g.at(-1)! + 1) / 2]))
    .map(j => Math.round((j / perMm) * 100) / 100)
}

/**
 * Lines that the stationer printed, as found in a straightened scan of `perMm` pixels to the millimetre
 * (grey, 0 black): where fields may snap to. In mm of the sheet.
 */
export function scanMarks(
  image: { readonly w: number; readonly h: number; readonly data: Uint8Array },
  perMm: number,
): SnapLines {
  const counts = new Uint32Array(256)
  for (const v of image.data) counts[v]!++
  let paper = 255
  for (let n = 0; paper > 0 && n < image.data.length / 2; paper--) n += counts[paper]!
  const ink = paper - 70
  return {
    xs: along(image.h, image.w, (i, j) => image.data[i * image.w + j]! < ink, perMm),
    ys: along(image.w, image.h, (i, j) => image.data[j * image.w + i]! < ink, perMm),
  }
}
