import type { Page } from '@playwright/test'
import {
  button,
  demoOffice,
  drawForm,
  expect,
  giveReason,
  holdsPdf,
  test,
  toPrintStep,
  todayOf,
  visit,
} from './office'

/** Presses one button of each tab at the same moment of the clock, whatever the test's own turns take. */
async function pressAtOnce(tabs: readonly Page[], name: string): Promise<void> {
  const moment = Date.now() + 1500
  await Promise.all(
    tabs.map(tab =>
      tab.getByTestId(name).evaluate(
        (button, at) =>
          new Promise<void>(pressed => {
            setTimeout(() => {
              ;(button as HTMLElement).click()
              pressed()
            }, at - Date.now())
          }),
        moment,
      ),
    ),
  )
}

test('two tabs that print at once cannot take the same number', async ({ page, context }) => {
  await demoOffice(page)
  await toPrintStep(page, 'yard')
  const other = await context.newPage()
  await visit(other, page.url())
  await button(other, 'Looks right').click()
  await expect(other.getByTestId('print-effect')).toBeVisible()
  await pressAtOnce([page, other], 'print-save')
  // One printed; both show the same run at its count-off, and the numbers are on paper once.
  for (const tab of [page, other]) await expect(tab.getByTestId('count-off')).toBeVisible()
  await visit(page, '/books')
  const onPaper = page.getByTestId('book-yard').getByRole('row', { name: /on paper/ })
  await expect(onPaper).toContainText('3')
  const prints = await page.evaluate(
    () =>
      new Promise<number>(resolve => {
        const open = indexedDB.open('violet-lane')
        open.onsuccess = () => {
          const all = open.result.transaction('trail').objectStore('trail').getAll()
          all.onsuccess = () =>
            resolve(
              (all.result as { act: string; at: string }[]).filter(
                l => l.act === 'Run printed' && Date.parse(l.at) > Date.now() - 60_000,
              ).length,
            )
        }
      }),
  )
  expect(prints).toBe(1)
})

test('a second run on the same book is told which one is open', async ({ page, context }) => {
  await demoOffice(page)
  const other = await context.newPage()
  await Promise.all([page, other].map(tab => visit(tab, '/run/new?account=yard')))
  await Promise.all([page, other].map(tab => expect(tab.getByTestId('pick-done')).toBeVisible()))
  await page.getByTestId('pick-done').click()
  await expect(page.getByTestId('top-number')).toBeVisible()
  await expect(other.getByText('Another run of this number book is being prepared.')).toBeVisible()
  await other.getByTestId('pick-done').click()
  await expect(other.getByText('is being prepared (3 payments)')).toBeVisible()
  await page.getByRole('button', { name: 'Drop run' }).click()
  await page.getByTestId('ask-go').click()
  await expect(page.getByRole('heading', { name: 'Lane' })).toBeVisible()
  await other.getByTestId('pick-done').click()
  await expect(other.getByTestId('top-number')).toBeVisible()
})

test('what is said of a sheet in one tab stands in the other, which never counts it as good', async ({
  page,
  context,
}) => {
  await demoOffice(page)
  await page.getByTestId('waits-for-count').getByRole('link', { name: 'Count off' }).click()
  await expect(page.getByTestId('count-off')).toBeVisible()
  const other = await context.newPage()
  await visit(other, page.url())
  const sheets = [page, other].map(tab => tab.locator('[data-test^="sheet-"]'))
  await sheets[0]!.first().getByRole('button', { name: 'spoiled' }).click()
  await sheets[0]!.first().getByLabel('Reason').fill('torn')
  await expect(sheets[1]!.first().getByLabel('Reason')).toHaveValue('torn')
  await button(other, 'All good').click()
  const spoiled = sheets[1]!.first().getByRole('button', { name: 'spoiled' })
  await expect(spoiled).toHaveAttribute('aria-pressed', 'true')
  await expect(sheets[0]!.nth(1).getByRole('button', { name: 'good' })).toHaveAttribute(
    'aria-pressed',
    'true',
  )
  await button(other, 'Count off').click()
  await expect(other.getByText(/issued, 1 back in the lane/)).toBeVisible()
  await expect(page.getByTestId('outcomes')).toContainText('torn')
})

test('one check that is filled in, in two tabs, is drawn once', async ({ page, context }) => {
  await demoOffice(page)
  await visit(page, '/lane?account=yard')
  const waiting = page.getByTestId('lane').locator('tr.pickable')
  await expect(waiting).toHaveCount(4)
  await visit(page, '/lane/draw?account=yard')
  const form = drawForm(page)
  await form.payee.fill('Brindle Canvas')
  await form.amount.fill('41.07')
  await page.getByTestId('ledger').locator('input').press('Enter')
  await page.getByRole('option').first().click()
  const other = await context.newPage()
  await visit(other, '/lane/draw?account=yard')
  const there = drawForm(other)
  await expect(there.payee).toHaveValue('Brindle Canvas')
  // What is typed in one stands in the other.
  await there.amount.fill('41.08')
  await expect(form.amount).toHaveValue('41.08')
  await pressAtOnce([page, other], 'draw-it')
  for (const tab of [form, there]) await expect(tab.payee).toHaveValue('')
  await visit(page, '/lane?account=yard')
  await expect(waiting).toHaveCount(5)
})

