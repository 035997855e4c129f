import { execFileSync } from 'node:child_process'
import type { Page } from '@playwright/test'
import { standsStill, violationsOf } from './axe'
import { troublesOfSight } from './hands/looks'
import {
  button,
  demoOffice,
  empty,
  expect,
  holdTheStore,
  loadPack,
  settled,
  test,
  toPrintStep,
  visit,
} from './office'

const POINT = 25.4 / 72
/** More rows than this no window here has room for, with those drawn ahead. */
const MOST_ROWS = 70

/** What makes the page scroll sideways, by name and right edge; nothing where it does not. */
const outside = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const { scrollWidth, clientWidth } = document.documentElement
    if (scrollWidth <= clientWidth) return []
    const beyond = [...document.body.querySelectorAll('*')]
      .map(e => ({ e, right: Math.round(e.getBoundingClientRect().right) }))
      .filter(({ right }) => right > clientWidth)
      .map(({ e, right }) => `${e.tagName} ${e.getAttribute('class') ?? ''} to ${right}`)
    return [`${scrollWidth} wide instead of ${clientWidth}`, ...beyond.slice(0, 5)]
  })
const fits = (page: Page, what: string): Promise<void> =>
  expect.poll(() => outside(page), { message: `${what} scrolls sideways`, timeout: 8000 }).toEqual([])
/** Nothing is cut off: no sideways scrolling, no card lower or narrower than what is in it. */
async function narrow(page: Page, what: string): Promise<void> {
  await fits(page, what)
  const cut = await page.evaluate(() =>
    [...document.querySelectorAll('.v-card, .plain-card, .v-btn, .row-act')]
      .filter(
        e =>
          !/auto|scroll/.test(getComputedStyle(e).overflow) &&
          (e.scrollHeight > e.clientHeight + 3 || e.scrollWidth > e.clientWidth + 3),
      )
      .map(e => (e as HTMLElement).innerText.slice(0, 40)),
  )
  expect(cut, `${what} cuts off`).toEqual([])
  expect(await troublesOfSight(page), what).toEqual([])
  const rows = await page.locator('.row-table tbody tr').count()
  expect(rows, `${what} draws rows that are not in sight`).toBeLessThan(MOST_ROWS)
}
/** The page stands, axe finds nothing on it, and nothing is cut off. */
async function clean(page: Page, what: string): Promise<void> {
  await expect(page.locator('h1')).not.toHaveCount(0)
  await standsStill(page)
  expect(await violationsOf(page), what).toEqual([])
  await narrow(page, what)
}

const views: readonly (readonly [path: string, ready: string])[] = [
  ['/', '[data-test=today]'],
  ['/lane?account=operating', '[data-test=lane] tr.chosen'],
  ['/lane/draw?account=operating', '[data-test=draw-it]'],
  ['/register?account=operating', '[data-test=sheet]'],
  ['/bank?account=operating', '[data-test=bank-line]'],
  ['/bank/closed?account=operating', '[data-test=closed-statements]'],
  ['/bank/files?account=operating', '[data-test=begin-fixed]'],
  ['/bank/files?account=payroll', '[data-test=pay-sent]'],
  ['/bank/questions?account=operating', '[data-test=questions]'],
  ['/bank/transfers?account=operating', '[data-test=transfers]'],
  ['/bank/rules?account=operating', '[data-test=rule-save]'],
  ['/books', '[data-test=book-operating]'],
  ['/books/operating-book?number=4055', '[data-test=life]'],
  ['/books/proof', '[data-test=proof-holds]'],
  ['/office/trail', '[data-test=trail] tr.pickable'],
  ['/run/together', '[data-test=group-yard]'],
  ['/office', '[data-test=start-over]'],
  ['/office/companies', '[data-test=limit]'],
  ['/files/export', '[data-test=lists-out]'],
  ['/files/backups', '[data-test=backup-state]'],
  ['/files/hand-over', '[data-test=hand-to]'],
  ['/files', '[data-test=intake-file]'],
  ['/accounts', '[data-test=accounts]'],
  ['/accounts/operating', '[data-test=ready]'],
  ['/accounts/new', '[data-test=account-form]'],
  ['/reports', '[data-test=reports]'],
  ['/reports/outstanding', '[data-test=report] tr.pickable'],
  ['/reports/cash', '[data-test=report] tr.pickable'],
  ['/papers', '[data-test=layouts]'],
  ['/papers/stock/new', '[data-test=stock-name]'],
  ['/papers/stock/three-checks-counterfoil-blank', '[data-test=stock-name]'],
  ['/papers/layout/letter-top', '[data-hit=payee]'],
  ['/papers/compare?layout=letter-top', '[data-test=sheet]'],
  ['/fit', '[data-test=new-printer]'],
  ['/office/practice', '[data-test=practice-send]'],
  ['/office/bank?account=operating', '[data-test=pb-open]'],
  ['/office/mailbox', '[data-test=mails]'],
]
const billViews: readonly (readonly [path: string, ready: string])[] = [
  ['/bills', '[data-test=bill]'],
  ['/bills/pile', '[data-test=tape]'],
  ['/bills/settle', '[data-test=to-come] li'],
  ['/bills/payees', '[data-test=payees] tr.pickable'],
  ['/bills/payee/operating-cobalt-rope-rigging', '[data-test=payee-paid] tbody tr'],
  ['/bills/ledger', '[data-test=entries] tr.pickable'],
  ['/bills/payee/new', '[data-test=payee-name]'],
  ['/bills/bill/operating-open-1', '[data-test=keep-bill]'],
]
const usual = { width: 1280, height: 800 }
const smaller = [
  { width: 1024, height: 700 },
  { width: 640, height: 400 },
]

