import type { Page } from '@playwright/test'
import { button, demoOffice, expect, loadPack, settled, test, visit } from './office'

/** Prints a run of an account on the practice printer, and counts it off as all good. */
async function printedRun(page: Page, account: string): Promise<void> {
  await visit(page, `/run/new?account=${account}`)
  await page.getByTestId('pick-done').click()
  await page.getByTestId('run-printer').click()
  await page.getByRole('option', { name: 'Practice printer, Tray 1' }).click()
  await loadPack(page)
  await expect(page.getByTestId('pdf-ready')).toBeVisible()
  await button(page, 'Looks right').click()
  await button(page, 'Print on the practice printer').click()
  await button(page, 'All good').click()
  await button(page, 'Count off').click()
  await expect(page.getByTestId('outcomes')).toBeVisible()
}
/** The bank of an account gets files from now on, and what waits is sent. */
async function beginFiles(page: Page, account: string): Promise<void> {
  await visit(page, `/bank/files?account=${account}`)
  await page.getByTestId('begin-fixed').click()
  await expect(page.getByTestId('pay-waiting')).toBeVisible()
  const shorten = page.getByTestId('pay-shorten').locator('input')
  if (await shorten.isVisible()) await shorten.check()
  const sent = page.waitForEvent('download')
  await page.getByTestId('pay-send').click()
  await sent
}
const bank = (page: Page, account: string): Promise<void> => visit(page, `/office/bank?account=${account}`)

test('from a run to a closed statement without one typed number: printer, bank, its MICR reader, statement', async ({
  page,
}) => {
  test.setTimeout(300_000)
  await demoOffice(page)
  await bank(page, 'yard')
  await page.getByTestId('pb-open').click()
  await expect(page.getByTestId('pb-state')).toBeVisible()
  await beginFiles(page, 'yard')
  await printedRun(page, 'yard')
  const sent = page.waitForEvent('download')
  await page.getByTestId('tell-send').click()
  await sent
  await bank(page, 'yard')
  await page.getByTestId('pb-tell').click()
  await expect(page.getByTestId('pb-known')).not.toHaveText('0 checks')
  await page.getByTestId('pb-sheets').first().click()
  await expect(page.getByTestId('pb-taken')).toContainText(
    /\d+ checks: \d+ paid, 0 asked about, 0 not readable/,
  )
  const paid = Number(/(\d+) paid/.exec(await page.getByTestId('pb-taken').innerText())![1])
  expect(paid).toBeGreaterThan(1)
  await page.getByTestId('pb-import').click()
  await page.getByTestId('bank-import').click()
  await expect(page.getByTestId('bank-summary')).toBeVisible()
  // The checks match by number, amount and account.
  await expect(page.getByTestId('lines-open')).toHaveText(/To look at 0/)
  await settled(page)
  await page.getByTestId('close-statement').click()
  await expect(page.getByTestId('lines-all')).toHaveText(/All 0/)
})

test('an altered amount is asked about, returned, and the answer comes back to the bank', async ({
  page,
}) => {
  test.setTimeout(300_000)
  await demoOffice(page)
  await beginFiles(page, 'operating')
  await bank(page, 'operating')
  await page.getByTestId('pb-open').click()
  await page.getByTestId('pb-tell').click()
  await page.getByTestId('pb-go').click()
  await expect(page.getByTestId('pb-taken')).toContainText('1 asked about')
  // Another account shows what it has itself, which is nothing yet.
  await button(page, 'Payroll').click()
  await expect(page.getByTestId('pb-open')).toBeVisible()
  await expect(page.getByTestId('pb-taken')).toHaveCount(0)
  await button(page, 'Operating').click()
  await page.getByTestId('pb-questions').click()
  const question = page.getByTestId('question')
  await expect(question.getByTestId('question-reason')).toContainText('presented for')
  await page.getByTestId('question-return').click()
  await expect(page.getByTestId('questions')).toContainText('return')
  const answers = page.waitForEvent('download')
  await page.getByTestId('answers-save').click()
  await answers
  await bank(page, 'operating')
  await page.getByTestId('pb-answers').click()
  await expect(page.getByTestId('pb-answers')).toHaveCount(0)
})

