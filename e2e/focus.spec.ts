import type { Page } from '@playwright/test'
import { button, demoOffice, empty, expect, holdTheStore, settled, test, visit } from './office'

/** What has the focus: its label or its words, as a person would name it. */
const focused = (page: Page): Promise<string> =>
  page.evaluate(() => {
    const at = document.activeElement
    const label = at?.id ? document.querySelector<HTMLElement>(`label[for="${at.id}"]`)?.innerText : ''
    return label || (at as HTMLElement | null)?.innerText || (at?.tagName ?? 'nothing')
  })
const focusOn = (page: Page, what: string | RegExp) => expect.poll(() => focused(page)).toMatch(what)

test('a place opens with the focus where its work begins', async ({ page }) => {
  await demoOffice(page)
  const places = [
    ['Lane', /^\w.+\d\d$/s],
    ['Payees & bills', /^Search number/],
  ] as const
  for (const [place, what] of places) {
    await page.locator('nav[aria-label=Places]').getByRole('link', { name: place }).click()
    await focusOn(page, what)
  }
  await page.keyboard.type('CR-')
  await expect(page.getByTestId('bill-find').locator('input')).toHaveValue('CR-')
  await visit(page, '/files')
  await focusOn(page, /^Type of data/)
  await visit(page, '/bills/payee/operating-cobalt-rope-rigging')
  await page.getByTestId('payee-merge').click()
  await focusOn(page, /^Merge into/)
  await page.keyboard.type('Salt')
  await expect(page.getByTestId('merge-into').locator('input')).toHaveValue('Salt')
  await visit(page, '/register?account=operating')
  await page.getByTestId('act-replace').click()
  await focusOn(page, /^voided/)
  await page.keyboard.press('ArrowDown')
  await expect(page.getByTestId('act-effect')).toContainText('stopped')
})

test('after an act the focus is on what comes next', async ({ page }) => {
  await demoOffice(page)
  await visit(page, '/bills/payee/new')
  await page.getByTestId('payee-name').locator('input').fill('Heron Point Sailmakers')
  await settled(page)
  await page.keyboard.press('Enter')
  await focusOn(page, /^Add a bill/i)
  await settled(page)
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('bill-payee').locator('input')).toHaveValue('Heron Point Sailmakers')
  await focusOn(page, /^Payee, by code or name/)

  await visit(page, '/bills')
  await page.getByTestId('hold-bill').click()
  await page.getByTestId('why').locator('input').fill('the meter was read wrong')
  await settled(page)
  await page.keyboard.press('Enter')
  await focusOn(page, /^Release/i)

  await visit(page, '/files?kind=payees')
  await page
    .getByTestId('intake-paste')
    .locator('textarea')
    .first()
    .fill('Name\tCode\nMarsh Lantern Supply\tMLS')
  await page.getByTestId('intake-paste-go').click()
  await page.getByTestId('intake-take').click()
  await focusOn(page, /^See the payees/)
})

test('what a page waits for has the focus when it comes, though the heading had it meanwhile', async ({
  page,
}) => {
  await demoOffice(page)
  await visit(page, '/lane')
  await expect(page.getByTestId('start-run')).toBeEnabled()
  const letGo = await holdTheStore(page, 'payees')
  await page.getByTestId('start-run').click()
  await focusOn(page, /^New run/)
  await expect(page.getByTestId('pick-done')).toHaveCount(0)
  await letGo()
  await expect(page.getByTestId('pick-done')).toBeFocused()
})

test('Enter in a field that was just chosen from its list sends the form; elsewhere it opens the list', async ({
  page,
}) => {
  await demoOffice(page)
  await visit(page, '/bills/payee/operating-cobalt-rope-rigging')
  const kind = page.getByRole('combobox', { name: 'Kind' })
  await kind.focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('option', { name: 'customer' })).toBeVisible()
  await page.getByRole('option', { name: 'customer' }).click()
  await expect(page.getByRole('option', { name: 'customer' })).toBeHidden()
  await settled(page)
  await page.keyboard.press('Enter')
  await expect(page.getByText(/^Saved changes to Cobalt Rope/)).toBeVisible()
  await expect(page.getByRole('option')).toHaveCount(0)
})

test.describe('before anything was entered', () => {
  test.use(empty)
  test('from the name to the first account, each step has the focus in the next field', async ({ page }) => {
    await visit(page, '/')
    await focusOn(page, /^Your name/)
    await button(page, 'Start empty').click()
    await focusOn(page, /^Add company and account/i)
    await settled(page)
    await page.keyboard.press('Enter')
    await focusOn(page, /^Company name/)
    await page.keyboard.type('Saltmarsh Ferry')
    await page.getByLabel('Account name', { exact: true }).fill('Main')
    await page.getByLabel('Bank', { exact: true }).fill('First Bank of the Shoals')
    await page.getByLabel('Routing number', { exact: true }).fill('123456780')
    await page.getByLabel('Account number', { exact: true }).fill('77001')
    await page.getByLabel('First number', { exact: true }).fill('1001')
    await page.getByLabel('Last number', { exact: true }).fill('1500')
    await button(page, 'Add account').click()
    const next = page.getByTestId('ready').locator('[data-next]')
    await expect(next).toBeFocused()
  })

  test('what an account lacks is asked for at its field', async ({ page }) => {
    await visit(page, '/')
    await button(page, 'Start empty').click()
    await page.getByRole('link', { name: 'Add company and account' }).click()
    await page.getByTestId('sample-account').click()
    await page.getByRole('option').first().click()
    await page.getByLabel('Use this account for checks', { exact: true }).uncheck()
    await page.getByTestId('save-account').click()
    await visit(page, '/')
    await page
      .getByTestId('ready')
      .getByRole('link', { name: /used for checks/ })
      .click()
    await focusOn(page, /^Use this account for checks/)
  })
})