/** `npm run test:all` looks at what `npm test` leaves out: the smaller windows and the dark theme. */
const ALL = process.env.TEST_ALL === '1'
/** One load a view: every rule in light; or its room in the smaller windows, and every rule in the dark. */
async function everyWay(page: Page, what: string): Promise<void> {
  if (!ALL) return clean(page, what)
  for (const size of smaller) {
    await page.setViewportSize(size)
    await narrow(page, `${what} at ${size.width}`)
  }
  await page.setViewportSize({ width: 320, height: 560 })
  await fits(page, `${what} at 320`)
  await page.setViewportSize(usual)
  await page.getByRole('button', { name: 'Dark' }).click()
  await clean(page, `${what}, dark`)
  await page.getByRole('button', { name: 'Light' }).click()
}

const groups = [
  ['of bills', billViews],
  ['of payments', views.slice(0, 6)],
  ['of what was done', views.slice(6, 13)],
  ['of files and settings', views.slice(13, 18)],
  ['of accounts and stocks', views.slice(18, 25)],
  ['of layouts and printers', views.slice(25)],
] as const
for (const [name, some] of groups) {
  test(`every view ${name} ${ALL ? 'scrolls sideways in no window and is clean in the dark' : 'is clean for axe'}`, async ({
    page,
  }) => {
    test.setTimeout(300_000)
    await demoOffice(page)
    for (const [path, ready] of some) {
      await visit(page, path)
      await page.locator(ready).first().waitFor()
      // People read Nov 24, 2026; a file that was sent is called after its day.
      const text = (await page.locator('main').innerText()).replaceAll(/^checks \S+\.csv/gm, '')
      expect(text, path).not.toMatch(/\b20\d\d-\d\d-\d\d\b/)
      await everyWay(page, path)
    }
  })
}

test(`menus, lists and forms that open on a view are clean for axe${ALL ? ' in the dark' : ''}`, async ({
  page,
}) => {
  await demoOffice(page)
  if (ALL) await page.getByRole('button', { name: 'Dark' }).click()
  const lists = async (path: string, field: string): Promise<void> => {
    await visit(page, path)
    const box = page.getByRole('combobox', { name: field }).first()
    await box.focus()
    await box.press('ArrowDown')
    await expect(page.getByRole('option').first()).toBeVisible()
    await clean(page, `the list of ${field} on ${path}`)
    await page.keyboard.press('Escape')
  }
  await lists('/register?account=operating', 'State')
  await lists('/office/trail', 'Action')
  await lists('/bills/payee/new', 'Kind')
  await lists('/run/new?account=operating', 'Layout of this run')
  const opens = async (path: string, test: string, there: string): Promise<void> => {
    await visit(page, path)
    await settled(page)
    await page.getByTestId(test).first().click()
    await expect(page.locator(there).first()).toBeVisible()
    await clean(page, `${test} on ${path}`)
    await page.keyboard.press('Escape')
  }
  await opens('/register?account=operating', 'save-shown', '[role=menuitem]')
  await opens('/register?account=operating', 'enter-movement', '[data-test=movement-amount]')
  await opens('/register?account=operating', 'act-replace', '[role=dialog]')
  await opens('/papers/layout/letter-top', 'add-field', '[role=menuitem]')
  await opens('/bank/closed?account=operating', 'reopen', '[role=dialog]')
})

