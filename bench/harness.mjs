// What all measurements share: figures and how they are said, bundles, a page of the built app.
import { chromium, selectors } from '@playwright/test'
import { execFileSync, spawn } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { build } from 'vite'

process.chdir(fileURLToPath(new URL('..', import.meta.url)))

export const median = list => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)]

export const round = (n, digits = 2) => Number(n.toFixed(digits))

export const results = existsSync('bench/results.json')
  ? JSON.parse(readFileSync('bench/results.json', 'utf8'))
  : {}

export const say = (what, figure, want, good) =>
  console.log(
    `${good === undefined ? '    ' : good ? 'good' : 'MISS'}  ${what}: ${figure}${want ? `  (wanted: ${want})` : ''}`,
  )

export async function bundle(entry, ssr) {
  const outDir = `node_modules/.cache/bench-${ssr ? 'node' : 'browser'}`
  await build({
    configFile: false,
    logLevel: 'error',
    define: ssr ? {} : { 'process.env.NODE_ENV': '"production"' },
    build: ssr
      ? { ssr: entry, outDir, target: 'node20' }
      : {
          lib: { entry, formats: ['es'], fileName: () => 'worker.js' },
          outDir,
          target: 'es2022',
          rollupOptions: { output: { inlineDynamicImports: true } },
        },
  })
  return outDir
}

const CHROMIUM = process.env.CHROMIUM_PATH ?? '/usr/bin/chromium'

export const browser = () => chromium.launch({ executablePath: CHROMIUM })

/** A page of the built app at its first start, on a server of its own; both end when the work is done. */
export async function served(port, work) {
  if (!existsSync('.output/server/index.mjs'))
    execFileSync('node_modules/.bin/nuxt', ['build'], { stdio: 'inherit' })
  const server = spawn(process.execPath, ['.output/server/index.mjs'], {
    env: { ...process.env, PORT: String(port), HOST: '127.0.0.1' },
    stdio: 'ignore',
  })
  // A profile on disk, as in use: a store held in memory alone grows slower with every row.
  const profile = mkdtempSync(join(tmpdir(), 'violet-lane-bench-'))
  selectors.setTestIdAttribute('data-test')
  const chrome = await chromium.launchPersistentContext(profile, {
    executablePath: CHROMIUM,
    viewport: { width: 1280, height: 800 },
    baseURL: `http://127.0.0.1:${port}`,
  })
  try {
    const page = chrome.pages()[0] ?? (await chrome.newPage())
    await page.addInitScript(() => {
      new MutationObserver((_, watching) => {
        if (!document.querySelector('main h1')) return
        window.firstViewAt = performance.now()
        watching.disconnect()
      }).observe(document, { childList: true, subtree: true })
    })
    for (let i = 0; ; i++) {
      try {
        await page.goto('/')
        break
      } catch (error) {
        if (i > 40) throw error
        await new Promise(done => setTimeout(done, 100))
      }
    }
    await page.getByRole('button', { name: 'Load the demo office' }).waitFor()
    await work(page)
  } finally {
    await chrome.close()
    rmSync(profile, { recursive: true, force: true })
    server.kill()
  }
}

/**
 * Opens a page by its link five times: median of the main thread's time (script, style, layout) and of the
 * whole, in ms.
 */
export async function opening(page, from, link, ready) {
  const times = []
  for (let i = 0; i < 5; i++) {
    await page.goto(from)
    await page.locator(link).first().waitFor()
    await page.waitForTimeout(700)
    const started = await page.evaluate(() => performance.now())
    const cdp = await page.context().newCDPSession(page)
    await cdp.send('Performance.enable')
    const busy = async () =>
      (await cdp.send('Performance.getMetrics')).metrics.find(m => m.name === 'TaskDuration').value * 1000
    const before = await busy()
    await page.locator(link).first().click()
    await page.locator(ready).first().waitFor()
    times.push({
      busy: (await busy()) - before,
      wall: (await page.evaluate(() => performance.now())) - started,
    })
  }
  return {
    busy: round(median(times.map(t => t.busy)), 0),
    wall: round(median(times.map(t => t.wall)), 0),
  }
}
