import { execFileSync } from 'node:child_process'
import { createServer } from 'node:http'
import { button, demoOffice, empty, expect, test, toPrintStep } from './office'
import { ended, startServer } from './ownServer'

const PORT = '3979'

test.describe('with the server gone', () => {
  test.use({
    ...empty,
    baseURL: `http://127.0.0.1:${PORT}`,
    serviceWorkers: 'allow',
    expected: /ERR_CONNECTION_REFUSED/,
  })

  test('everything goes on: from pick to counted off, reloaded in between; the stand-in says that it is away', async ({
    page,
    baseURL,
  }) => {
    const server = await startServer(baseURL!)
    try {
      await page.goto('/')
      await page.getByRole('button', { name: 'Load the demo office' }).click()
      await expect(page.getByTestId('today')).toBeVisible()
      await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined))
    } finally {
      await ended(server)
    }
    await demoOffice(page)
    await toPrintStep(page, 'operating')
    await page.reload()
    await button(page, 'Looks right').click()
    const download = page.waitForEvent('download')
    await button(page, 'Save as PDF instead').click()
    const pdf = await (await download).path()
    expect(execFileSync('qpdf', ['--check', pdf], { encoding: 'utf8' })).toContain('No syntax or stream')
    await button(page, 'All good').click()
    await button(page, 'Count off').click()
    await expect(page.getByTestId('outcomes')).toBeVisible()
    await page.goto('/office/practice')
    await expect(page.getByText('the practice printer does not answer')).toBeVisible()
    // Every place opens without the server, by its own address.
    for (const path of [
      '/bills',
      '/register',
      '/papers/layout/letter-top',
      '/fit',
      '/files',
      '/office/trail',
    ]) {
      await page.goto(path)
      await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible()
    }
  })
})

/** A server before the one of all tests whose kept program is another one from the moment that it is told so. */
async function startNext(port: number, from: string) {
  let next = false
  const server = createServer((request, answer) => {
    void fetch(from + request.url).then(async got => {
      const { 'content-type': type, 'content-security-policy': policy } = Object.fromEntries(got.headers)
      answer.writeHead(got.status, {
        ...(type && { 'content-type': type }),
        ...(policy && { 'content-security-policy': policy }),
      })
      answer.end(
        Buffer.concat([
          Buffer.from(await got.arrayBuffer()),
          Buffer.from(next && request.url === '/sw.js' ? '\n// next' : ''),
        ]),
      )
    })
  })
  await new Promise<void>(done => server.listen(port, '127.0.0.1', done))
  return { toNext: () => (next = true), end: () => server.close() }
}

test.describe('a newer version', () => {
  const port = 3981
  const all = 'http://127.0.0.1:3977'
  test.use({ ...empty, baseURL: `http://127.0.0.1:${port}`, serviceWorkers: 'allow' })

  test('waits while a form is filled in, is offered then, and is there after one press', async ({ page }) => {
    const server = await startNext(port, all)
    try {
      await page.goto('/')
      await page.getByRole('button', { name: 'Start empty' }).click()
      await expect(page.getByTestId('begin')).toBeVisible()
      await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined))
      await page.reload()
      await expect(page.getByTestId('begin')).toBeVisible()
      const band = page.getByTestId('newer')
      await page.goto('/accounts/new')
      const company = page.getByLabel('Company name (one or two lines)')
      await company.fill('Slipway')
      await page.waitForTimeout(700)
      server.toNext()
      await page.reload()
      await expect(company).toHaveValue('Slipway')
      const waiting = () =>
        page.evaluate(async () => (await navigator.serviceWorker.getRegistration())?.waiting?.state)
      await expect.poll(waiting).toBe('installed')
      await expect(page.getByText('A newer version will load')).toBeVisible()
      await expect(band).toHaveCount(0)
      await company.fill('')
      await expect(band).toBeVisible()
      const anew = page.waitForEvent('load')
      await band.getByRole('button').click()
      await anew
      expect(await waiting()).toBe(undefined)
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
      await expect(band).toHaveCount(0)
    } finally {
      server.end()
    }
  })
})
