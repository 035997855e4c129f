import { readFileSync } from 'node:fs'
import writeWorkbook from 'write-excel-file/node'
import { button, demoOffice, expect, test, todayOf, visit, settled } from './office'

const payees = ['Saltgrass Bakery', 'North Mole Chandlery', 'Gannet Rope & Net', 'Tern Island Supply']
/** A list of 300 bills as a workbook of half a megabyte unpacked, with a line above its titles; twelve rows are wrong. */
async function workbook(path: string): Promise<void> {
  const rows: (string | number | Date)[][] = [
    ['Bills of spring', '', '', '', '', ''],
    ['Vendor', 'Invoice No', 'Invoice Date', 'Amount', 'Description', 'Scratch'],
  ]
  for (let i = 0; i < 300; i++) {
    const amount = i % 25 === 7 ? 'see paper' : 10 + i / 4
    rows.push([
      payees[i % 4]!,
      `SP-${1000 + i}`,
      new Date(Date.UTC(2026, 10, 1 + (i % 28))),
      amount,
      `Week ${i}`,
      `${i} ${'scratch '.repeat(200)}`,
    ])
  }
  const cells = rows.map(row =>
    row.map(value => ({ value, ...(value instanceof Date && { format: 'yyyy-mm-dd' }) })),
  )
  await writeWorkbook(cells as never, { sheet: 'Spring' }).toFile(path)
}

test('a workbook of 300 bills: what is wrong is mended or left out with its reason, and all of it is taken back', async ({
  page,
}, info) => {
  await demoOffice(page)
  await visit(page, '/bills')
  const open = page.getByTestId('bills-open')
  await expect(open).not.toHaveText(/^\D*0\.00$/)
  const before = await open.innerText()
  const path = info.outputPath('spring.xlsx')
  await workbook(path)
  await visit(page, '/files')
  await page.getByTestId('intake-file').setInputFiles(path)
  const counts = page.getByTestId('intake-counts')
  // Nobody is created unasked.
  await expect(counts).toHaveText('72 good, 0 already entered, 228 wrong')
  await expect(page.getByTestId('intake-unknown')).toContainText('3 names in this file are not a payee')
  await page.getByTestId('intake-make').locator('input').check()
  await page.getByTestId('intake-ledger').click()
  await page.getByRole('option', { name: /^6120/ }).click()
  await expect(counts).toHaveText('288 good, 0 already entered, 12 wrong')
  // One is mended in its place; of the others a file is kept.
  await page.getByTestId('show-wrong').click()
  const cell = page.getByLabel('Amount of row 10')
  await expect(cell).toHaveValue('see paper')
  await cell.fill('12.50')
  await settled(page)
  await cell.press('Enter')
  await expect(counts).toHaveText('289 good, 0 already entered, 11 wrong')
  await expect(page.getByLabel('Amount of row 35')).toBeFocused()
  await settled(page)
  const download = page.waitForEvent('download')
  await page.getByTestId('intake-take').dblclick()
  await (await download).saveAs(info.outputPath('rest.csv'))
  await expect(page.getByText(/Imported .*289 bills from spring\.xlsx\./)).toBeVisible()
  const rest = readFileSync(info.outputPath('rest.csv'), 'utf8').trim().split('\r\n')
  expect(rest).toHaveLength(12)
  expect(rest[1]).toContain('is not an amount')
  await visit(page, '/bills')
  await expect(open).not.toHaveText(/^\D*0\.00$/)
  expect(await open.innerText()).not.toBe(before)
  await page.getByLabel('Search number, payee or amount', { exact: true }).fill('SP-1299')
  await expect(page.getByTestId('bills')).toContainText('84.75')
  // Given once more, all of them are here already; taken back, as if nothing had come.
  await visit(page, '/files')
  await page.getByTestId('intake-file').setInputFiles(path)
  await expect(page.getByText('mapped as in the last file like this')).toBeVisible()
  await expect(counts).toContainText('288 already entered')
  await expect(page.getByTestId('intake-take')).toBeDisabled()
  await page.getByTestId('intake-back').first().dblclick()
  await expect(page.getByText('Undid the import of spring.xlsx.')).toBeVisible()
  await expect(page.getByTestId('intake-back')).toHaveCount(0)
  await visit(page, '/bills')
  await expect(open).toHaveText(before)
})

