// Scans on the Fit page, and what is read off pictures.
import { execFileSync } from 'node:child_process'
import { bundle, median, results, round, say, served } from './harness.mjs'

/**
 * One scan at 300 dots to the inch, dropped on the Fit page of the built app, until what it says stands on
 * the screen.
 */
export const scan = () =>
  served(3974, async page => {
    await page.getByRole('button', { name: 'Load the demo office' }).click()
    await page.locator('[data-test=today]').waitFor()
    await page.goto('/fit')
    await page.locator('[data-test=printer-choice]').click()
    await page.getByRole('option', { name: 'Practice printer, Tray 1' }).click()
    await page.locator('[data-test=fit-sheet]').click()
    await page.locator('[data-test=practice-scan]').waitFor()
    const { jobs } = await (await page.request.get('/api/practice-printer')).json()
    const picture = await (
      await page.request.get(`/api/practice-printer/jobs/${jobs[0].id}/sheets/1?dpi=300&view=scan`)
    ).body()
    const times = []
    for (let i = 0; i < 5; i++) {
      // From the moment the page has the file; handing 12 MB to the browser from outside is not the page's
      // work.
      await page.evaluate(() =>
        document.addEventListener(
          'change',
          () => {
            const started = performance.now()
            const seen = () => {
              if (document.querySelector('[data-test=found]')) window.tookMs = performance.now() - started
              else requestAnimationFrame(seen)
            }
            seen()
          },
          { once: true, capture: true },
        ),
      )
      await page
        .locator('[data-test=fit-scan]')
        .setInputFiles({ name: 'scan.png', mimeType: 'image/png', buffer: picture })
      times.push(await (await page.waitForFunction(() => window.tookMs)).jsonValue())
      await page.reload()
      await page.locator('[data-test=fit-scan]').waitFor()
    }
    // The peer: the browser alone taking the same picture in and handing out its pixels.
    const plain = await page.evaluate(async data => {
      const bytes = Uint8Array.from(atob(data), c => c.charCodeAt(0))
      const times = []
      for (let i = 0; i < 5; i++) {
        const started = performance.now()
        const bitmap = await createImageBitmap(new Blob([bytes]))
        const context = new OffscreenCanvas(bitmap.width, bitmap.height).getContext('2d', {
          willReadFrequently: true,
        })
        context.drawImage(bitmap, 0, 0)
        context.getImageData(0, 0, bitmap.width, bitmap.height)
        times.push(performance.now() - started)
      }
      return times
    }, picture.toString('base64'))
    results.scan = {
      mb: round(picture.length / 1e6),
      ms: round(median(times), 0),
      toTakingIn: round(median(times) / median(plain)),
    }
    console.log('\nA scan of 300 dots to the inch on the Fit page, headless Chromium')
    say(
      `${results.scan.mb} MB, dropped until read and shown, median of 5`,
      `${results.scan.ms} ms, ${results.scan.toTakingIn} times the browser taking the picture in`,
      'under 2000',
      results.scan.ms < 2000,
    )
  })

/** Fit sheets of 500 made-up printers, and noisy MICR lines, read in Node. */
export async function reading() {
  const dir = await bundle('bench/reading.ts', true)
  const r = JSON.parse(
    execFileSync(process.execPath, [`${dir}/reading.js`, '500', '2000'], { encoding: 'utf8' }),
  )
  results.reading = {
    printers: r.printers,
    refused: r.refused,
    p95Mm: round(r.p95, 3),
    worstMm: round(r.worst, 3),
    scanMs: round(r.scanMs, 0),
    scan300Ms: round(r.bigMs, 0),
    scanToLookingOnce: round(r.toPlain, 1),
    lines: r.lines,
    linesRead: r.read,
    linesWrong: r.wrong,
    lineMs: round(r.lineMs, 1),
  }
  const s = results.reading
  console.log('\nReading off pictures, Node')
  say(
    `fit sheets of ${s.printers} printers, marks after one fit, 95th percentile`,
    `${s.p95Mm} mm`,
    'at most 0.2',
    s.p95Mm <= 0.2,
  )
  say('the worst of them', `${s.worstMm} mm; ${s.refused} refused`, 'at most 0.5', s.worstMm <= 0.5)
  say(
    'one scan at 300 dots to the inch',
    `${s.scan300Ms} ms, ${s.scanToLookingOnce} times looking at each pixel once`,
    'under 2000',
    s.scan300Ms < 2000,
  )
  say(
    `${s.lines} MICR lines at 200 dots, 3 % noise`,
    `${s.linesRead} read, ${s.linesWrong} wrong, ${s.lineMs} ms each`,
    'none wrong, 99.5 % read',
    s.linesWrong === 0 && s.linesRead >= s.lines * 0.995,
  )
}
