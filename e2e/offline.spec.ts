import { spawn, type ChildProcess } from 'node:child_process'
import { execFileSync } from 'node:child_process'
import { demoOffice, empty, expect, test, toPrintStep } from './office'

const PORT = '3979'
/** A server of the test's own, to be ended. */
async function startServer(address: string): Promise<ChildProcess> {
  const server = spawn('node', ['.output/server/index.mjs'], {
    env: { ...process.env, PORT, HOST: '127.0.0.1' },
    stdio: 'ignore',
  })
  await expect
    .poll(() =>
      fetch(`${address}/api/health`).then(
        a => a.ok,
        () => false,
      ),
    )
    .toBe(true)
  return server
}
const ended = (server: ChildProcess): Promise<unknown> => {
  const gone = new Promise(done => server.once('exit', done))
  server.kill('SIGKILL')
  return gone
}

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
    await page.getByTestId('proof-done').click()
    const download = page.waitForEvent('download')
    await page.getByTestId('print-save').click()
    const pdf = await (await download).path()
    expect(execFileSync('qpdf', ['--check', pdf], { encoding: 'utf8' })).toContain('No syntax or stream')
    await page.getByTestId('all-good').click()
    await page.getByTestId('count-off').click()
    await expect(page.getByTestId('outcomes')).toBeVisible()
    await page.goto('/practice/printer')
    await expect(page.getByText('the practice printer does not answer')).toBeVisible()
    // Every place opens without the server, by its own address.
    for (const path of ['/bills', '/register', '/papers/layout/letter-top', '/fit', '/files/in', '/trail']) {
      await page.goto(path)
      await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible()
    }
  })
})
