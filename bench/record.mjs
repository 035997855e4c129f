// The proof of an office of ten years: the chain of its trail, the sums of its rows, what rows say of one another.
import { execFileSync } from 'node:child_process'
import { bundle, results, round, say } from './harness.mjs'

const WANTED_CHAIN_MS = 4000

export async function record() {
  const dir = await bundle('bench/record.ts', true)
  const b = JSON.parse(
    execFileSync(process.execPath, ['--max-old-space-size=6000', `${dir}/record.js`], { encoding: 'utf8' }),
  )
  if (b.found.length) throw new Error(`the office of the bench does not hold: ${b.found.join('; ')}`)
  const seconds = ms => `${round(ms / 1000)} s`
  say('the chain of 200,000 lines of trail', seconds(b.chainMs), 'under 4 s', b.chainMs < WANTED_CHAIN_MS)
  say(
    `the sums of ${b.count} rows`,
    `${seconds(b.rowsMs)}, ${round(b.rowsMs / b.jsonMs, 1)} times writing them as JSON once`,
  )
  say('what they say of one another', seconds(b.relationsMs))
  results.record = {
    ...{ rows: b.count, chainMs: round(b.chainMs, 0), rowsMs: round(b.rowsMs, 0) },
    ...{ relationsMs: round(b.relationsMs, 0), jsonMs: round(b.jsonMs, 0) },
  }
}