test('pasted cells: an order of days that the file does not tell is asked; another tab takes the same in first', async ({
  page,
  context,
}) => {
  await demoOffice(page)
  const paste = async (on: typeof page): Promise<void> => {
    await visit(on, '/files')
    await on
      .getByLabel('Or paste cells from a spreadsheet, with their column titles', { exact: true })
      .fill(
        'Payee\tBill number\tDate\tAmount\tLedger account\nSaltgrass Bakery\tP-1\t03/04/2026\t12.00\t6120',
      )
    await on.getByTestId('intake-paste-go').click()
  }
  await paste(page)
  await expect(page.getByText('Dates such as 03/04 could mean')).toBeVisible()
  await expect(page.getByTestId('intake-counts')).toHaveCount(0)
  await page.getByTestId('intake-order').click()
  await page.getByRole('option', { name: /^day first/ }).click()
  await expect(page.getByTestId('intake-counts')).toHaveText('1 good, 0 already entered, 0 wrong')
  const other = await context.newPage()
  await paste(other)
  await other.getByTestId('intake-order').click()
  await other.getByRole('option', { name: /^month first/ }).click()
  await expect(other.getByTestId('intake-take')).toBeEnabled()
  await other.getByTestId('intake-take').click()
  await expect(other.getByText('Imported 1 bill from pasted cells.tsv.')).toBeVisible()
  await page.getByTestId('intake-take').click()
  await expect(
    page.getByText(/Bill P-1 from Saltgrass Bakery was already entered: 12\.00, dated Mar 4, 2026/),
  ).toBeVisible()
  // Rows that come to nothing, and files that are none, are said to be so.
  await page.getByTestId('intake-leave').click()
  await page
    .getByTestId('intake-file')
    .setInputFiles({ name: 'odd.xlsx', mimeType: '', buffer: Buffer.from('PK no zip') })
  await expect(page.getByTestId('intake-fault')).toContainText(
    'odd.xlsx cannot be imported. This is not an Excel workbook',
  )
  const many = `Name\n${'x\n'.repeat(60_000)}`
  await page
    .getByTestId('intake-file')
    .setInputFiles({ name: 'many.csv', mimeType: 'text/csv', buffer: Buffer.from(many) })
  await expect(page.getByTestId('intake-fault')).toContainText('more than 50,000 rows')
})

test('what goes out comes in again: the bills as a workbook are all already entered, and in another company they are new', async ({
  page,
}, info) => {
  await demoOffice(page)
  await visit(page, '/files/export')
  const download = page.waitForEvent('download')
  await page.getByTestId('list-xlsx').click()
  const path = info.outputPath('bills.xlsx')
  await (await download).saveAs(path)
  const said = await page.getByText(/^Exported Bills and credit notes: [\d,]+ rows\.$/).innerText()
  const rows = Number(/([\d,]+) rows/.exec(said)?.[1]?.replace(',', ''))
  expect(rows).toBeGreaterThan(50)
  await page.getByLabel('From (optional)', { exact: true }).fill('13/13')
  await expect(page.getByTestId('list-csv')).toBeDisabled()
  await visit(page, '/files')
  await page.getByTestId('intake-file').setInputFiles(path)
  const counts = page.getByTestId('intake-counts')
  await expect(counts).toHaveText(/^0 good, [\d,]+ already entered, 0 wrong$/)
  await expect(counts).toContainText(`${rows.toLocaleString('en-US')} already entered`)
  await page.getByTestId('company').click()
  await page.getByRole('option', { name: 'Pellam Slipway Works' }).click()
  await expect(counts).toHaveText(/ wrong$/)
  await page.getByTestId('intake-make').locator('input').check()
  await expect(counts).not.toHaveText(/^0 good/)
})

