import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { build } from 'vite'
import { expect, test } from './office'

const root = fileURLToPath(new URL('..', import.meta.url))
const SEEDS = Number(process.env.STORE_SEEDS ?? 30)

test(`the real store of the browser under random acts of two tabs, full disks and acts cut off, over ${SEEDS} seeds`, async ({
  page,
}) => {
  test.setTimeout(600_000)
  const outDir = `${root}test-results/simulator`
  await build({
    root,
    configFile: false,
    logLevel: 'error',
    resolve: { alias: { '#core': `${root}core`, '~': `${root}app` } },
    publicDir: false,
    build: {
      outDir,
      emptyOutDir: true,
      minify: false,
      lib: { entry: `${root}e2e/simulator.entry.ts`, formats: ['es'], fileName: 'simulator' },
    },
  })
  await page.route('**/simulator-of-the-tests.js', route =>
    route.fulfill({ contentType: 'text/javascript', body: readFileSync(`${outDir}/simulator.js`, 'utf8') }),
  )
  await page.goto('/')
  const done = await page.evaluate(async seeds => {
    const { drive } = (await import(
      '/simulator-of-the-tests.js' as string
    )) as typeof import('./simulator.entry')
    return drive(1, seeds)
  }, SEEDS)
  expect(done.fault).toBe('')
  expect(done.acts).toBeGreaterThan(SEEDS * 6)
})
