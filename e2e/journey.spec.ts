import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import {
  readPack,
  button,
  demoOffice,
  drawDetails,
  drawForm,
  empty,
  expect,
  fillFirstAccount,
  giveReason,
  reopen,
  test,
  toPrintStep,
  todayOf,
  visit,
  loadPack,
  settled,
} from './office'

test('from a payment to counted-off checks, the tab closed between every two steps', async ({
  page: first,
  context,
}) => {
  let page = first
  await demoOffice(page)
  await expect(page.getByTestId('waits-for-count')).toContainText(/Payroll: \d+ checks/)
  const before = await todayOf(page, 'Operating')
  expect(before[0]).toBe('12')

  // Draw: a known payee, a typed weekday; the proof beside the form follows.
  await visit(page, '/lane/draw?account=operating')
  const form = drawForm(page)
  await form.payee.fill('Cobalt Rope & Rigging')
  await form.payee.press('Tab')
  await drawDetails(page)
  await expect(form.address).toHaveValue('22 Capstan Lane\nNorthmere, ME 04998')
  await form.date.fill('fri')
  await form.amount.fill('1,234.56')
  await form.memo.fill('Two fenders')
  await expect(page.getByTestId('sheet')).toContainText(
    'One thousand two hundred thirty-four and 56/100 dollars',
  )
  await form.draw.click()
  await expect(
    page.getByRole('status').filter({ hasText: 'Drew $1,234.56 to Cobalt Rope & Rigging' }),
  ).toBeVisible()
  page = await reopen(page, context)

  const cents = (text: string) => Number(text.replace(/[^\d-]/g, ''))
  const drawn = await todayOf(page, 'Operating')
  expect(drawn[0]).toBe('13')
  expect(drawn[3]).toBe(before[3])
  expect(cents(drawn[4]!) - cents(before[4]!)).toBe(123_456)
  expect(cents(before[5]!) - cents(drawn[5]!)).toBe(123_456)

  // Lane: the sheet of the selected payment stands beside the list.
  await visit(page, '/lane?account=operating')
  await expect(page.getByTestId('count')).toHaveText('13')
  await page.getByTestId('lane').getByText('Two fenders').click()
  await expect(page.getByTestId('sheet')).toContainText('Memo')
  await expect(page.getByTestId('sheet')).toContainText('Two fenders')
  await page.getByRole('link', { name: 'Start run', exact: true }).click()

  // Pick four, by amount.
  await page.getByRole('checkbox', { name: 'Pick all' }).click()
  for (const name of [
    'Pick Saltgrass Bakery',
    'Pick Northmere Marine Fuel',
    'Pick Oystercatcher Print Works',
    'Pick Cobalt Rope & Rigging, 1,234.56',
  ])
    await page.getByRole('checkbox', { name }).check()
  await page.getByRole('combobox', { name: 'Print order' }).click({ force: true })
  await page.getByRole('option', { name: 'amount' }).click()
  await page.getByTestId('pick-done').click()
  // The number is read off the pack: ours is shown once something was typed.
  await expect(page.getByTestId('top-number')).toHaveValue('')
  await expect(page.getByTestId('expected-hidden')).toBeVisible()
  page = await reopen(page, context)
  await readPack(page)
  const next = Number(await page.getByTestId('expected').innerText())
  expect(String(next)).toBe(drawn[2])

  await loadPack(page)
  await expect(page.getByTestId('page')).toHaveText('Sheet 1 of 4')
  page = await reopen(page, context)

  await expect(page.getByTestId('pdf-ready')).toContainText('4 sheets')
  await page.getByRole('button', { name: 'Next page' }).click()
  await expect(page.getByTestId('sheet')).toContainText('Two fenders')
  await button(page, 'Looks right').click()
  page = await reopen(page, context)
  await button(page, 'Looks right').click()
  const download = page.waitForEvent('download')
  await button(page, 'Save as PDF instead').click()
  const file = await (await download).path()
  expect(execFileSync('qpdf', ['--check', file], { encoding: 'utf8' })).toContain(
    'No syntax or stream encoding errors',
  )
  expect(execFileSync('pdfinfo', [file], { encoding: 'utf8' })).toMatch(/Pages:\s+4/)
  await expect(page.getByTestId('count-off')).toBeVisible()
  page = await reopen(page, context)

  // Printed is not issued: the book balance has not moved, and Today says what waits.
  const printed = await todayOf(page, 'Operating')
  expect([printed[0], printed[3], printed[4]]).toEqual(['9', before[3], drawn[4]])
  await page
    .getByTestId('waits-for-count')
    .filter({ hasText: 'Operating: 4 checks' })
    .getByRole('link', { name: 'Count off' })
    .click()

  // Count off with the keyboard: second spoiled, last never came out, the others good.
  await page.locator('[data-sheet]').first().focus()
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('s')
  await page.keyboard.type('toner smeared')
  await page.keyboard.press('Enter')
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('n')
  await page.keyboard.press('a')
  await expect(page.getByTestId('count-off')).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('outcomes')).toBeVisible()
  page = await reopen(page, context)
  await expect(page.getByTestId('outcomes')).toContainText('spoiled, toner smeared')

  const counted = await todayOf(page, 'Operating')
  expect(counted[0]).toBe('11')
  expect(counted[5]).toBe(drawn[5])
  expect(counted[2]).toBe(String(next + 3))

  // The register: issued, spoiled, and the balance moved by what was issued.
  await visit(page, '/register?account=operating')
  const row = (n: number) => page.locator(`tr:has(strong:text-is("${n}"))`)
  await expect(row(next)).toContainText('issued')
  await expect(row(next)).toContainText('Northmere Marine Fuel')
  await expect(row(next + 1)).toContainText('spoiled')
  await expect(row(next + 1)).toContainText('toner smeared')
  await expect(row(next + 3)).toContainText('unused')
  const issued = await Promise.all(
    [next, next + 2].map(async n => cents(await row(n).getByRole('gridcell').nth(4).innerText())),
  )
  expect(cents(before[3]!) - cents(counted[3]!)).toBe(-issued[0]! - issued[1]!)
  await visit(page, '/lane?account=operating')
  await expect(page.getByTestId('lane')).toContainText('Two fenders')
})

