import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, it } from 'vitest'
import { DrawingProcess } from './process'

/** Stands for the process that draws: the first byte of the PDF says what it does with it. */
const script = join(mkdtempSync(join(tmpdir(), 'draws-')), 'draws.mjs')
writeFileSync(
  script,
  `const held = []
process.on('message', async ({ id, args: [pdf] }) => {
  const what = pdf[0]
  if (what === 1) for (;;);
  if (what === 2) process.exit(3)
  if (what === 3) for (;;) held.push({ a: Array(1000).fill(held.length) })
  if (what === 4) for (;;) held.push(new Uint8Array(5e6).fill(1))
  if (what === 5) return process.send({ id, unusable: 'The PDF is odd' })
  if (what === 6) await new Promise(done => setTimeout(done, 300))
  process.send({ id, value: [{ w: process.pid, h: pdf.length }] })
})`,
)
const pdf = (what: number): Uint8Array => new Uint8Array([what, 7])
const limits = { ms: 1500, heapMb: 60, memoryMb: 400 }
const data = (text: unknown) =>
  expect.objectContaining({ data: expect.objectContaining({ text }) as object }) as object

it('a PDF that takes too long or too much ends its own process, and the next is drawn by another', async () => {
  const { work } = new DrawingProcess(script, limits)
  const [first] = await work.sizes(pdf(0), 1)
  const [again] = await work.sizes(pdf(0), 1)
  expect([again!.w, again!.h]).toEqual([first!.w, 2])
  const killers = [1, 2, 3, 4].map(what => work.sizes(pdf(what), 1).catch((error: unknown) => error))
  const after = work.sizes(pdf(0), 1)
  for (const error of await Promise.all(killers))
    expect(error).toEqual(data('The PDF takes more time or memory than the practice printer has'))
  expect((await after)[0]!.w).not.toBe(first!.w)
  await expect(work.sizes(pdf(5), 1)).rejects.toThrow('The PDF is odd')
}, 60_000)

it('more than it can do is refused at once, and what waits is drawn in its order', async () => {
  const { work } = new DrawingProcess(script, limits)
  const done: number[] = []
  const asked = Array.from({ length: 20 }, (_, i) =>
    work.sizes(pdf(6), 1).then(
      () => done.push(i),
      (error: { statusCode: number }) => error.statusCode,
    ),
  )
  const answers = await Promise.all(asked)
  expect(answers.slice(9)).toEqual(Array(11).fill(429))
  expect(done).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8])
}, 60_000)
