// The start of the app, and long tables.
import { median, results, round, say, served } from './harness.mjs'

/** App start from the built server, and the loading of the demo. */
export const app = () =>
  served(3978, async page => {
    // The scripts that the first view waited for with a cold cache, as they cross the wire; what is fetched
    // ahead once it stands is not among them.
    const kb = await page.evaluate(
      () =>
        performance
          .getEntriesByType('resource')
          .filter(e => /\.js($|\?)/.test(e.name) && e.responseEnd < window.firstViewAt)
          .reduce((s, e) => s + e.encodedBodySize, 0) / 1024,
    )
    const clicked = Date.now()
    await page.getByRole('button', { name: 'Load the demo office' }).click()
    await page.locator('[data-test=today]').waitFor()
    const demoMs = Date.now() - clicked
    const starts = []
    for (let i = 0; i < 7; i++) {
      await page.goto('/')
      await page.locator('[data-test=today]').waitFor()
      starts.push(await page.evaluate(() => performance.now()))
    }
    results.app = { startMs: round(median(starts), 0), scriptKb: round(kb, 0), demoMs }
    console.log('\nThe app, built server, headless Chromium')
    say(
      'warm start until Today can be used, median of 7',
      `${results.app.startMs} ms`,
      'under 1500',
      results.app.startMs < 1500,
    )
    say(
      'scripts of the first view, compressed',
      `${results.app.scriptKb} kB`,
      'under 350',
      results.app.scriptKb < 350,
    )
    say('demo office loaded', `${demoMs} ms`, 'under 2000', demoMs < 2000)
  })

/**
 * A drag on the Light table with 60 fields and more: script and layout time of each pointer move, against
 * drawing the whole sheet anew.
 */
export const table = () =>
  served(3976, async page => {
    await page.getByRole('button', { name: 'Load the demo office' }).click()
    await page.locator('[data-test=today]').waitFor()
    await page.goto('/papers/layout/letter-top')
    await page.locator('[data-hit=payee]').waitFor()
    await page.locator('[data-test=light-sheet]').focus()
    for (const key of ['Control+a', 'Control+c', 'Control+v', 'Escape']) await page.keyboard.press(key)
    const fields = await page.locator('[data-hit]').count()
    const box = await page.locator('[data-hit=memo]').boundingBox()
    await page.mouse.move(box.x + 20, box.y + 4)
    await page.mouse.down()
    const { moves, whole } = await page.evaluate(
      async ([x, y]) => {
        const svg = document.querySelector('.sheet-edit')
        const moves = []
        for (let i = 0; i < 160; i++) {
          const started = performance.now()
          svg.dispatchEvent(
            new PointerEvent('pointermove', {
              pointerId: 1,
              clientX: x + 10 + i,
              clientY: y - (i % 40),
              bubbles: true,
            }),
          )
          for (let k = 0; k < 4; k++) await Promise.resolve()
          svg.getBoundingClientRect()
          moves.push(performance.now() - started)
          await new Promise(requestAnimationFrame)
        }
        // The peer: the same drawing put into the page anew as a whole.
        const drawn = [...svg.querySelectorAll('g.through')].map(g => g.innerHTML).join('')
        const other = document.createElementNS('http://www.w3.org/2000/svg', 'svg')
        document.body.append(other)
        const whole = []
        for (let i = 0; i < 30; i++) {
          const started = performance.now()
          other.innerHTML = drawn
          other.getBoundingClientRect()
          whole.push(performance.now() - started)
          await new Promise(requestAnimationFrame)
        }
        return { moves: moves.slice(10), whole }
      },
      [box.x + 20, box.y + 4],
    )
    await page.mouse.up()
    const at = (list, share) => [...list].sort((a, b) => a - b)[Math.floor(list.length * share)]
    results.table = {
      fields,
      medianMs: round(median(moves)),
      p95Ms: round(at(moves, 0.95)),
      toWhole: round(median(moves) / median(whole)),
    }
    console.log('\nA drag on the Light table, headless Chromium, script and layout time a pointer move')
    say(
      `${fields} fields, median`,
      `${results.table.medianMs} ms (95th percentile ${results.table.p95Ms} ms)`,
      'at most 16',
      fields >= 60 && results.table.medianMs <= 16,
    )
    say('against putting the whole drawing into the page anew', `${results.table.toWhole} times`)
  })