test('a pack that begins at another number asks what became of the difference', async ({ page }) => {
  await demoOffice(page)
  // One of those that it jumps over has its fate already, and is not asked about.
  await visit(page, '/books/operating-book')
  await page.getByTestId('fate-from').locator('input').fill('4282')
  await giveReason(page, 'Reason', 'thin paper')
  await page.getByTestId('fate-give').click()
  await expect(page.getByText('4282 missing.')).toBeVisible()
  await visit(page, '/run/new?account=operating')
  await page.getByTestId('pick-done').click()
  await readPack(page)
  const next = Number(await page.getByTestId('expected').innerText())
  expect(next).toBe(4281)
  const top = page.getByTestId('top-number')
  await top.fill(String(next - 1))
  await expect(page.getByRole('alert').filter({ hasText: 'A number can only be used once' })).toBeVisible()
  await expect(page.getByTestId('load-done')).toBeDisabled()
  await top.fill('9')
  await expect(page.getByRole('alert').filter({ hasText: 'is not in the number book' })).toBeVisible()
  await top.fill(String(next + 3))
  await expect(page.getByTestId('gap')).toContainText(`${next}, ${next + 2} are not in the pack`)
  await page.getByRole('radio', { name: 'spoiled' }).check()
  await page.getByTestId('gap').getByLabel('Reason').fill('corner torn')
  await page.getByTestId('gap-done').click()
  await expect(page.getByTestId('sheet')).toContainText(String(next + 3))
  await visit(page, '/books')
  await expect(
    page
      .getByTestId('book-operating')
      .getByRole('row', { name: /In the book/ })
      .first(),
  ).toContainText('2,000')
  await visit(page, '/register?account=operating')
  await expect(page.locator('tr', { hasText: `${next + 2}` }).first()).toContainText('corner torn')
  await visit(page, '/office/trail')
  await expect(page.getByText(`Marked ${next}, ${next + 2} as spoiled: corner torn.`)).toBeVisible()
})

