// Reading off pictures, in a process of its own: fit sheets of so many made-up printers, and noisy MICR
// lines. Prints JSON.
import { random } from '../core/base/random'
import { applyAffine } from '../core/fit/affine'
import { correctionOf, deviationMap } from '../core/fit/fit'
import { readFitScan } from '../core/fit/scan'
import { anySetting, fitScan } from '../core/fit/test/scan'
import { readMicr } from '../core/micr/reader'
import { randomLine, scanOf } from '../core/micr/test/scan'

const [W, H] = [215.9, 279.4]
const [printers = 500, lines = 2000] = process.argv.slice(2).map(Number)
const errors: number[] = []
let [refused, ms] = [0, 0]
for (let seed = 1; seed <= printers; seed++) {
  const set = anySetting(seed)
  const image = fitScan(W, H, set, seed)
  const started = performance.now()
  const read = readFitScan(image, { w: W, h: H }, 'stock')
  ms += performance.now() - started
  if (!read.ok) {
    refused++
    continue
  }
  const correction = correctionOf(read.value.deviation)
  errors.push(
    Math.max(
      ...[
        [10, 10],
        [W - 10, 10],
        [W - 10, H - 10],
        [10, H - 10],
      ].map(([x = 0, y = 0]) => {
        const at = applyAffine(deviationMap(set.deviation), applyAffine(correction, { x, y }))
        return Math.hypot(at.x - x, at.y - y)
      }),
    ),
  )
}
errors.sort((a, b) => a - b)
const big = fitScan(W, H, { ...anySetting(1), dpi: 300 }, 1)
const started = performance.now()
readFitScan(big, { w: W, h: H }, 'stock')
const bigMs = performance.now() - started
/** The peer: looking at every pixel of the same picture once. */
let sum = 0
const plain = performance.now()
for (let i = 0; i < big.data.length; i++) sum += big.data[i]!
const plainMs = performance.now() - plain

let [read, wrong, lineMs] = [0, 0, 0]
for (let seed = 1; seed <= lines; seed++) {
  const r = random(seed)
  const text = randomLine(r)
  const image = scanOf(text, {
    dpi: 200,
    turn: (r.next() * 2 - 1) * 1.5,
    scale: 0.97 + r.next() * 0.06,
    weight: (r.next() * 2 - 1) * 0.3,
    noise: 0.03,
    seed,
  })
  const at = performance.now()
  const got = readMicr(image, 200)
  lineMs += performance.now() - at
  if (got.ok) {
    read++
    if (got.value.text !== text) wrong++
  }
}
console.log(
  JSON.stringify({
    printers,
    refused,
    p95: errors[Math.floor(errors.length * 0.95)],
    worst: errors.at(-1),
    scanMs: ms / printers,
    bigMs,
    toPlain: bigMs / plainMs,
    checksum: sum,
    lines,
    read,
    wrong,
    lineMs: lineMs / lines,
  }),
)
