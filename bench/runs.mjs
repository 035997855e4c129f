// Runs of 500 and 1,000 checks from pick to count-off.
import { median, results, round, say, served } from './harness.mjs'
import { putLargeBook, putRows, rowOf } from './store.mjs'

/**
 * A run of so many checks from pick to count-off, in milliseconds of each step; the payments are put into the
 * lane before.
 */
async function throughARun(page, count, mark) {
  const like = await rowOf(
    page,
    'payments',
    await page.evaluate(
      () =>
        new Promise(resolve => {
          const r = indexedDB.open('violet-lane')
          r.onsuccess = () => {
            const get = r.result
              .transaction('payments')
              .objectStore('payments')
              .index('[accountId+state]')
              .getKey(['operating', 'waiting'])
            get.onsuccess = () => {
              r.result.close()
              resolve(get.result)
            }
          }
        }),
    ),
  )
  await putRows(page, {
    payments: Array.from({ length: count - 1 }, (_, i) => ({
      ...like,
      id: `${mark}${i}`,
      amount: like.amount,
    })),
  })
  const at = async work => {
    const started = Date.now()
    await work()
    return Date.now() - started
  }
  const times = {}
  times.open = await at(async () => {
    await page.goto('/run/new?account=operating')
    await page.locator('[data-test=pick-done]:enabled').waitFor()
  })
  times.pick = await at(async () => {
    await page.locator('[data-test=pick-done]').click()
    await page.locator('[data-test=load-done]').waitFor()
  })
  // The stock has its numbers from the stationer: what is expected is shown once something was read.
  const top = page.locator('[data-test=top-number]')
  await top.fill('1')
  await top.fill(await page.locator('[data-test=expected]').innerText())
  // When the PDF is made and its lines begin to be read back, the progress says so.
  await page.evaluate(() => {
    const look = new MutationObserver(() => {
      if (!document.querySelector('[aria-label="MICR lines read back"]')) return
      globalThis.readingFrom = Date.now()
      look.disconnect()
    })
    look.observe(document.body, {
      subtree: true,
      childList: true,
      attributes: true,
      attributeFilter: ['aria-label'],
    })
  })
  const pressed = Date.now()
  times.first = await at(async () => {
    await page.locator('[data-test=load-done]').click()
    await page.locator('[data-test=sheet] svg text').first().waitFor()
  })
  const turns = []
  for (let i = 0; i < 9; i++)
    turns.push(
      await at(async () => {
        await page.getByRole('button', { name: 'Next page' }).click()
        await page.getByText(`Sheet ${i + 2} of`).waitFor()
      }),
    )
  times.turn = median(turns)
  // What the person waits for before the proof can be approved: made, and every line read back from it.
  await page.locator('[data-test=read-back]').waitFor({ timeout: 120_000 })
  times.readBack = Date.now() - pressed
  times.made = (await page.evaluate(() => globalThis.readingFrom)) - pressed
  await page.locator('[data-test=proof-done]:enabled').click()
  times.print = await at(async () => {
    const saved = page.waitForEvent('download')
    await page.locator('[data-test=print-save]').click()
    await saved
    await page.locator('[data-sheet]').first().waitFor()
  })
  await page.locator('[data-test=all-good]').click()
  times.count = await at(async () => {
    await page.locator('[data-test=count-off]').click()
    await page.locator('[data-test=outcomes]').waitFor()
  })
  times.all = times.open + times.pick + times.readBack + times.print + times.count
  return times
}

/**
 * Runs of 500 checks and one of 1,000 in the built app: the first proof page, and what printing and counting
 * off cost in a small office and beside a book of 100,000.
 */
export const runs = () =>
  served(3973, async page => {
    await page.getByRole('button', { name: 'Load the demo office' }).click()
    await page.locator('[data-test=today]').waitFor()
    const small = await throughARun(page, 500, 'small')
    // Six digits, as the MICR line has room for; the numbers after the 100,000 are unused.
    await putLargeBook(page, { kind: 'stationer’s stock', start: 100_001, end: 210_000 })
    await putRows(page, {
      accounts: [{ ...(await rowOf(page, 'accounts', 'operating')), bookId: 'large' }],
      payments: [{ ...(await rowOf(page, 'payments', 'small0')), id: 'more', state: 'waiting' }],
    })
    const large = await throughARun(page, 500, 'large')
    await putRows(page, {
      payments: [{ ...(await rowOf(page, 'payments', 'small0')), id: 'last', state: 'waiting' }],
    })
    const thousand = await throughARun(page, 1000, 'thousand')
    results.runs = {
      ...{ small, large, thousand },
      printGrowth: round(large.print / small.print),
      countGrowth: round(large.count / small.count),
    }
    console.log('\nRuns of checks in the built app, headless Chromium')
    say(
      'the proof shows its first sheet',
      `${small.first} ms; a sheet is turned in ${small.turn} ms`,
      'under 1000',
      small.first < 1000,
    )
    say(
      'made and read back, 500 checks, from the press that loads them',
      `${small.readBack} ms, ${round(small.readBack / small.made)} times the making alone`,
      'under 5000, at most 3 times',
      small.readBack < 5000 && small.readBack <= 3 * small.made,
    )
    const { open, pick, readBack, print, count } = thousand
    say(
      'a run of 1,000 beside a book of 100,000, all that is waited for',
      `${thousand.all} ms: opened ${open}, picked ${pick}, read back ${readBack}, printed ${print}, counted off ${count}`,
      'under 13000',
      thousand.all < 13_000,
    )
    say(
      'print 500 checks, small office and beside a book of 100,000',
      `${small.print} and ${large.print} ms, ${results.runs.printGrowth} times`,
      'at most 1.5 times',
      large.print / small.print <= 1.5,
    )
    say(
      'count off 500 checks, the same',
      `${small.count} and ${large.count} ms, ${results.runs.countGrowth} times`,
      'at most 1.5 times',
      large.count / small.count <= 1.5,
    )
  })