test.describe('an office in which nothing was entered', () => {
  test.use(empty)
  test('starting empty leads to an account, and bad input is told at its field', async ({ page }) => {
    await visit(page, '/')
    await page.getByRole('button', { name: 'Start empty' }).click()
    await page.getByTestId('begin').getByRole('link', { name: 'Add company and account' }).click()
    await page.getByRole('button', { name: 'Add account' }).click()
    await expect(page.getByText('Enter the name of the company')).toBeVisible()
    await fillFirstAccount(page, '123456789')
    await page.getByRole('button', { name: 'Add account' }).click()
    await expect(page.getByText('After 12345678 it would be 0').first()).toBeVisible()
    await page.getByLabel('Routing number', { exact: true }).fill('123456780')
    await page.getByRole('button', { name: 'Add account' }).click()
    await expect(page.getByTestId('ready')).toContainText('Draw the first payment')
    await visit(page, '/')
    await expect(page.getByTestId('ready')).toContainText('Print a sample on plain paper')
    await visit(page, '/accounts')
    await expect(page.getByTestId('accounts')).toContainText('•••• 6103')
    await expect(page.getByTestId('accounts')).not.toContainText('0052')
    await page.getByRole('button', { name: 'Show the account number of Operating' }).click()
    await expect(page.getByTestId('accounts')).toContainText('0052-6610-3')

    await visit(page, '/lane/draw')
    const form = drawForm(page)
    await form.draw.click()
    await expect(page.getByText('Enter an amount')).toBeVisible()
    await drawDetails(page)
    await form.date.fill('2/30')
    await expect(page.getByText('does not exist in the calendar')).toBeVisible()
    await form.date.fill('')
    await form.amount.fill('150')
    await expect(page.getByText('more than is free in the account')).toBeVisible()
    await form.draw.click()
    await expect(page.getByText('Enter the payee')).toBeVisible()
    await form.payee.fill('Ilse Brandvold')
    await form.draw.click()
    await expect(page.getByText('Choose a ledger account')).toBeVisible()
    await form.ledger.click({ force: true })
    await page.getByRole('option', { name: '6800 Advice' }).click()
    await form.draw.click()
    await expect(page.getByRole('status').filter({ hasText: 'Drew $150.00' })).toBeVisible()
    await visit(page, '/lane')
    await expect(page.getByTestId('after')).toHaveText('-$50.00')
  })
})

test.describe('a newcomer', () => {
  test.use(empty)
  test('gets from an empty office to a counted-off check in 15 actions', async ({ page }) => {
    let actions = 0
    const act = async (does: () => Promise<unknown>): Promise<void> => {
      await does()
      actions++
      await settled(page)
    }
    const press = (name: string) => act(() => page.getByTestId(name).click())
    await visit(page, '/')
    await act(() => page.getByRole('button', { name: 'Start empty' }).click())
    await act(() => page.getByRole('link', { name: 'Add company and account' }).click())
    await act(async () => {
      await page.getByTestId('sample-account').click()
      await page.getByRole('option').first().click()
    })
    await press('save-account')
    await act(() => page.getByRole('link', { name: 'Draw the first payment' }).click())
    const form = drawForm(page)
    await act(() => form.payee.fill('Saltgrass Bakery'))
    await act(() => form.amount.fill('12.50'))
    await act(async () => {
      await page.getByTestId('ledger').click()
      await page.getByRole('option').nth(1).click()
    })
    for (const step of ['draw-print', 'pick-done', 'load-done', 'proof-done', 'print-save']) await press(step)
    await act(() => page.getByRole('button', { name: 'All good' }).click())
    await press('count-off')
    await expect(page.getByTestId('outcomes')).toContainText('Saltgrass Bakery')
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Run on Operating, 1 check, counted off')
    expect(actions).toBeLessThanOrEqual(15)
  })
})