test('a page that waits for its data says so, and is clean for axe', async ({ page }) => {
  await demoOffice(page)
  const letGo = await holdTheStore(page)
  await page.getByRole('link', { name: 'Bills' }).first().click()
  const waits = page.getByRole('progressbar', { name: 'Loading' })
  await expect(waits).toBeVisible()
  await clean(page, 'a page that waits')
  await expect(waits).toBeVisible()
  await letGo()
  await expect(page.getByTestId('bill').first()).toBeVisible()
  await expect(waits).toBeHidden()
})

test('rows of a file, good and wrong, are clean for axe, or hold in every window and in the dark', async ({
  page,
}) => {
  await demoOffice(page)
  await visit(page, '/files')
  const rows = ['Saltgrass Bakery\tV-1\t2026-11-03\t12.00', `${'Long '.repeat(14)}\tV-2\t2026-11-33\ttwelve`]
  await page
    .getByLabel('Or paste cells from a spreadsheet, with their column titles', { exact: true })
    .fill(['Payee\tBill number\tDate\tAmount', ...rows].join('\n'))
  await page.getByTestId('intake-paste-go').click()
  await expect(page.getByTestId('intake-counts')).toContainText('wrong')
  await everyWay(page, 'rows of a file')
})

test('every step of a run is clean for axe, or holds in every window and in the dark', async ({ page }) => {
  test.setTimeout(300_000)
  await demoOffice(page)
  await visit(page, '/run/new?account=yard')
  await page.getByTestId('pick-done').waitFor()
  await everyWay(page, 'pick')
  await page.getByTestId('pick-done').click()
  await page.getByTestId('top-number').fill('999')
  await everyWay(page, 'load')
  await page.getByTestId('top-number').fill(await page.getByTestId('expected').innerText())
  await loadPack(page)
  await page.getByTestId('pdf-ready').waitFor()
  await everyWay(page, 'proof')
  await button(page, 'Looks right').click()
  await page.getByText('Have it printed elsewhere').click()
  await everyWay(page, 'print')
  await page.getByLabel('Sent to', { exact: true }).fill('Tern Island Press')
  const download = page.waitForEvent('download')
  await button(page, 'Save file and send away').click()
  await download
  await page.getByTestId('came-back').setInputFiles({
    name: 'back.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('number,outcome\n1,fine'),
  })
  await page.getByTestId('came-faults').waitFor()
  await page.locator('[data-sheet]').first().focus()
  await page.keyboard.press('s')
  await everyWay(page, 'count off')
  await page.locator('.why input').first().fill('torn')
  await button(page, 'All good').click()
  await button(page, 'Count off').click()
  await page.getByTestId('outcomes').waitFor()
  await everyWay(page, 'counted off')
  await visit(page, '/files/hand-over')
  await page.getByLabel('Hand over to (person or computer)', { exact: true }).fill('Back desk')
  await page.getByTestId('hand-over').click()
  await page.getByText(/Backup saved/).waitFor()
  await everyWay(page, 'handed over')
  await visit(page, '/office')
  await button(page, 'Start another office').click()
  await page.getByTestId('back-to').waitFor()
  await clean(page, 'another office begins')
})

test.describe('before anything was entered', () => {
  test.use(empty)
  test('the first start is clean, and loading the demo office leads to Today', async ({ page }) => {
    await visit(page, '/')
    await clean(page, 'first start')
    await page.getByRole('button', { name: 'Load the demo office' }).dblclick()
    await expect(page.getByTestId('today')).toBeVisible()
    await expect(page.getByRole('alert')).toHaveCount(0)
  })
})

