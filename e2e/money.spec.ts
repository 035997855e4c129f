import type { Locator } from '@playwright/test'
import { button, demoOffice, drawForm, expect, loadPack, settled, test, visit } from './office'

/** What a row of Today says is free. */
const freeIn = async (row: Locator): Promise<number> =>
  Number((await row.getByRole('cell').nth(6).innerText()).replaceAll(/[^\d.]/g, ''))

test('a deposit and a fee adjust the balance, once however often Enter is pressed; free is the same everywhere, with the bills that it leaves out', async ({
  page,
}) => {
  await demoOffice(page)
  const todays = page.getByTestId('today').getByRole('row', { name: /Operating/ })
  const before = await freeIn(todays)
  await visit(page, '/register?account=operating')
  await button(page, 'Enter money in or out').click()
  const ask = page.getByRole('dialog')
  // The hand types at once: the focus stands in the amount.
  await expect(ask.getByLabel('Amount')).toBeFocused()
  await page.keyboard.type('250.40')
  await ask.getByTestId('movement-ledger').click()
  await page.getByRole('option', { name: /Fares/ }).click()
  await ask.getByLabel('Description').fill('Deposit of Friday')
  await settled(page)
  await page.keyboard.press('Enter')
  await page.keyboard.press('Enter')
  await expect(page.getByText('Entered deposit of $250.40.')).toBeVisible()
  await expect(page.getByTestId('enter-movement')).toBeFocused()
  await visit(page, '/')
  expect(await freeIn(todays)).toBeCloseTo(before + 250.4, 2)
  const told = (await page.getByTestId('left-out').filter({ hasText: 'approval' }).innerText()).replace(
    /^[^:]*: /,
    '',
  )
  expect(told).toContain('1 bill that needs approval, $12,840.00')
  for (const path of ['/lane?account=operating', '/bills/settle']) {
    await visit(page, path)
    await expect(page.getByTestId('left-out')).toContainText(told)
  }
  await expect(page.getByTestId('settle')).toContainText('needs approval')
  await visit(page, '/bills/ledger')
  await expect(page.getByTestId('trial')).toContainText('Fares')
})

test('a run goes on another stock by another layout, for this run alone, with the book that belongs to it', async ({
  page,
}) => {
  await demoOffice(page)
  await visit(page, '/run/new?account=yard')
  await page.getByTestId('run-stock').click()
  await page.getByRole('option', { name: 'Check over two stubs, in thirds, blank' }).click()
  await expect(page.getByTestId('run-layout')).toContainText('TOP-3')
  await settled(page)
  await page.getByTestId('pick-done').click()
  await loadPack(page)
  await expect(page.getByText('3 sheets')).toBeVisible()
  await expect(page.getByTestId('pdf-ready')).toContainText('3 sheets')
  // The account prints as before: the next run of another day is on its own stock.
  await visit(page, '/accounts/yard')
  await expect(page.getByText('Three checks to a page, blank').first()).toBeVisible()
  // Blank stock wants a book of checks that we number, which the operating account lacks.
  await visit(page, '/run/new?account=operating')
  await page.getByTestId('run-stock').click()
  await page.getByRole('listbox').hover()
  await page.mouse.wheel(0, -5000)
  await page.getByRole('option', { name: 'Check over two stubs, in thirds, blank' }).click()
  await expect(page.getByTestId('no-book')).toBeVisible()
})

test('an employee is paid on the payroll account: what is deducted goes to its ledger account, and is no more than was earned', async ({
  page,
}) => {
  await demoOffice(page)
  const form = drawForm(page)
  // Drawn from an account for other payments, an employee begins without what is said of their pay.
  await visit(page, '/lane/draw?account=operating')
  await form.payee.fill('CALB-P')
  await expect(page.getByText('pay them on a paycheck')).toBeVisible()
  await expect(form.memo).toHaveValue('')
  // On the payroll account it is pay, with its memo and where wages go.
  await page.getByRole('button', { name: 'Payroll' }).click()
  await expect(form.memo).toHaveValue('Pay')
  await expect(page.getByText('pay them on a paycheck')).toHaveCount(0)
  await button(page, 'Add pay').click()
  await expect(page.getByTestId('withheld-to').first()).toContainText('Withheld from pay')
  await page.getByLabel('Deductions this pay, line 1').fill('90,000')
  await expect(page.getByTestId('pay').getByRole('alert')).toContainText('more than the earnings')
})
