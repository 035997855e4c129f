import { execFileSync } from 'node:child_process'
import { existsSync, readdirSync, readFileSync, renameSync } from 'node:fs'
import { join, resolve } from 'node:path'
import type { BrowserType, Page } from '@playwright/test'
import { forget } from '../profile'

const cache = resolve('node_modules/.cache/years')
/** The rows of the ten-year office as files, and a browser's folder into which they were put. */
const [rows, profile] = [join(cache, 'rows'), join(cache, 'profile')]

/** Makes the rows once: told up to this morning, so that the office has an open statement and a lane of today. */
function makeRows(): void {
  if (existsSync(rows)) return
  const half = `${rows}-half`
  forget(half)
  execFileSync(
    'node_modules/.bin/jiti',
    [resolve('bench/years/make.ts'), half, `${new Date().toISOString().slice(0, 10)}T08:00:00.000-05:00`],
    {
      stdio: 'inherit',
      env: {
        ...process.env,
        JITI_ALIAS: JSON.stringify({ '#core': resolve('core'), '~~': resolve('.'), '~': resolve('app') }),
        NODE_OPTIONS: '--max-old-space-size=6000',
      },
    },
  )
  renameSync(half, rows)
}
/** Puts a list of rows, as JSON, into a table of the store of the page. */
const put = (page: Page, table: string, json: string): Promise<void> =>
  page.evaluate(
    async ([name, list]) => {
      const open = await new Promise<IDBDatabase>((resolve, reject) => {
        const r = indexedDB.open('violet-lane')
        r.onsuccess = () => resolve(r.result)
        r.onerror = () => reject(r.error!)
      })
      await new Promise<void>((resolve, reject) => {
        const tx = open.transaction(name, 'readwrite', { durability: 'relaxed' })
        for (const row of JSON.parse(list) as { sum?: object }[])
          // A sum of rows is kept as words: JSON knows no such thing, and without it no act could be done here.
          tx.objectStore(name).put(row.sum ? { ...row, sum: Uint16Array.from(Object.values(row.sum)) } : row)
        tx.oncomplete = () => resolve()
        tx.onerror = () => reject(tx.error!)
      })
      open.close()
    },
    [table, json] as const,
  )

/** The folder of a browser that holds the ten-year office: made at the first call, a copy is never needed to look. */
export async function yearsProfile(chromium: BrowserType): Promise<string> {
  makeRows()
  if (existsSync(profile)) return profile
  const half = `${profile}-half`
  forget(half)
  const context = await chromium.launchPersistentContext(half)
  const page = context.pages()[0]!
  await page.goto('/')
  await page.getByRole('button', { name: 'Load the demo office' }).waitFor()
  // What follows writes as no screen would: no screen stands beside it.
  await page.goto('/api/health')
  for (const file of readdirSync(rows))
    for (const line of readFileSync(join(rows, file), 'utf8').split('\n'))
      if (line) await put(page, file.replace('.jsonl', ''), line)
  await context.close()
  renameSync(half, profile)
  return profile
}