test('what the preview shows is what the PDF holds, to 0.1 mm', async ({ page }) => {
  await demoOffice(page)
  await toPrintStep(page, 'yard')
  await page.getByRole('button', { name: 'Edit' }).last().click()
  // Letters as the browser really sets them: left edge, baseline and width, in mm of the sheet.
  const shown = await page
    .getByTestId('sheet')
    .locator('svg')
    .evaluate(async svg => {
      await document.fonts.ready
      return [...svg.querySelectorAll('text')].map(t => ({
        text: t.textContent,
        x: t.getStartPositionOfChar(0).x,
        y: t.getStartPositionOfChar(0).y,
        end: t.getEndPositionOfChar(t.getNumberOfChars() - 1).x,
        size: Number(t.getAttribute('font-size')),
      }))
    })
  await button(page, 'Looks right').click()
  const download = page.waitForEvent('download')
  await button(page, 'Save as PDF instead').click()
  const html = execFileSync(
    'pdftotext',
    ['-f', '1', '-l', '1', '-bbox', await (await download).path(), '-'],
    { encoding: 'utf8' },
  )
  const words = [
    ...html.matchAll(/<word xMin="([\d.]+)" yMin="([\d.]+)" xMax="([\d.]+)" yMax="([\d.]+)">(.*?)<\/word>/g),
  ].map(m => ({
    x: Number(m[1]) * POINT,
    end: Number(m[3]) * POINT,
    bottom: Number(m[4]) * POINT,
    text: m[5]!.replaceAll('&amp;', '&'),
  }))
  expect(shown.length).toBeGreaterThan(30)
  for (const text of shown) {
    const [first, last] = [text.text.split(' ')[0]!, text.text.split(' ').at(-1)!]
    const baseline = (w: { bottom: number }) => Math.abs(w.bottom - 0.275 * text.size - text.y)
    const start = Math.min(
      ...words.filter(w => w.text.startsWith(first)).map(w => Math.max(Math.abs(w.x - text.x), baseline(w))),
    )
    const end = Math.min(
      ...words.filter(w => w.text.endsWith(last)).map(w => Math.max(Math.abs(w.end - text.end), baseline(w))),
    )
    expect(start, text.text).toBeLessThan(0.1)
    expect(end, text.text).toBeLessThan(0.1)
  }
})

test('the server sends a strict policy, and bare answers nothing', async ({ request }) => {
  const policy = (await request.get('/')).headers()['content-security-policy'] ?? ''
  expect(policy).toContain(`default-src 'none'`)
  // What runs is our files, and what the page was sent with, known by what it says.
  expect(policy).toMatch(/script-src 'self' 'sha256-[^']+'; style-src 'self';/)
  expect(policy).toContain(`require-trusted-types-for 'script'`)
  expect(policy).not.toContain('nonce')
  expect(policy).not.toContain('unsafe')
  expect((await request.get('/api/health')).headers()['x-content-type-options']).toBe('nosniff')
})

test('help: `?` opens the topic of the page, the manual is searched, Escape leaves it where one was; a hint shows its place on a check', async ({
  page,
}) => {
  await demoOffice(page)
  await visit(page, '/lane/draw?account=operating')
  const payee = page.getByRole('combobox', { name: 'Payee' })
  await payee.fill('?')
  await expect(payee).toHaveValue('?')
  await expect(page.getByTestId('help')).toHaveCount(0)
  await page.getByTestId('draw-more').focus()
  await page.keyboard.press('?')
  const help = page.getByTestId('help')
  await expect(help.getByRole('heading', { name: 'Draw a check' })).toBeVisible()
  await everyWay(page, 'help')
  await page.getByTestId('help-find').locator('input').fill('taken to another comp')
  await expect(help).toContainText('No page of the manual has these words.')
  await page.getByTestId('help-find').locator('input').fill('restore another')
  await page.keyboard.press('Enter')
  await expect(help.getByRole('heading', { name: 'Backups' })).toBeFocused()
  await page.keyboard.press('Escape')
  await expect(help).toHaveCount(0)
  await expect(page.getByTestId('draw-more')).toBeFocused()
  // On another page it is about that one, and it follows.
  await visit(page, '/accounts/operating')
  await page.getByTestId('help-open').click()
  await expect(help.getByRole('heading', { name: 'Accounts', exact: true })).toBeVisible()
  await page.getByRole('link', { name: 'Fit', exact: true }).click()
  await expect(help.getByRole('heading', { name: 'Fit', exact: true })).toBeVisible()
  await page.getByTestId('help-close').click()
  await visit(page, '/accounts/operating')
  await page.getByLabel('Fraction', { exact: true }).press('F1')
  await expect(page.getByRole('img', { name: 'Fraction on a check' })).toBeVisible()
  await clean(page, 'a hint')
})
