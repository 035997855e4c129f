// Matching bank lines, and finding, among 100,000 checks.
import { execFileSync } from 'node:child_process'
import { bundle, results, round, say } from './harness.mjs'

const LINES = 10_000
const WANTED_MS = 2000
const WANTED_KEY_MS = 50

export async function bank() {
  const dir = await bundle('bench/bank.ts', true)
  const b = JSON.parse(
    execFileSync(process.execPath, ['--max-old-space-size=6000', `${dir}/bank.js`], { encoding: 'utf8' }),
  )
  if (b.matched !== LINES) throw new Error(`${b.matched} of ${LINES} lines were matched`)
  say(
    '10,000 bank lines matched against 100,000 checks',
    `${round(b.matchMs / 1000)} s, a nested lookup ${round(b.nestedMs / 1000)} s`,
    'under 2 s',
    b.matchMs < WANTED_MS,
  )
  say(
    'the slowest keystroke of Find among 100,000 checks',
    `${round(b.findMs)} ms, a plain filter ${round(b.filterMs)} ms`,
    'under 50 ms',
    b.findMs < WANTED_KEY_MS,
  )
  results.bank = {
    ...{ matchMs: round(b.matchMs, 0), nestedMs: round(b.nestedMs, 0) },
    ...{ findMs: round(b.findMs), filterMs: round(b.filterMs) },
  }
}
