import { describe, expect, it } from 'vitest'
import { random } from '../base/random'
import { must } from '../base/result'
import { readMicr, type LineGuess, type MicrReading } from './reader'
import { ownShapes } from './shapes'
import { damaged, damages, randomLine, scanOf } from './test/scan'

const LINES = Number(process.env.READER_LINES ?? 600)
const DAMAGED = Number(process.env.READER_DAMAGED ?? 240)

/** Where a line was read, as a guess for the next reading that is `off` pixels aside, and down. */
const guessOf = ({ text, pitch, tilt, right, foot }: MicrReading, off: number): LineGuess => {
  const long = pitch * text.length
  return {
    from: { x: right - long + off, y: foot + long * Math.tan((tilt * Math.PI) / 180) + off },
    to: { x: right + off, y: foot + off },
    positions: text.length,
  }
}

describe('the reader', () => {
  it('told where the line lies, reads the same; told wrong, it looks for itself', () => {
    for (let seed = 1; seed <= 60; seed++) {
      const r = random(seed)
      const text = randomLine(r)
      const image = scanOf(text, { dpi: 240, turn: r.next() * 2 - 1, scale: 1, weight: 0, noise: 0.01, seed })
      const blind = must(readMicr(image, 240))
      for (const off of [0, 1, 5, 40]) {
        const told = must(readMicr(image, 240, ownShapes, guessOf(blind, off)))
        expect(told.text).toBe(text)
        expect(Math.hypot(told.right - blind.right, told.foot - blind.foot)).toBeLessThan(2)
      }
    }
  })
  it(
    `reads ${LINES.toLocaleString('en-US')} noisy scans at 200 dpi: none wrong, at least 99.5 % read`,
    { timeout: 300_000 + DAMAGED * 100 },
    () => {
      let read = 0
      const wrong: string[] = []
      for (let seed = 1; seed <= LINES; seed++) {
        const r = random(seed)
        const text = randomLine(r)
        const of = {
          dpi: 200,
          turn: (r.next() * 2 - 1) * 1.5,
          scale: 0.97 + r.next() * 0.06,
          weight: (r.next() * 2 - 1) * 0.3,
          noise: 0.03,
          seed,
        }
        const got = readMicr(scanOf(text, of), 200)
        if (!got.ok) continue
        read++
        if (got.value.text !== text) wrong.push(`seed ${seed}: ${text} read as ${got.value.text}`)
      }
      expect(wrong).toEqual([])
      expect(read / LINES).toBeGreaterThanOrEqual(0.995)
    },
  )
  it(
    `refuses rather than misreads ${DAMAGED.toLocaleString('en-US')} damaged lines: holes, streaks, characters cut off, bars`,
    { timeout: 300_000 + DAMAGED * 100 },
    () => {
      const wrong: string[] = []
      const refused = new Map<string, number>()
      for (let seed = 1; seed <= DAMAGED; seed++) {
        const r = random(seed + 7_000_000)
        const kind = damages[seed % damages.length]!
        const [text, dpi] = [randomLine(r), r.one([200, 240, 300])]
        const whole = scanOf(text, {
          dpi,
          turn: (r.next() * 2 - 1) * 1.5,
          scale: 0.97 + r.next() * 0.06,
          weight: (r.next() * 2 - 1) * 0.3,
          noise: r.next() * 0.03,
          seed,
        })
        const torn = damaged(whole, dpi, kind, r)
        const place = readMicr(whole, dpi)
        // Told where the line lies, it is no less careful.
        const told = place.ok ? readMicr(torn, dpi, ownShapes, guessOf(place.value, 0)) : undefined
        if (told?.ok && told.value.text !== text)
          wrong.push(`seed ${seed}, ${kind}, told where: ${text} read as ${told.value.text}`)
        const got = readMicr(torn, dpi)
        if (!got.ok) refused.set(kind, (refused.get(kind) ?? 0) + 1)
        else if (got.value.text !== text)
          wrong.push(`seed ${seed}, ${kind}: ${text} read as ${got.value.text}`)
      }
      expect(wrong).toEqual([])
      // What is torn so that no character is left is never read at all.
      expect(refused.get('bars')).toBe(Math.floor(DAMAGED / damages.length))
    },
  )
})