test('an advice for nothing, and one payment signed by picture: both come out of one run as they should', async ({
  page,
}) => {
  await demoOffice(page)
  await visit(page, '/lane/draw?account=operating')
  const form = drawForm(page)
  await form.payee.fill('Tidegate Harbor Dues')
  await form.payee.press('Tab')
  await drawDetails(page)
  await page.getByTestId('advice').locator('input').check()
  await form.amount.fill('0')
  await form.memo.fill('Set off against deposit')
  await expect(page.getByTestId('sheet')).toContainText('NON-NEGOTIABLE')
  await expect(page.getByTestId('sheet')).toContainText('Zero and 00/100 dollars')
  await expect(page.getByTestId('sheet').locator('[data-micr]')).toHaveCount(0)
  await form.draw.click()
  await expect(page.getByRole('status').filter({ hasText: 'Drew $0.00' })).toBeVisible()
  await form.payee.fill('Ilse Brandvold')
  await form.payee.press('Tab')
  await form.amount.fill('77.00')
  await form.memo.fill('Signed by picture')
  await page.getByRole('combobox', { name: 'Printed signature' }).click({ force: true })
  await page.getByRole('option', { name: 'Petra Nyholm' }).click()
  await expect(page.getByTestId('sheet').locator('image')).toHaveCount(2)
  await form.draw.click()
  await expect(page.getByRole('status').filter({ hasText: 'Drew $77.00' })).toBeVisible()

  await visit(page, '/run/new?account=operating')
  await page.getByRole('checkbox', { name: 'Pick all' }).click()
  // An advice uses up a numbered check only where that is said.
  await expect(page.getByTestId('pick')).toContainText('An advice would use a numbered check')
  await page.getByTestId('advices-too').locator('input').check()
  await page.getByRole('checkbox', { name: 'Pick Tidegate Harbor Dues, 0.00' }).check()
  await page.getByRole('checkbox', { name: 'Pick Ilse Brandvold, 77.00' }).check()
  await page.getByTestId('pick-done').click()
  await loadPack(page)
  await expect(page.getByTestId('read-back')).toContainText('1 MICR line read back')
  await button(page, 'Looks right').click()
  const download = page.waitForEvent('download')
  await button(page, 'Save as PDF instead').click()
  const path = await (await download).path()
  const page1 = execFileSync('pdftotext', ['-f', '1', '-l', '1', path, '-'], { encoding: 'utf8' })
  const page2 = execFileSync('pdftotext', ['-f', '2', '-l', '2', path, '-'], { encoding: 'utf8' })
  // The overlay crosses other text, which text extraction takes apart: its tall letters are counted instead.
  const tall = (n: number) =>
    [
      ...execFileSync('pdftotext', ['-f', String(n), '-l', String(n), '-bbox', path, '-'], {
        encoding: 'utf8',
      }).matchAll(/yMin="([\d.]+)" xMax="[\d.]+" yMax="([\d.]+)">/g),
    ].filter(m => Number(m[2]) - Number(m[1]) > 30).length
  // The lowest number goes to the check, the advice comes after it.
  expect(tall(2)).toBeGreaterThanOrEqual(7)
  expect(tall(1)).toBe(0)
  expect(page2).not.toContain('Authorized signature')
  expect(page2).not.toContain('123456780')
  expect(page1).toContain('123456780')
  expect(page1).toContain('Authorized signature')
  expect(
    execFileSync('pdfimages', ['-list', path], { encoding: 'utf8' })
      .split('\n')
      .filter(l => /^\s+1\s/.test(l)).length,
  ).toBeGreaterThan(1)
})

test('a run is sent away and comes back: what a file tells is filled in, and counted off after a look', async ({
  page,
}, info) => {
  await demoOffice(page)
  const before = await todayOf(page, 'Operating')
  await toPrintStep(page, 'operating')
  await page.getByText('Have it printed elsewhere').click()
  await button(page, 'Save file and send away').click()
  await expect(page.getByText('Enter who the file goes to')).toBeVisible()
  await page.getByLabel('Sent to', { exact: true }).fill('Tern Island Press')
  await page.getByRole('checkbox', { name: 'Include the PDF' }).uncheck()
  const download = page.waitForEvent('download')
  await button(page, 'Save file and send away').click()
  const path = info.outputPath('run.csv')
  await (await download).saveAs(path)
  await expect(page.getByTestId('sent-to')).toContainText('Tern Island Press')
  // Its numbers are on paper from now on, and nothing is issued yet.
  const sent = await todayOf(page, 'Operating')
  expect([sent[0], sent[3]]).toEqual(['0', before[3]])
  await page.getByTestId('waits-for-count').filter({ hasText: 'Operating' }).getByRole('link').click()
  const file = readFileSync(path, 'utf8')
  const numbers = [...file.matchAll(/^(\d{4}),/gm)].map(m => m[1]!)
  expect(numbers).toHaveLength(12)
  const orders = page.waitForEvent('download')
  await page.getByTestId('away-orders').click()
  const xml = readFileSync(await (await orders).path(), 'utf8')
  expect([...xml.matchAll(/<ChqNb>(\d+)</g)].map(m => m[1])).toEqual(numbers)
  const give = (text: string) =>
    page.getByTestId('came-back').setInputFiles({
      name: 'back.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from(`number,outcome,reason\n${text}`),
    })
  await give(`${numbers[0]},fine\n4,good`)
  await expect(page.getByTestId('came-faults')).toContainText(
    'back.csv: row 2, column outcome: one of good, spoiled, never came out',
  )
  await expect(page.getByTestId('came-faults')).toContainText('4 is not in this run')
  await page.getByTestId(`sheet-${numbers[11]}`).getByRole('button', { name: 'good' }).click()
  const rest = numbers.slice(1, 11).map(n => `${n},good`)
  await give([`${numbers[0]},spoiled,smeared`, ...rest].join('\n'))
  await expect(page.getByTestId('came-filled')).toContainText('11 checks are filled in')
  await button(page, 'Count off').click()
  await expect(page.getByTestId('outcomes')).toContainText('spoiled, smeared')
  expect((await todayOf(page, 'Operating'))[0]).toBe('1')
})
