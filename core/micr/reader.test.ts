import { describe, expect, it } from 'vitest'
import { random } from '../base/random'
import { readMicr } from './reader'
import { randomLine, scanOf } from './test/scan'

const LINES = Number(process.env.READER_LINES ?? 10_000)

describe('the reader', () => {
  it(`reads ${LINES.toLocaleString('en-US')} noisy scans at 200 dpi: none wrong, at least 99.5 % read`, { timeout: 300_000 }, () => {
    let read = 0
    const wrong: string[] = []
    for (let seed = 1; seed <= LINES; seed++) {
      const r = random(seed)
      const text = randomLine(r)
      const of = { dpi: 200, turn: (r.next() * 2 - 1) * 1.5, scale: 0.97 + r.next() * 0.06, weight: (r.next() * 2 - 1) * 0.3, noise: 0.03, seed }
      const got = readMicr(scanOf(text, of), 200)
      if (!got.ok) continue
      read++
      if (got.value.text !== text) wrong.push(`seed ${seed}: ${text} read as ${got.value.text}`)
    }
    expect(wrong).toEqual([])
    expect(read / LINES).toBeGreaterThanOrEqual(0.995)
  })
})
