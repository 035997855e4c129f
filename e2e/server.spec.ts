import { readFileSync } from 'node:fs'
import { request as http } from 'node:http'
import type { Stock } from '../core/paper/stock'
import { demoOffice, expect, test, visit } from './office'
import { ended, startServer } from './ownServer'

const ADDRESS = 'http://127.0.0.1:3977'
/** Asks as no browser would: with any host and headers, and a body of any length. */
function ask(
  path: string,
  of: { method?: string; headers?: Record<string, string>; body?: Buffer } = {},
  address = ADDRESS,
): Promise<{ status: number; headers: Record<string, unknown>; text: string }> {
  return new Promise((done, failed) => {
    // On a line of its own: the server may close one that is kept just when it is asked on it.
    const asked = http(
      `${address}${path}`,
      { agent: false, method: of.method ?? 'GET', headers: of.headers ?? {} },
      answer => {
        const parts: Buffer[] = []
        answer.on('data', (part: Buffer) => parts.push(part))
        answer.on('end', () =>
          done({
            status: answer.statusCode ?? 0,
            headers: answer.headers,
            text: Buffer.concat(parts).toString(),
          }),
        )
      },
    )
    // A server that has refused closes the line while the rest is still on its way.
    let isAnswered = false
    asked.on('response', () => (isAnswered = true))
    asked.on('error', error => isAnswered || failed(error))
    asked.end(of.body)
  })
}
const json = { 'content-type': 'application/json' }

test('answers only its own names, methods and addresses, and keeps nothing that must not be kept', async () => {
  expect((await ask('/', { headers: { host: 'evil.example' } })).status).toBe(421)
  expect((await ask('/', { headers: { host: 'localhost:3977' } })).status).toBe(200)
  const page = await ask('/lane')
  expect(page.headers['x-powered-by']).toBeUndefined()
  expect(page.headers['cache-control']).toBe('no-cache')
  expect((await ask('/nothing-here')).status).toBe(404)
  const gone = await ask('/_nuxt/gone.js')
  expect([gone.status, gone.headers['cache-control']]).toEqual([404, 'no-cache'])
  const none = await ask('/api/none')
  expect([none.status, JSON.parse(none.text).data.text]).toEqual([404, 'There is no such address'])
  const wrong = await ask('/api/practice-bank', { method: 'DELETE' })
  expect([wrong.status, wrong.headers.allow]).toEqual([405, 'GET, POST'])
  expect((await ask('/api/health')).headers['cache-control']).toBe('no-store')
})

test('takes nothing from pages of others, and cuts off what is too long while it arrives', async () => {
  const body = Buffer.from('{}')
  for (const [method, path] of [
    ['POST', '/api/practice-bank'],
    ['POST', '/api/practice-mailbox'],
    ['POST', '/api/practice-printer/jobs'],
    ['PUT', '/api/practice-printer/trays/Tray%201'],
    ['DELETE', '/api/practice-printer/jobs/1'],
  ] as const) {
    for (const headers of [{ origin: 'http://evil.example' }, { 'sec-fetch-site': 'cross-site' }])
      expect(
        (await ask(path, { method, headers: { ...json, ...headers }, ...(method !== 'DELETE' && { body }) }))
          .status,
        path,
      ).toBe(403)
  }
  const long = await ask('/api/practice-mailbox', { method: 'POST', body: Buffer.alloc(30_000_000) }).catch(
    (error: NodeJS.ErrnoException) => error.code,
  )
  expect([413, 'EPIPE', 'ECONNRESET']).toContain(typeof long === 'object' ? long.status : long)
  expect((await ask('/api/health')).status).toBe(200)
})

