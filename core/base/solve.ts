/**
 * Solves a square system of linear equations, each row with its right side last, by elimination with pivots;
 * undefined where it has no single answer. Uses up the rows.
 */
export function solve(rows: number[][]): number[] | undefined {
  const n = rows.length
  for (let c = 0; c < n; c++) {
    let pivot = c
    for (let r = c + 1; r < n; r++) if (Math.abs(rows[r]![c]!) > Math.abs(rows[pivot]![c]!)) pivot = r
    if (Math.abs(rows[pivot]![c]!) < 1e-9) return undefined
    ;[rows[c], rows[pivot]] = [rows[pivot]!, rows[c]!]
    for (let r = 0; r < n; r++) {
      if (r === c) continue
      const f = rows[r]![c]! / rows[c]![c]!
      for (let k = c; k <= n; k++) rows[r]![k]! -= f * rows[c]![k]!
    }
  }
  return rows.map((row, i) => row[n]! / row[i]!)
}

const ROUNDS = 8
/**
 * Finds the numbers that bring the differences `off` nearest to nothing, in the least-squares sense, from a
 * start near them (Gauss-Newton, with slopes taken over `steps`). Meant for differences that are almost
 * straight functions of the numbers.
 */
export function nearest(
  start: readonly number[],
  steps: readonly number[],
  off: (numbers: readonly number[]) => number[],
): number[] {
  let p = [...start]
  for (let round = 0; round < ROUNDS; round++) {
    const now = off(p)
    const slopes = p.map((_, k) =>
      off(p.map((v, i) => (i === k ? v + steps[k]! : v))).map((v, i) => (v - now[i]!) / steps[k]!),
    )
    const change = solve(
      slopes.map(a => [
        ...slopes.map(b => a.reduce((s, v, k) => s + v * b[k]!, 0)),
        -a.reduce((s, v, k) => s + v * now[k]!, 0),
      ]),
    )
    if (!change) return p
    p = p.map((v, k) => v + change[k]!)
  }
  return p
}