test('checks of before: an office begins with its outstanding checks, its numbers go on behind them, and a file comes back out', async ({
  page,
}) => {
  await demoOffice(page)
  await visit(page, '/files?kind=before')
  const paste = page.getByTestId('intake-paste').locator('textarea').first()
  const rows = [
    'Check no\tStatus\tPayee\tDate\tAmount\tReason',
    '4290\toutstanding\tSaltgrass Bakery\t2026-10-02\t120.00\t',
    '4291\tcleared\tNobody Known\t2026-10-03\t80.00\t',
    '4292\tmissing\t\t\t\tnot in the box',
    '4055\toutstanding\tSaltgrass Bakery\t2026-10-03\t5.00\t',
  ]
  const [before, counts] = [await todayOf(page, 'Operating'), page.getByTestId('intake-counts')]
  await visit(page, '/files?kind=before')
  await paste.fill(rows.join('\n'))
  await page.getByTestId('intake-paste-go').click()
  await page.getByTestId('intake-ledger').click()
  await page.getByRole('option', { name: /^6120/ }).click()
  await page.getByTestId('intake-make').locator('input').check()
  await expect(counts).toHaveText('3 good, 0 already entered, 1 wrong')
  await expect(page.getByTestId('intake-table')).toContainText('Number 4055 is already cleared')
  await settled(page)
  await page.getByTestId('intake-take').dblclick()
  await expect(page.getByText('Imported 2 checks, 1 other number')).toBeVisible()
  // The opening balance was told after them, so nothing moves but the numbers.
  const after = await todayOf(page, 'Operating')
  expect(after).toEqual(before)
  await visit(page, '/register?account=operating')
  await page.getByTestId('find').locator('input').fill('4290')
  await page.getByRole('row').filter({ hasText: '4290' }).click()
  await expect(page.getByText('Issued before this office was started.')).toBeVisible()
  await visit(page, '/books/operating-book?number=4292')
  await expect(page.getByTestId('life')).toContainText('not in the box')
  await visit(page, '/files')
  await page.getByTestId('intake-back').first().click()
  await expect(page.getByText('Undid the import of pasted cells.tsv.')).toBeVisible()
  await visit(page, '/books/operating-book?number=4290')
  await expect(page.getByTestId('life')).toContainText('Import of pasted cells.tsv undone')
})

test('a matching is named, kept as a file, and used for a table with other columns and another order', async ({
  page,
}, info) => {
  await demoOffice(page)
  await visit(page, '/files')
  const paste = page.getByTestId('intake-paste').locator('textarea').first()
  await paste.fill('Whom\tTheirs\tDay\tHow much\nTern Ironworks\tM-1\t2026-11-02\t12.00')
  await page.getByTestId('intake-paste-go').click()
  await expect(page.getByTestId('intake-missing')).toContainText('Payee, Bill number')
  await page.getByTestId('match-payee').selectOption({ label: 'Whom' })
  await page.getByTestId('match-number').selectOption({ label: 'Theirs' })
  await page.getByTestId('more-columns').click()
  await button(page, 'Save mapping').click()
  await expect(page.getByText('Give this mapping a name.')).toBeVisible()
  await settled(page)
  await page.getByLabel('Name for this column mapping', { exact: true }).fill('Yard bills')
  const download = page.waitForEvent('download')
  await button(page, 'Save mapping').click()
  const kept = info.outputPath('Yard bills.matching.json')
  await (await download).saveAs(kept)
  expect(JSON.parse(readFileSync(kept, 'utf8'))).toMatchObject({
    name: 'Yard bills',
    columns: { payee: 'Whom', number: 'Theirs', date: 'Day', amount: 'How much' },
  })
  await page.getByTestId('intake-leave').click()
  const rows = ['Ours\t\t\t\t', 'Theirs\tHow much\tx\tDay\tWhom', 'M-2\t1.50\t\t03/04/2026\tTern Ironworks']
  await paste.fill(rows.join('\n'))
  await page.getByTestId('intake-paste-go').click()
  await expect(page.getByTestId('intake-missing')).toBeVisible()
  await page.getByTestId('more-columns').click()
  await page.getByTestId('matching-file').setInputFiles(kept)
  await expect(page.getByTestId('intake-missing')).toHaveCount(0)
  await expect(page.getByText('Column titles are in row 2')).toBeVisible()
  // 03/04 is asked, whatever was saved of days that could not be two.
  await page.getByTestId('intake-order').click()
  await page.getByRole('option', { name: /^day first/ }).click()
  await page.getByTestId('intake-ledger').click()
  await page.getByRole('option', { name: /^6120/ }).click()
  await page.getByTestId('intake-make').locator('input').check()
  await expect(page.getByTestId('intake-counts')).toHaveText('1 good, 0 already entered, 0 wrong')
  // What is for something else, or is no matching, is told and changes nothing.
  const other = { name: 'x.json', mimeType: 'application/json', buffer: Buffer.from('{"format":1}') }
  await page.getByTestId('matching-file').setInputFiles(other)
  await expect(page.getByTestId('matching-fault')).toContainText('x.json')
  await expect(page.getByTestId('intake-counts')).toHaveText('1 good, 0 already entered, 0 wrong')
})

