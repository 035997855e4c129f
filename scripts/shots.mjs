// npm run shots: one current picture of each main view in docs/screenshots/, from the demo data, at 1280x800.
import { execFileSync, spawn } from 'node:child_process'
import { existsSync, mkdirSync, rmSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { tools } from './tools.mjs'
import { chromium } from '@playwright/test'

process.chdir(fileURLToPath(new URL('..', import.meta.url)))
tools()
if (!existsSync('.output/server/index.mjs'))
  execFileSync('node_modules/.bin/nuxt', ['build'], { stdio: 'inherit' })
const port = 3979
const server = spawn(process.execPath, ['.output/server/index.mjs'], {
  env: { ...process.env, PORT: String(port), HOST: '127.0.0.1' },
  stdio: 'ignore',
})
const browser = await chromium.launch({ executablePath: process.env.CHROMIUM_PATH ?? '/usr/bin/chromium' })
const folder = 'docs/screenshots'
rmSync(folder, { recursive: true, force: true })
mkdirSync(folder, { recursive: true })
try {
  const page = await (
    await browser.newContext({
      viewport: { width: 1280, height: 800 },
      baseURL: `http://127.0.0.1:${port}`,
      acceptDownloads: true,
    })
  ).newPage()
  for (let i = 0; ; i++) {
    try {
      await page.goto('/')
      break
    } catch (error) {
      if (i > 40) throw error
      await new Promise(done => setTimeout(done, 100))
    }
  }
  const take = async name => {
    await page.evaluate(() => document.fonts.ready)
    await page.waitForTimeout(450)
    await page.screenshot({ path: `${folder}/${name}.png` })
    console.log(name)
  }
  const test = name => page.locator(`[data-test=${name}]`)
  await page.getByRole('button', { name: 'Load the demo office' }).waitFor()
  await take('first-start')
  await page.getByRole('button', { name: 'Load the demo office' }).click()
  await test('today').waitFor()
  await take('today')
  await page.goto('/bills?bill=operating-open-1')
  await test('bill').waitFor()
  await take('bills')
  await page.goto('/bills/settle')
  await test('to-come').locator('li').first().waitFor()
  await take('settle')
  await page.goto('/lane?account=operating')
  await test('sheet').waitFor()
  await take('lane')
  await page.goto('/lane/draw?account=operating')
  await page.getByRole('combobox', { name: 'Payee' }).fill('Ilse Brandvold')
  await page.keyboard.press('Tab')
  await page.getByLabel('Amount', { exact: true }).fill('1,250.00')
  await take('draw')
  await page.goto('/register?account=operating')
  await test('sheet').waitFor()
  await take('register')
  await page.goto('/bank?account=operating')
  await test('bank-line').waitFor()
  await take('bank')
  await page.goto('/reports/outstanding?account=operating')
  await test('report').locator('tr.pickable').first().waitFor()
  await take('report')
  await page.goto('/books')
  await test('book-operating').first().waitFor()
  await page.goto('/books/operating-book?number=4055')
  await test('life').waitFor()
  await take('number-book')
  await page.goto('/accounts/operating')
  await page.getByLabel('Bank', { exact: true }).focus()
  await take('account')
  await page.goto('/papers')
  await test('stocks').waitFor()
  await take('papers')
  await page.goto('/papers/layout/letter-top')
  await page.locator('[data-hit=payee]').click()
  await take('light-table')
  await page.goto('/fit')
  await test('printer-choice').click()
  await page.getByRole('option', { name: 'Practice printer, Tray 1' }).click()
  await test('fit-sheet').click()
  await test('practice-scan').click()
  await test('found').waitFor()
  await take('fit')
  await page.goto('/office/practice')
  await test('sheet-picture').waitFor()
  await page.waitForTimeout(1500)
  await take('practice')
  await page.goto('/fit')
  await test('new-printer').click()
  await test('printer-name').locator('input').fill('Office laser')
  await test('printer-add').click()
  await page.goto('/run/new?account=operating')
  await test('pick-done').waitFor()
  await test('pick-done').click()
  await test('top-number').fill('1')
  await test('top-number').fill(String(Number(await test('expected').innerText()) + 3))
  await take('run-2-load')
  await test('top-number').fill(await test('expected').innerText())
  await test('load-done').click()
  await test('pdf-ready').waitFor()
  await test('proof-done').click()
  await test('print-effect').waitFor()
  const download = page.waitForEvent('download')
  await test('print-save').click()
  const pdf = await (await download).path()
  await page.locator('[data-sheet]').first().focus()
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('s')
  await page.keyboard.type('toner smeared')
  await page.keyboard.press('Enter')
  await take('run-5-count-off')
  await page.getByRole('button', { name: 'Dark' }).click()
  await page.goto('/lane?account=yard')
  await test('sheet').waitFor()
  await take('lane-dark')
  execFileSync('pdftoppm', ['-r', '90', '-png', '-f', '1', '-l', '1', '-singlefile', pdf, `${folder}/paper`])
} finally {
  await browser.close()
  server.kill()
}