/** A PDF of one page with so much behind its end, and a form that sends it to the practice printer. */
function largeJob(bytes: number): FormData {
  const stocks = JSON.parse(readFileSync('core/paper/data/stocks.json', 'utf8')) as Stock[]
  const stock = { ...stocks[0]!, format: 'violet-lane/stock', version: 1, carries: [], numbered: false }
  const job = {
    name: 'Large',
    tray: 'Tray 1',
    stock,
    pace: 0,
    pack: { top: null, order: 'lowest on top', sheets: 5, firstPlace: 1 },
  }
  const { w, h } = stock.sheet
  const box = [0, 0, (w / 25.4) * 72, (h / 25.4) * 72].join(' ')
  const objects = [
    '<< /Type /Catalog /Pages 2 0 R >>',
    '<< /Type /Pages /Kids [3 0 R] /Count 1 >>',
    `<< /Type /Page /Parent 2 0 R /MediaBox [0 0 ${box}] >>`,
  ].map((text, i) => `${i + 1} 0 obj ${text} endobj`)
  const text = ['%PDF-1.7', ...objects, 'trailer << /Size 4 /Root 1 0 R >>', '%%EOF'].join('\n')
  const form = new FormData()
  form.append('job', JSON.stringify(job))
  form.append('pdf', new Blob([text, new Uint8Array(bytes).fill(37)]), 'a.pdf')
  return form
}
test('ten large jobs at once: some are taken, the others are asked to come again, and the server answers meanwhile', async () => {
  // Jobs of other tests would be refused meanwhile.
  const address = 'http://127.0.0.1:3983'
  const server = await startServer(address)
  try {
    const job = async (): Promise<number> => {
      const body = largeJob(20_000_000)
      try {
        return (await fetch(`${address}/api/practice-printer/jobs`, { method: 'POST', body })).status
      } catch {
        // The line was closed while the rest was on its way: refused as well.
        return 429
      }
    }
    const waits: number[] = []
    let isDone = false
    const watching = (async () => {
      while (!isDone) {
        const from = performance.now()
        expect((await ask('/api/health', {}, address)).status).toBe(200)
        waits.push(performance.now() - from)
        await new Promise(next => setTimeout(next, 20))
      }
    })()
    const statuses = await Promise.all(Array.from({ length: 10 }, job))
    isDone = true
    await watching
    waits.sort((a, b) => a - b)
    console.log(
      `health while ten jobs came: ${waits.map(Math.round).at(-1)} ms at most, half below ${Math.round(waits[waits.length >> 1]!)} ms`,
    )
    expect(new Set(statuses)).toEqual(new Set([200, 429]))
    expect(await job()).toBe(200)
    expect(waits[waits.length >> 1]).toBeLessThan(1000)
  } finally {
    await ended(server)
  }
})

test('each browser has stand-ins of its own: nobody sees the job or the account of another', async ({
  page,
  playwright,
}) => {
  await demoOffice(page)
  const order = { kind: 'open', account: '00526610', from: '2026-11-24', opening: 100 }
  const own = await page.request.post('/api/practice-bank', { data: order })
  expect(own.ok()).toBe(true)
  const cookies = await page.context().cookies()
  const desk = cookies.find(c => c.name === 'violet-lane-desk')
  expect(desk).toMatchObject({ httpOnly: true, sameSite: 'Strict' })
  expect((await (await page.request.get('/api/practice-bank?account=00526610')).json()).balance).toBe(100)
  const stranger = await playwright.request.newContext({ baseURL: ADDRESS })
  expect((await stranger.get('/api/practice-bank?account=00526610')).status()).toBe(204)
  await stranger.dispose()
  // Whoever only looks takes no place: the desk is still there after more of them than there are places.
  for (let i = 0; i < 60; i++)
    expect((await ask('/api/practice-printer')).headers['set-cookie']).toBeUndefined()
  expect((await (await page.request.get('/api/practice-bank?account=00526610')).json()).balance).toBe(100)
})

test('where the person chose their own colours, the chosen row differs from the others', async ({ page }) => {
  await page.emulateMedia({ forcedColors: 'active' })
  await demoOffice(page)
  await visit(page, '/lane?account=operating')
  const style = (selector: string) =>
    page
      .locator(selector)
      .first()
      .evaluate(row => getComputedStyle(row).outlineStyle)
  await page.locator('[data-test=lane] tr.chosen').waitFor()
  expect(await style('[data-test=lane] tr.chosen')).toBe('solid')
  expect(await style('[data-test=lane] tr.pickable:not(.chosen)')).toBe('none')
})