test('a stopped check that the bank pays all the same is seen on the statement, and reported to the bank', async ({
  page,
}) => {
  test.setTimeout(300_000)
  await demoOffice(page)
  await beginFiles(page, 'yard')
  await bank(page, 'yard')
  await page.getByTestId('pb-open').click()
  await expect(page.getByTestId('pb-state')).toBeVisible()
  await visit(page, '/register?account=yard')
  const first = page.getByTestId('register').locator('tr.pickable').filter({ hasText: 'issued' }).first()
  const number = await first.getByRole('gridcell').first().innerText()
  await first.click()
  await page.getByTestId('act-replace').click()
  await page.getByTestId('ending-stopped').click()
  await page.getByRole('dialog').getByRole('combobox', { name: 'Reason' }).fill('lost in the mail')
  await page.keyboard.press('Tab')
  await page.getByTestId('ask-go').click()
  await expect(page.getByRole('heading', { level: 2, name: new RegExp(`^${number}`) })).toContainText(
    'stop requested',
  )
  await bank(page, 'yard')
  await page.getByTestId('pb-check').locator('input').fill(number)
  await page.getByRole('option', { name: /stopped$/ }).click()
  await page.getByTestId('pb-mishap').click()
  await page.getByRole('option', { name: 'paid although stopped' }).click()
  await page.getByTestId('pb-go').click()
  await expect(page.getByTestId('pb-taken')).toContainText('1 paid')
  await page.getByTestId('pb-import').click()
  await page.getByTestId('bank-import').click()
  await expect(page.getByTestId('lines-open')).toHaveText(/To look at 1/)
  await expect(page.getByTestId('bank-lines').locator('tr.pickable')).toContainText(/stopped/)
})

test('advices of a run are mailed: each with its PDF, in the trail, none twice', async ({ page }) => {
  test.setTimeout(300_000)
  await demoOffice(page)
  // Every payee of the yard's lane wants them.
  const ids = await page.evaluate(async () => {
    const open = indexedDB.open((await indexedDB.databases())[0]!.name!)
    await new Promise(done => (open.onsuccess = done))
    const asked = open.result.transaction('payments').objectStore('payments').getAll()
    await new Promise(done => (asked.onsuccess = done))
    open.result.close()
    const waiting = (asked.result as { accountId: string; state: string; payeeId: string }[]).filter(
      p => p.accountId === 'yard' && p.state === 'waiting',
    )
    return [...new Set(waiting.map(p => p.payeeId))]
  })
  for (const [i, id] of ids.entries()) {
    await visit(page, `/bills/payee/${encodeURIComponent(id)}`)
    await page.getByLabel('E-mail', { exact: true }).fill(`desk${i}@example.com`)
    await page.getByTestId('payee-mails').locator('input').check()
    await page.getByTestId('keep-payee').click()
    await expect(page.getByTestId('keep-payee')).toBeDisabled()
  }
  await printedRun(page, 'yard')
  await page.getByTestId('mails-from').locator('input').fill('pay@pellam.example')
  await page.getByTestId('mails-practice').click()
  await expect(page.getByTestId('mails-done')).toBeVisible()
  await visit(page, '/office/mailbox')
  const mails = page.getByTestId('mails').locator('tr.pickable')
  await expect(mails.first()).toBeVisible()
  expect(await mails.count()).toBeGreaterThanOrEqual(ids.length)
  await expect(page.getByTestId('mail')).toContainText('Remittance advice from Pellam Slipway Works')
  const saved = page.waitForEvent('download')
  await page.getByTestId('mail').getByRole('link').first().click()
  expect((await saved).suggestedFilename()).toMatch(/^advice-\d+\.pdf$/)
  await visit(page, '/office/trail')
  await expect(page.getByTestId('trail')).toContainText('through the practice mailbox')
  await visit(page, `/bills/payee/${encodeURIComponent(ids[0]!)}`)
  await page.getByTestId('payee-paid').getByRole('link').first().click()
  await expect(page.getByTestId('payment-state')).toBeVisible()
})
