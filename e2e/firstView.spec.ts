import { button, empty, expect, test } from './office'

/** The most that a first visit waits for, in bytes as they cross the wire. */
const MOST_SCRIPTS = 350 * 1024

test.describe('the first visit', () => {
  test.use(empty)
  test('waits for no more scripts than it needs; the others come once it stands', async ({ page }) => {
    await page.addInitScript(() => {
      new MutationObserver((_, watching) => {
        if (!document.querySelector('main h1')) return
        performance.mark('first view')
        watching.disconnect()
      }).observe(document, { childList: true, subtree: true })
    })
    await page.goto('/')
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
    const scripts = () =>
      page.evaluate(() => {
        const stood = performance.getEntriesByName('first view')[0]!.startTime
        const all = performance
          .getEntriesByType('resource')
          .filter((e): e is PerformanceResourceTiming => e.name.endsWith('.js'))
        const size = (list: typeof all) => list.reduce((sum, e) => sum + e.encodedBodySize, 0)
        return { before: size(all.filter(e => e.responseEnd < stood)), all: size(all) }
      })
    const { before } = await scripts()
    expect(before).toBeGreaterThan(MOST_SCRIPTS / 4)
    expect(before).toBeLessThan(MOST_SCRIPTS)
    await expect.poll(async () => (await scripts()).all).toBeGreaterThan(MOST_SCRIPTS * 1.5)
  })
})

test.describe('with the server gone before the acts were fetched', () => {
  test.use({ expected: /ERR_FAILED/ })
  test('an act is refused, with what was typed still there; done once the server is back', async ({
    page,
  }) => {
    // The script of the acts, whatever its name: it alone says this sentence.
    let gone = true
    let refused = 0
    await page.route('**/_nuxt/*.js', async route => {
      if (!gone) return route.continue()
      const answer = await route.fetch()
      const body = await answer.text()
      if (!body.includes('the browser could not save (')) return route.fulfill({ response: answer, body })
      refused++
      return route.abort()
    })
    await page.goto('/office')
    const name = page.getByLabel('Name', { exact: true })
    const keep = page.getByTestId('name-keep')
    await name.fill('Ada')
    await keep.click()
    await expect(page.getByText('Nothing was changed: the server does not answer')).toBeVisible()
    expect(refused).toBeGreaterThan(0)
    await expect(name).toHaveValue('Ada')
    gone = false
    await keep.click()
    await expect(page.getByText('Your name is now Ada.')).toBeVisible()
    await page.unrouteAll({ behavior: 'ignoreErrors' })
  })

  test('a piece of work whose code was never fetched says so', async ({ page }) => {
    await page.route('**/_nuxt/workers/**', route => route.abort())
    await page.goto('/files/backups')
    await button(page, 'Save backup').click()
    await expect(page.getByTestId('backup-fault')).toContainText('the server does not answer')
    await page.getByRole('link', { name: 'Export', exact: true }).click()
    await page.getByTestId('list-csv').click()
    await expect(page.getByTestId('lists-out')).toContainText('the server does not answer')
  })
})

test.describe('with the server gone while the looks of the pages were fetched', () => {
  test.use({ expected: /ERR_FAILED/ })
  test('a page has its looks all the same once the server is back', async ({ page }) => {
    let refused = 0
    await page.goto('/')
    await page.route('**/_nuxt/*.css', route => {
      refused++
      return route.abort()
    })
    await expect(page.getByTestId('today')).toBeVisible()
    await expect.poll(() => refused).toBeGreaterThan(10)
    await page.unroute('**/_nuxt/*.css')
    await page.getByRole('link', { name: 'Stocks & layouts' }).click()
    await expect(page.getByTestId('layouts')).toBeVisible()
    // What the browser could not fetch has no rules to look at.
    const looks = () =>
      page.evaluate(() => {
        const refusedHere = [...document.styleSheets].filter(sheet => {
          try {
            return !sheet.cssRules
          } catch {
            return true
          }
        })
        return [refusedHere.length, getComputedStyle(document.querySelector('.stocks')!).display]
      })
    await expect.poll(looks).toEqual([0, 'grid'])
  })
})