test('a second tab sees at once what the first one did', async ({ page, context }) => {
  await demoOffice(page)
  const other = await context.newPage()
  await visit(other, '/')
  await page.getByTestId('waits-for-count').getByRole('link', { name: 'Count off' }).click()
  await button(page, 'All good').click()
  await button(page, 'Count off').click()
  await expect(other.getByTestId('waits-for-count')).toHaveCount(0)
  expect((await todayOf(other, 'Payroll'))[4]).toBe('$0.00')
})

test('nothing came out: the same PDF goes out again, and the trail counts it', async ({ page, context }) => {
  await demoOffice(page)
  await page.getByTestId('waits-for-count').getByRole('link', { name: 'Count off' }).click()
  await button(page, 'Print again?').click()
  await expect(page.getByTestId('again-open')).toBeDisabled()
  await giveReason(page, 'What happened to the first sheets', 'nothing came out')
  const tab = context.waitForEvent('page')
  await button(page, 'Print again').click()
  await holdsPdf(tab)
  await button(page, 'All good').click()
  await button(page, 'Count off').click()
  await expect(page.getByTestId('outcomes')).toBeVisible()
})

test('where another tab runs a newer version, this one lets go of the data and says so', async ({
  page,
  context,
}) => {
  await demoOffice(page)
  const other = await context.newPage()
  await visit(other, '/favicon.svg')
  // A version that does not exist yet asks for the store, and gives up again.
  await other.evaluate(
    () =>
      new Promise<void>(done => {
        const open = indexedDB.open('violet-lane', 9990)
        open.onupgradeneeded = () => open.transaction?.abort()
        open.onerror = () => done()
      }),
  )
  await expect(page.getByRole('alertdialog')).toContainText('A newer Violet Lane is open in another tab')
  await page.getByRole('button', { name: 'Reload' }).click()
  await expect(page.getByTestId('today')).toBeVisible()
})

test('an account that is filled in, in two tabs, is added once', async ({ page, context }) => {
  await demoOffice(page)
  await visit(page, '/accounts/new')
  await page.getByTestId('sample-account').click()
  await page.getByRole('option').first().click()
  await page.getByLabel('Account name', { exact: true }).fill('Slip reserve')
  const other = await context.newPage()
  await visit(other, '/accounts/new')
  await expect(other.getByLabel('Account name', { exact: true })).toHaveValue('Slip reserve')
  await pressAtOnce([page, other], 'save-account')
  const added = (tab: Page) => tab.getByText('Added account Slip reserve.').count()
  await expect.poll(async () => (await added(page)) + (await added(other))).toBeGreaterThan(0)
  await visit(page, '/accounts')
  await expect(page.getByTestId('accounts').getByText('Slip reserve')).toHaveCount(1)
})

test('two tabs edit one layout: each sees the other’s change, and the version that is saved has both', async ({
  page,
  context,
}) => {
  await demoOffice(page)
  const other = await context.newPage()
  const field = (tab: Page, id: string) => tab.locator(`[data-hit="${id}"]`)
  const left = (tab: Page) => tab.getByTestId('field-form').getByLabel('Left', { exact: true })
  for (const tab of [page, other]) {
    await visit(tab, '/papers/layout/us-three-checks')
    await expect(field(tab, 'payee')).toBeVisible()
    await tab.getByRole('button', { name: 'mm', exact: true }).click()
  }
  const moved = async (tab: Page, id: string): Promise<string> => {
    await field(tab, id).click()
    const before = Number(await left(tab).inputValue())
    await tab.keyboard.press('Shift+ArrowRight')
    await expect.poll(async () => Number(await left(tab).inputValue())).toBeCloseTo(before + 1, 1)
    return left(tab).inputValue()
  }
  const memo = await moved(page, 'memo')
  await expect(other.getByTestId('version')).toContainText('changed')
  const payee = await moved(other, 'payee')
  await field(other, 'memo').click()
  await expect(left(other)).toHaveValue(memo)
  await field(page, 'payee').click()
  await expect(left(page)).toHaveValue(payee)
  await page.getByTestId('save-layout').click()
  await expect(page.getByText(/^Saved .* as version 2\.$/)).toBeVisible()
  for (const tab of [page, other]) {
    await expect(tab.getByTestId('version')).toHaveText(/version 2$/)
    await expect(tab.getByTestId('save-layout')).toHaveText('Saved')
    for (const [id, at] of [
      ['memo', memo],
      ['payee', payee],
    ] as const) {
      await field(tab, id).click()
      await expect(left(tab)).toHaveValue(at)
    }
  }
  // What is discarded in one tab is gone in the other.
  await moved(other, 'memo')
  await expect(page.getByTestId('version')).toContainText('changed')
  await page.reload()
  await page.getByRole('button', { name: 'Discard them' }).click()
  await expect(other.getByTestId('version')).toHaveText(/version 2$/)
  await field(other, 'memo').click()
  await expect(left(other)).toHaveValue(memo)
})