test('what was said of the act before goes when a file is given', async ({ page }) => {
  await demoOffice(page)
  await visit(page, '/bills')
  await page.getByTestId('hold-bill').click()
  await page.getByTestId('why').locator('input').fill('the meter was read wrong')
  await settled(page)
  await page.keyboard.press('Enter')
  const said = page.locator('.v-snackbar__content')
  await expect(said).toContainText('is held')
  await visit(page, '/files')
  await page
    .getByTestId('intake-file')
    .setInputFiles({ name: 'a.csv', mimeType: 'text/csv', buffer: Buffer.from('PK\u0003\u0004') })
  await expect(page.getByText(/^a\.csv cannot be imported/)).toBeVisible()
  await expect(said).toBeHidden({ timeout: 1000 })
})

test('an import that is stopped while it waits leaves nothing behind', async ({ page }) => {
  await demoOffice(page)
  await visit(page, '/files')
  const rows = Array.from({ length: 1500 }, (_, i) => `Cobalt Rope & Rigging,B-${i},2026-11-02,1${i}.50,6120`)
  await page.getByTestId('intake-file').setInputFiles({
    name: 'many.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(['Payee,Bill number,Date,Amount,Ledger account', ...rows].join('\n')),
  })
  await expect(page.getByTestId('intake-counts')).toHaveText('1,500 good, 0 already entered, 0 wrong')
  // Something else is being done with the bills of the company, so the import waits for its turn.
  await page.evaluate(
    () =>
      new Promise<void>(held => {
        void navigator.locks.request('violet-lane bills ferry', () => {
          held()
          return new Promise<void>(release => Object.assign(globalThis, { release }))
        })
      }),
  )
  await page.getByTestId('intake-take').click()
  await expect(page.getByTestId('intake-part')).toHaveText('0 %')
  await button(page, 'Stop').click()
  await expect(page.getByTestId('intake-file')).toBeVisible()
  await page.evaluate(() => (globalThis as unknown as { release(): void }).release())
  await expect(page.getByTestId('intake-fault')).toHaveText('many.csv: Stopped. Nothing was imported.')
  await expect(page.locator('main')).toHaveAttribute('aria-busy', 'false')
  await visit(page, '/bills')
  await page.getByLabel('Search number, payee or amount', { exact: true }).fill('B-1499')
  await page.getByTestId('bill-which').click()
  await page.getByRole('option', { name: 'All, newest first' }).click()
  await expect(page.getByText('No bills match.')).toBeVisible()
})

/** 2,000 bills, four of which have an amount that cannot be read. */
const faultyRows = [7, 8, 500, 1999]
const longFile = (): Buffer => {
  const rows = Array.from({ length: 2000 }, (_, i) =>
    [
      'Cobalt Rope & Rigging',
      `LF-${i}`,
      '2026-11-02',
      faultyRows.includes(i) ? 'see paper' : '10.50',
      '6120',
    ].join(),
  )
  return Buffer.from(['Payee,Bill number,Date,Amount,Ledger account', ...rows].join('\n'))
}
test('cells are mended at the pace of the hand: nothing typed is lost or lands in another row', async ({
  page,
}) => {
  await demoOffice(page)
  await visit(page, '/files')
  await page
    .getByTestId('intake-file')
    .setInputFiles({ name: 'long.csv', mimeType: 'text/csv', buffer: longFile() })
  const counts = page.getByTestId('intake-counts')
  await expect(counts).toHaveText('1,996 good, 0 already entered, 4 wrong')
  await page.getByTestId('show-wrong').click()
  await page.getByLabel('Amount of row 9').click()
  await page.keyboard.press('ControlOrMeta+a')
  const amounts = ['1250.25', '17.50', '2,300.75', '99.99']
  for (const [i, amount] of amounts.entries()) {
    await page.keyboard.type(amount, { delay: 80 })
    if (i < 3) await page.keyboard.press('Tab')
  }
  for (const [i, row] of faultyRows.entries())
    await expect(page.getByLabel(`Amount of row ${row + 2}`)).toHaveValue(amounts[i]!)
  await page.keyboard.press('Enter')
  await expect(counts).toHaveText('2,000 good, 0 already entered, 0 wrong')
  await page.getByTestId('show-all').click()
  await expect(page.getByTestId('intake-table')).toContainText('LF-1')
  await expect(page.getByTestId('total-amount')).toHaveText('24,626.49')
  // What the file should add up to is typed, and holds the import back while it differs.
  const should = page.getByTestId('control-amount').locator('input')
  await should.fill('24,626.94')
  await expect(page.getByText('The file adds up to 24,626.49, which is 0.45 less.')).toBeVisible()
  await expect(page.getByTestId('intake-take')).toBeDisabled()
  await should.fill('24626.49')
  await expect(page.getByTestId('intake-take')).toBeEnabled()
})

