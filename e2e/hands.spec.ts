import { test as bare } from '@playwright/test'
import { random } from '../core/base/random'
import { alwaysHolds } from '../core/office/test/holds'
import { demoOffice, expect, test } from './office'
import { APART, type Move } from './hands/acting'
import { movesHere } from './hands/moves'
import { atRest, disagreements, everyStateOnce, focusLost, troublesOfSight } from './hands/looks'
import { truthOf, wholeStore } from './hands/truth'

const ALL = process.env.TEST_ALL === '1'
const SEEDS = (process.env.HANDS_SEEDS ?? (ALL ? '3,4' : '1,2')).split(',').map(Number)
const STEPS = Number(process.env.HANDS_STEPS ?? (ALL ? 60 : 40))
/** The whole store is looked at every so many steps, and at the end. */
const WHOLE = 20
/** Every so many steps the page is held against axe, where it was not in that state before; no less often where a find is tried again. */
const AXE = Number(process.env.HANDS_AXE ?? (ALL || process.env.HANDS_SEEDS ? 2 : 8))

// In the suite a seed is tried again: on a machine that stands still a double press comes apart. What fails
// twice is a fault; run alone, once is enough.
test.describe.configure({ retries: process.env.HANDS_SEEDS ? 0 : 2 })

/** What was asked for while the server was gone may be told after it is back. */
const forgetLate = (watched: string[]): void => {
  watched.splice(0, Infinity, ...watched.filter(c => !c.includes('ERR_INTERNET_DISCONNECTED')))
}

for (const seed of SEEDS) {
  test(`an impatient person, seed ${seed}, ${STEPS} steps`, async ({ page, context, watched }) => {
    bare.setTimeout(300_000 + STEPS * 20_000)
    // Every other person has motion, as most have.
    await page.emulateMedia({ reducedMotion: seed % 2 ? 'reduce' : 'no-preference' })
    await demoOffice(page)
    const r = random(seed)
    const told: string[] = []
    const troublesForAxe = everyStateOnce()
    let known = await truthOf(page)
    let { acts } = known
    // A pile is entered behind the hand: what one move gave may be done while the next ones are made.
    let queued = 0
    const fail = (what: string): never => {
      throw new Error(
        `${what}\n\nThe last steps:\n${told.slice(-25).join('\n')}\n\nAgain with: npm run hands -- --seed ${seed} --steps ${told.length}`,
      )
    }
    for (let n = 1; n <= STEPS; n++) {
      const moves = await movesHere({ page, context, r })
      const move: Move = r.one(moves)
      const full = move.most > 0 && !move.elsewhere && r.next() < 0.06
      const gone = !full && !move.elsewhere && !move.loads && r.next() < 0.04
      told.push(
        `${n} ${new URL(page.url()).pathname} ${move.name}${full ? ', the disk is full' : gone ? ', the server is gone' : ''}`,
      )
      const complaints = watched.length
      if (gone) await context.setOffline(true)
      if (full)
        await page.evaluate(() => {
          const { put, add } = IDBObjectStore.prototype
          const noRoom = (): never => {
            throw new DOMException('no room', 'QuotaExceededError')
          }
          const roomAgain = (): void => {
            Object.assign(IDBObjectStore.prototype, { put, add })
          }
          Object.assign(globalThis, { roomAgain })
          Object.assign(IDBObjectStore.prototype, { put: noRoom, add: noRoom })
        })
      // A button may go away under the finger: that is no fault.
      let [done, apart] = [true, false]
      await move.do().catch((error: unknown) => {
        done = false
        apart = String(error).includes(APART)
        told.push(`   not done: ${String(error).split('\n')[0]!.slice(0, 90)}`)
      })
      if (!(await atRest(page).catch(() => false)))
        await page
          .waitForFunction(
            () => !document.querySelector('.v-btn--loading, main[aria-busy=true]'),
            undefined,
            {
              timeout: 90_000,
            },
          )
          .catch(() => fail('something stays busy for ever'))
      if (gone) {
        await context.setOffline(false)
        // That nothing can be fetched is written to the console; an error nobody caught is not forgiven.
        watched.splice(
          complaints,
          Infinity,
          ...watched.slice(complaints).filter(c => !c.startsWith('console: ')),
        )
      }
      if (full)
        await page
          .evaluate(() => (globalThis as unknown as { roomAgain(): void }).roomAgain?.())
          .catch(() => undefined)
      const truth = await truthOf(page, known).catch(() =>
        move.loads ? truthOf(page, known) : fail(`the page was loaded anew by itself after “${move.name}”`),
      )
      const succeeded = truth.acts - acts
      if (succeeded > move.most + Number(apart) + queued)
        fail(`“${move.name}” did ${succeeded} acts; the last one: ${truth.lastAct}`)
      // What is done behind the hand may begin when there is room again.
      if (full && !move.queues && !queued && truth.acts > acts)
        fail(`“${move.name}” was done though the disk was full`)
      queued = Math.max(0, queued + Number(move.queues === true) - succeeded)
      acts = truth.acts
      known = truth
      const seen = [
        ...(await disagreements(page, truth, () => truthOf(page))),
        ...(await troublesOfSight(page)),
        ...(n % AXE === 0 ? await troublesForAxe(page) : []),
      ]
      // Only now: it may be told while the page is looked at.
      forgetLate(watched)
      const wrong = [...seen, ...watched]
      if (wrong.length) fail(wrong.join('\n'))
      if (move.keeps && done) {
        await page.waitForTimeout(60)
        if (await focusLost(page)) {
          await page.waitForTimeout(700)
          if (await focusLost(page)) fail(`the focus is lost after “${move.name}”`)
        }
      }
      if (n % WHOLE === 0 || n === STEPS) {
        try {
          alwaysHolds(await wholeStore(page))
        } catch (error) {
          fail((error as Error).message)
        }
      }
    }
    forgetLate(watched)
    expect(acts).toBeGreaterThan(0)
    console.log(`seed ${seed}: ${STEPS} steps, ${acts} acts in the trail`)
  })
}
