import { readFileSync } from 'node:fs'
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
  // The PDF is on its way until the printer reports of it: whoever leaves before takes it along.
  await expect(page.getByTestId('take-report')).toBeVisible()
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

test('pictures of checks are read by their MICR lines; an amount that was altered on one is asked about', async ({
  page,
}) => {
  await demoOffice(page)
  await beginFiles(page, 'yard')
  await printedRun(page, 'yard')
  const sent = page.waitForEvent('download')
  await page.getByTestId('tell-send').click()
  await sent
  await bank(page, 'yard')
  await page.getByTestId('pb-open').click()
  await page.getByTestId('pb-tell').click()
  await expect(page.getByTestId('pb-known')).not.toHaveText('0 checks')
  const { jobs } = (await (await page.request.get('/api/practice-printer')).json()) as {
    jobs: { id: string }[]
  }
  const scan = await page.request.get(
    `/api/practice-printer/jobs/${jobs[0]!.id}/sheets/1?dpi=200&view=scan&turned=yes`,
  )
  const give = async (name: string, buffer: Buffer): Promise<void> =>
    page.getByTestId('pb-picture').setInputFiles({ name, mimeType: 'image/png', buffer })
  const read = page.getByTestId('pb-pictures')
  await give('sheet.png', await scan.body())
  // Three checks lie on the sheet.
  await expect(read.getByRole('textbox')).toHaveCount(3)
  const amount = read.getByRole('textbox').nth(1)
  await expect(amount).not.toHaveValue('')
  await amount.fill('')
  await expect(page.getByTestId('pb-present')).toBeDisabled()
  await amount.fill('99,999.00')
  // No check is in this picture: what was read before stays.
  await give('register.png', readFileSync('docs/screenshots/register.png'))
  await expect(page.getByTestId('pb-picture-fault')).toHaveText(/No check of this account.*[^.]\.$/)
  await expect(read.getByRole('textbox')).toHaveCount(3)
  await page.getByTestId('pb-present').dblclick()
  await expect(page.getByTestId('pb-taken')).toContainText('3 checks: 2 paid, 1 asked about, 0 not readable')
  await expect(read).toHaveCount(0)
  await expect(page.getByTestId('pb-lines').locator('tbody tr')).toHaveCount(2)
})

test('an altered amount is asked about, returned, and the answer comes back to the bank', async ({
  page,
}) => {
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

const trades = [
  'Alder Joinery',
  'Basalt Paving',
  'Cinder Forge',
  'Dunlin Glass',
  'Ember Heating',
  'Fallow Seed',
  'Gorse Fencing',
  'Hazel Upholstery',
  'Iron Lintel',
  'Juniper Paint',
  'Kestrel Roofing',
  'Linden Clocks',
  'Marl Drainage',
  'Nettle Linen',
  'Osier Baskets',
  'Peat Haulage',
  'Quartz Optics',
  'Reed Thatching',
  'Slate Kitchens',
  'Tansy Soap',
  'Umber Printing',
  'Vetch Dairy',
  'Willow Crates',
  'Yarrow Physic',
  'Zinc Gutters',
  'Oxbow Mill',
  'Thistle Loom',
]
/** So many payments come into the lane of the yard out of a file, to payees nobody knew. */
async function importPayments(page: Page, count: number): Promise<void> {
  await visit(page, '/files?kind=payments')
  await page.getByTestId('company').click()
  await page.getByRole('option', { name: 'Pellam Slipway Works' }).click()
  const rows = Array.from(
    { length: count },
    (_, i) => `${trades[i]},2026-11-24,${100 + i}.25,6120,Job ${i + 1}`,
  )
  const buffer = Buffer.from(`Payee,Date,Amount,Ledger account,Memo\n${rows.join('\n')}\n`)
  await page.getByTestId('intake-file').setInputFiles({ name: 'jobs.csv', mimeType: 'text/csv', buffer })
  await expect(page.getByTestId('intake-account')).toContainText('Yard')
  await page.getByTestId('intake-make').locator('input').check()
  await expect(page.getByTestId('intake-counts')).toHaveText(`${count} good, 0 already entered, 0 wrong`)
  await settled(page)
  await page.getByTestId('intake-take').click()
  await expect(page.getByText(`Imported ${count} payees, ${count} payments`)).toBeVisible()
}
/** Gives every payee of the yard's lane an address, and has advices mailed to them: by the rows. Gives how many. */
const wantAdvices = (page: Page): Promise<number> =>
  page.evaluate(async () => {
    type Row = { id: string; accountId: string; state: string; payeeId: string }
    const open = indexedDB.open((await indexedDB.databases())[0]!.name!)
    await new Promise(done => (open.onsuccess = done))
    const at = open.result.transaction(['payments', 'payees'], 'readwrite')
    const all = async (table: string): Promise<Row[]> => {
      const asked = at.objectStore(table).getAll() as IDBRequest<Row[]>
      await new Promise(done => (asked.onsuccess = done))
      return asked.result
    }
    const waiting = (await all('payments')).filter(p => p.accountId === 'yard' && p.state === 'waiting')
    const wanted = new Set(waiting.map(p => p.payeeId))
    for (const payee of await all('payees'))
      if (wanted.has(payee.id))
        at.objectStore('payees').put({ ...payee, email: `${payee.id}@example.com`, mails: true })
    await new Promise(done => (at.oncomplete = done))
    open.result.close()
    return wanted.size
  })

test('thirty advices of a run are mailed: each with its PDF, in the trail, none twice', async ({ page }) => {
  await demoOffice(page)
  await importPayments(page, 27)
  expect(await wantAdvices(page)).toBe(30)
  await printedRun(page, 'yard')
  await page.getByTestId('mails-from').locator('input').fill('pay@pellam.example')
  await page.getByTestId('mails-practice').click()
  await expect(page.getByTestId('mails-done')).toBeVisible({ timeout: 60_000 })
  await visit(page, '/office/mailbox')
  await expect(page.getByTestId('mails').locator('tr.pickable').first()).toBeVisible()
  const mails = (await (await page.request.get('/api/practice-mailbox')).json()) as {
    to: string
    attachments: unknown[]
  }[]
  expect([mails.length, new Set(mails.map(m => m.to)).size]).toEqual([30, 30])
  expect(mails.every(m => m.attachments.length === 1)).toBe(true)
  await expect(page.getByTestId('mail')).toContainText('Remittance advice from Pellam Slipway Works')
  const saved = page.waitForEvent('download')
  await page.getByTestId('mail').getByRole('link').first().click()
  expect((await saved).suggestedFilename()).toMatch(/^advice-\d+\.pdf$/)
  await visit(page, '/office/trail')
  await expect(page.getByTestId('trail')).toContainText('through the practice mailbox')
})
