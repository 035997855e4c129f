// Number books of 100,000 and the pages over them.
import { execFileSync } from 'node:child_process'
import { bundle, opening, results, round, say, served } from './harness.mjs'
import { putLargeBook, putRows, rowOf } from './store.mjs'

/**
 * Ten years of entries on the cash ledger of an account, as the acts leave them: rows, and its running
 * balance.
 */
async function putManyEntries(page, account) {
  const size = 100_000
  const { cashLedgerId: cash, companyId } = account
  const other = `${companyId}-6000`
  const all = Array.from({ length: size }, (_, i) => ({
    id: `big-entry-${i}`,
    companyId,
    date: '2026-10-01',
    text: `Check ${i}`,
    paymentId: null,
    lines: [
      { ledgerId: other, debit: 100, credit: 0 },
      { ledgerId: cash, debit: 0, credit: 100 },
    ],
    ledgers: [other, cash],
  }))
  for (let from = 0; from < size; from += 10_000)
    await putRows(page, { entries: all.slice(from, from + 10_000) })
  const before = (await rowOf(page, 'totals', cash)).balance
  await putRows(page, { totals: [{ id: cash, balance: before - size * 100 }] })
}

/** A book of 100,000 numbers and 100,000 checks: the acts in Node, and the pages in the browser. */
export async function books() {
  const dir = await bundle('bench/books.ts', true)
  const b = JSON.parse(
    execFileSync(process.execPath, ['--max-old-space-size=6000', `${dir}/books.js`], { encoding: 'utf8' }),
  )
  const pages = {}
  await served(3972, async page => {
    await page.getByRole('button', { name: 'Load the demo office' }).click()
    await page.locator('[data-test=today]').waitFor()
    const small = await opening(page, '/register', 'a[href="/"]', '[data-test=today]')
    await putLargeBook(page, { kind: 'printed by us', start: 1_000_001, end: 1_100_000 }, number => {
      const at = '2026-10-01T10:00:00.000Z'
      const payee = `Payee ${number % 977}`
      return {
        fate: number % 97 === 0 ? 'spoiled' : 'cleared',
        check: {
          paymentId: `big${number}`,
          runId: 'bigrun',
          sheet: 1,
          place: 1,
          payee,
          date: '2026-10-01',
          amount: 1000 + (number % 5000),
        },
        life: ['on paper', 'issued', 'cleared'].map(fate => ({ at, by: 'B', fate, payee })),
      }
    })
    const account = await rowOf(page, 'accounts', 'operating')
    await putManyEntries(page, account)
    await putRows(page, { accounts: [{ ...account, bookId: 'large' }] })
    pages.today = await opening(page, '/register', 'a[href="/"]', '[data-test=today]')
    pages.lane = await opening(page, '/register', 'a[href="/lane"]', '[data-test=after]')
    pages.smallToday = small
    pages.book = await opening(page, '/books', 'a[href="/books/large"]', '[data-test=numbers] tr.pickable')
    pages.register = await opening(page, '/', 'a[href="/register"]', '[data-number]')
    pages.proof = await opening(page, '/books', '[data-test=to-proof]', '[data-test=proof-holds]')
    pages.compared = await opening(page, '/books', '[data-test=to-proof]', '[data-test=compared]')
  })
  results.books = {
    firstMs: round(b.first, 3),
    lastMs: round(b.last, 3),
    growth: round(b.last / b.first),
    rangesMs: round(b.rangesMs, 0),
    proofToWalk: round(b.proofMs / b.walkMs),
    pages,
  }
  const s = results.books
  console.log('\nA book of 100,000 numbers and 100,000 checks')
  say(
    'cost per check, drawn to counted off, from 1,000 on and at 100,000',
    `${s.firstMs} and ${s.lastMs} ms, ${s.growth} times`,
    'at most 1.5 times',
    s.growth <= 1.5,
  )
  say('the whole book as ranges of a fate, Node', `${s.rangesMs} ms`)
  say('the proof of numbers against walking over the rows once', `${s.proofToWalk} times`)
  say(
    'the book’s page opens, main thread',
    `${pages.book.busy} ms (${pages.book.wall} ms in all)`,
    'under 500',
    pages.book.busy < 500,
  )
  say(
    'the register opens, main thread',
    `${pages.register.busy} ms (${pages.register.wall} ms in all)`,
    'under 500',
    pages.register.busy < 500,
  )
  say(
    'Today opens with 100,000 numbers and entries, main thread',
    `${pages.today.busy} ms (${pages.today.wall} ms in all), ${round(pages.today.busy / pages.smallToday.busy)} times the demo office`,
    'under 150, at most 1.5 times',
    pages.today.busy < 150 && pages.today.busy <= 1.5 * pages.smallToday.busy,
  )
  say('the lane opens, main thread', `${pages.lane.busy} ms (${pages.lane.wall} ms in all)`)
  say('the proof of numbers', `${pages.proof.wall} ms in all`, 'under 1000', pages.proof.wall < 1000)
  say('the same compared with the rows of all numbers, on the same page', `${pages.compared.wall} ms in all`)
}
