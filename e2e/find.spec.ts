import type { Page } from '@playwright/test'
import { readFileSync } from 'node:fs'
import { button, demoOffice, expect, settled, test, visit } from './office'

const field = (page: Page) => page.getByTestId('find-typed')
/** Types what is looked for, from wherever the focus is. */
async function look(page: Page, text: string): Promise<void> {
  await page.keyboard.press('Control+k')
  await page.keyboard.type(text)
  await expect(field(page)).toHaveValue(text)
}

test('anything is found from anywhere by keys alone, and follows what is done', async ({ page }) => {
  await demoOffice(page)
  await page.locator('main h1').focus()
  await page.keyboard.press('/')
  await expect(field(page)).toBeFocused()
  await page.keyboard.type('outstanding', { delay: 25 })
  await expect(page.getByTestId('hit-place').first()).toContainText('Reports')
  await page.keyboard.press('Escape')
  await expect(page.getByTestId('find-dialog')).toHaveCount(0)
  await expect(page.locator('main h1')).toBeFocused()
  // A check by its number.
  await look(page, '4055')
  await expect(page.getByTestId('hit-check').first()).toContainText('4055')
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('life')).toBeVisible()
  await expect(page.getByRole('heading', { level: 2, name: /4055/ })).toBeVisible()
  // Another one, on the page that is open.
  await look(page, '4056')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { level: 2, name: /4056/ })).toBeVisible()
  // A payee, and a bill that is entered while the search is known already.
  await look(page, 'cobalt rig')
  await expect(page.getByTestId('hit-payee').first()).toContainText('Cobalt Rope & Rigging')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Cobalt Rope & Rigging')
  await visit(page, '/bills/pile?payee=Saltgrass%20Bakery')
  await page.getByLabel('Bill number', { exact: true }).fill('OVEN-77')
  await page.getByLabel('Amount', { exact: true }).fill('1,204.50')
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('pile')).toContainText('OVEN-77')
  for (const text of ['oven-77', '1,204.5', 'saltgrass oven']) {
    await look(page, text)
    await expect(page.getByTestId('hit-bill').filter({ hasText: 'OVEN-77' })).toBeVisible()
    await page.keyboard.press('Escape')
  }
  await look(page, 'no such thing at all')
  await expect(page.getByTestId('find-nothing')).toBeVisible()
  // Closed and opened again at once, it keeps what is typed next.
  for (const text of ['40', '405', '4055']) {
    await page.keyboard.press('Escape')
    await look(page, text)
  }
})

const download = async (page: Page, press: () => Promise<void>): Promise<Buffer> => {
  const waited = page.waitForEvent('download')
  await press()
  return readFileSync(await (await waited).path())
}

test('reports: opened by keys, narrowed to days, saved in three formats that agree, and each row leads to its thing', async ({
  page,
}) => {
  await demoOffice(page)
  await page.getByRole('link', { name: 'Reports', exact: true }).click()
  await page.getByRole('link', { name: /^Payments by payee and year/ }).click()
  const report = page.getByTestId('report')
  await expect(report.locator('tr.pickable').first()).toBeVisible()
  const total = await report.locator('tfoot td').last().innerText()
  const csv = (await download(page, () => page.getByTestId('report-csv').click())).toString()
  expect(Number(csv.trim().split('\n').at(-1)!.split(',').at(-1))).toBe(Number(total.replaceAll(',', '')))
  expect((await download(page, () => page.getByTestId('report-pdf').click())).subarray(0, 5).toString()).toBe(
    '%PDF-',
  )
  expect(
    (await download(page, () => page.getByTestId('report-xlsx').click())).subarray(0, 2).toString(),
  ).toBe('PK')
  await page.getByTestId('report-from').locator('input').fill('nonsense')
  await expect(page.getByText('“nonsense” is not a date')).toBeVisible()
  await page.getByTestId('report-from').locator('input').fill('')
  await expect(report.locator('tfoot td').last()).not.toHaveText(total)
  await report.locator('tbody [tabindex="0"]').focus()
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('payee-paid')).toBeVisible()
  // Bills by age come to what the ledger says is owed.
  await visit(page, '/reports/aged')
  const owed = await report.locator('tfoot td').last().innerText()
  await visit(page, '/bills/ledger')
  await expect(
    page.getByTestId('trial').getByRole('row').filter({ hasText: 'Accounts payable' }),
  ).toContainText(owed)
})

test('a check that was never cashed is written back, and a stop is only requested until the bank confirms it', async ({
  page,
}) => {
  await demoOffice(page)
  await visit(page, '/reports/outstanding?account=operating')
  const first = page.getByTestId('report').locator('tr.pickable').first()
  await expect(first).toBeVisible()
  const number = await first.getByRole('gridcell').nth(1).innerText()
  const book = 'operating-book'
  await visit(page, `/register?account=operating&number=${book}/${number}`)
  await page.getByTestId('act-back').click()
  await page.getByTestId('back-ledger').locator('input').fill('Fuel')
  await page.getByRole('option').first().click()
  await page.getByTestId('ask-go').click()
  await expect(page.getByRole('heading', { level: 2, name: new RegExp(`^${number}`) })).toContainText(
    'voided',
  )
  await visit(page, '/reports/outstanding?account=operating')
  await expect(page.getByTestId('report').locator('tr.pickable').first()).toBeVisible()
  await expect(page.getByTestId('report').locator(`tr:has-text("${number}")`)).toHaveCount(0)
  const next = await page
    .getByTestId('report')
    .locator('tr.pickable')
    .first()
    .getByRole('gridcell')
    .nth(1)
    .innerText()
  await visit(page, `/register?account=operating&number=${book}/${next}`)
  await page.getByTestId('act-replace').click()
  await page.getByTestId('ending-stopped').click()
  await page.getByRole('dialog').getByRole('combobox', { name: 'Reason' }).fill('lost in the mail')
  await page.keyboard.press('Tab')
  await page.getByTestId('ask-go').click()
  const heading = page.getByRole('heading', { level: 2, name: new RegExp(`^${next}`) })
  await expect(heading).toContainText('stop requested')
  await page.getByTestId('act-stop').click()
  await page.getByTestId('stop-reference').locator('input').fill('FLB-2201')
  await settled(page)
  await page.keyboard.press('Enter')
  await expect(heading).toContainText('stopped')
  await expect(heading).not.toContainText('requested')
  await visit(page, `/books/${book}?number=${next}`)
  await expect(page.getByTestId('life')).toContainText('reference FLB-2201')
  await expect(button(page, 'Archive')).toBeVisible()
})

test('keys pressed alone can be turned off, for good; the manual lists all keys', async ({ page }) => {
  await demoOffice(page)
  await visit(page, '/office')
  const heading = page.locator('main h1')
  await heading.focus()
  await page.keyboard.press('?')
  await page.getByTestId('help-keys').click()
  await expect(page.getByTestId('help-topic')).toContainText('Ctrl+K')
  await page.keyboard.press('Escape')
  await expect(page.getByTestId('help')).toHaveCount(0)
  await page.getByLabel('/ opens Find, ? opens Help').click()
  const pressed = async (): Promise<void> => {
    await heading.focus()
    for (const key of ['/', '?']) await page.keyboard.press(key)
    await page.keyboard.press('Control+k')
    await expect(field(page)).toBeFocused()
    await expect(field(page)).toHaveValue('')
    await expect(page.getByTestId('help')).toHaveCount(0)
    await page.keyboard.press('Escape')
  }
  await pressed()
  await page.reload()
  await pressed()
})