test('what can be read two ways is asked: the decimal separator, near names, decimals beyond the cent', async ({
  page,
}) => {
  await demoOffice(page)
  await visit(page, '/files')
  const paste = page.getByTestId('intake-paste').locator('textarea').first()
  await paste.fill(
    [
      'Payee\tBill number\tDate\tAmount\tLedger account',
      'Cobalt Rope and Rigging\tT-1\t2026-11-02\t1.234\t6120',
      'Cobalt Rope and Rigging\tT-2\t2026-11-02\t12.345\t6120',
    ].join('\n'),
  )
  await page.getByTestId('intake-paste-go').click()
  await expect(page.getByText('Amounts in this file can be read two ways.')).toBeVisible()
  await expect(page.getByTestId('intake-counts')).toHaveCount(0)
  await page.getByTestId('intake-mark').click()
  await expect(page.getByRole('option', { name: /comma.*row 2: 1\.234 is 1,234\.00/ })).toBeVisible()
  await page.getByRole('option', { name: /^point/ }).click()
  const counts = page.getByTestId('intake-counts')
  await expect(counts).toHaveText('0 good, 0 already entered, 2 wrong')
  await expect(page.getByTestId('intake-rounding')).toContainText('Amount in the file: 13.579')
  await page.getByTestId('intake-round').locator('input').check()
  await expect(page.getByTestId('total-amount')).toContainText('13.58')
  await page.getByTestId('intake-near').click()
  await page.getByRole('option', { name: 'Same as Cobalt Rope & Rigging' }).click()
  await expect(counts).toHaveText('2 good, 0 already entered, 0 wrong')
  await page.getByTestId('intake-take').click()
  await expect(page.getByText('Imported 2 bills from pasted cells.tsv.')).toBeVisible()
})

test('a ledger account that is not here is opened on the way, once it is said as what', async ({ page }) => {
  await demoOffice(page)
  await visit(page, '/files')
  const rows = [
    'Payee\tBill number\tDate\tAmount\tLedger account\tLine: amount',
    'Cobalt Rope & Rigging\tN-1\t2026-11-02\t50.00\t6120\t20.00',
    '\t\t\t\t6999 Nets\t30.00',
  ]
  await page
    .getByLabel('Or paste cells from a spreadsheet, with their column titles', { exact: true })
    .fill(rows.join('\n'))
  await page.getByTestId('intake-paste-go').click()
  await expect(page.getByTestId('intake-counts')).toHaveText('0 good, 0 already entered, 2 wrong')
  await page.getByTestId('intake-make-ledgers').click()
  await page.getByRole('option', { name: 'create as expense' }).click()
  await expect(page.getByTestId('intake-counts')).toHaveText('2 good, 0 already entered, 0 wrong')
  await page.getByTestId('intake-take').click()
  await expect(page.getByText('Imported 1 ledger account, 1 bill from pasted cells.tsv.')).toBeVisible()
  await visit(page, '/bills/ledger')
  await expect(page.getByRole('row', { name: /6999\s*Nets.*30\.00/ })).toBeVisible()
})
