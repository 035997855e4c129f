import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import {
  readPack,
  button,
  demoOffice,
  drawForm,
  expect,
  giveReason,
  test,
  todayOf,
  visit,
  loadPack,
} from './office'

/** Walks a new run of an account to its print step, through the practice printer where told. */
async function toPrint(page: Page, account: string, tray = ''): Promise<void> {
  await visit(page, `/run/new?account=${account}`)
  await page.getByTestId('pick-done').click()
  if (tray) {
    await page.getByTestId('run-printer').click()
    await page.getByRole('option', { name: tray }).click()
  }
  await loadPack(page)
  await button(page, 'Looks right').click()
}
async function saved(page: Page, button: string): Promise<string> {
  const download = page.waitForEvent('download')
  await page.getByTestId(button).click()
  return (await download).path()
}
const text = (pdf: string, ...more: string[]): string =>
  execFileSync('pdftotext', ['-layout', ...more, pdf, '-'], { encoding: 'utf8' })
/** Writes over a row of the store, or puts one in, past everything that keeps watch. */
const writeByHand = (page: Page, table: string, key: string, over: object): Promise<void> =>
  page.evaluate(
    async ([table, key, over]) => {
      const store = await new Promise<IDBDatabase>(resolve => {
        const ask = indexedDB.open('violet-lane')
        ask.onsuccess = () => resolve(ask.result)
      })
      await new Promise(resolve => {
        const writing = store.transaction(table, 'readwrite')
        const rows = writing.objectStore(table)
        const asked = rows.get(key)
        asked.onsuccess = () => rows.put({ ...asked.result, ...over })
        writing.oncomplete = resolve
      })
      store.close()
    },
    [table, key, over] as const,
  )
async function proofHolds(page: Page): Promise<void> {
  await visit(page, '/books/proof')
  await expect(page.getByTestId('proof-holds')).toBeVisible()
  await expect(page.getByTestId('compared')).toBeVisible()
}
async function addBook(
  page: Page,
  account: string,
  kind: string,
  first: string,
  last: string,
): Promise<void> {
  await visit(page, '/books')
  await button(page, 'Add number book').click()
  await page.getByTestId('book-account').click()
  await page.getByRole('option', { name: account }).click()
  await page.getByTestId('book-kind').click()
  await page.getByRole('option', { name: kind }).click()
  await page.getByLabel('First number', { exact: true }).fill(first)
  await page.getByLabel('Last number', { exact: true }).fill(last)
  await page.getByTestId('book-open').click()
}

test('misfeed in the middle: two sheets fed at once shift the rest, the printer’s report fills the count-off, and the numbers add up', async ({
  page,
}) => {
  await demoOffice(page)
  await toPrint(page, 'operating', 'Practice printer, Tray 1')
  await page.getByTestId('practice-pack').locator('summary').click()
  await button(page, 'Add').click()
  await button(page, 'Print on the practice printer').click()
  await button(page, 'Use its report').click()
  const second = page.locator('[data-sheet]').nth(2)
  await expect(second).toContainText('sent as 4283')
  await expect(second).toContainText('4284')
  await expect(page.getByText('4283, came out blank, fed with another')).toBeVisible()
  await button(page, 'Count off').click()
  await expect(page.getByTestId('outcomes')).toContainText('4284, sent as 4283')
  await expect(page.getByTestId('outcomes').getByRole('row', { name: '4283 no check' })).toContainText(
    'spoiled, came out blank, fed with another',
  )
  // The cover page adds up what was issued: twelve numbers, one skipped.
  const cover = text(await saved(page, 'cover'))
  expect(cover).toContain(
    String([4281, 4282, ...Array.from({ length: 10 }, (_, i) => 4284 + i)].reduce((a, b) => a + b, 0)),
  )
  expect(cover).toContain('4283 spoiled (came out blank, fed with another)')
  await visit(page, '/books/operating-book?number=4283')
  await expect(page.getByTestId('life')).toContainText('came out blank, fed with another')
  await proofHolds(page)
})

test('by hand: one sheet carries another number, shown before it is taken; a wrong date is spoiled and opens in the lane; only that one prints again', async ({
  page,
}) => {
  await demoOffice(page)
  await toPrint(page, 'operating')
  await saved(page, 'print-save')
  const sheet = await saved(page, 'count-sheet')
  expect(text(sheet)).toContain('Count-off sheet')
  await page.getByTestId('other-4284').click()
  await page.getByTestId('shift-number').locator('input').fill('4283')
  await expect(page.getByText('Number 4283 is on an earlier sheet')).toBeVisible()
  await page.getByTestId('shift-number').locator('input').fill('4286')
  await expect(page.getByTestId('shift-table')).toContainText('4286')
  await button(page, 'Use these numbers').click()
  await page.getByTestId('sheet-4282').getByRole('button', { name: 'spoiled' }).click()
  await page.getByTestId('wrong-4282').click()
  await page.getByRole('option', { name: 'the date is wrong' }).click()
  await button(page, 'All good').click()
  await button(page, 'Count off').click()
  await expect(page.getByTestId('change-form')).toContainText('The date was wrong on the printed check')
  // It cannot be picked as it is.
  await visit(page, '/run/new?account=operating')
  await expect(page.getByTestId('pick')).toContainText('date must be corrected')
  await expect(page.getByTestId('pick-done')).toBeDisabled()
  await visit(page, '/lane?account=operating')
  await button(page, 'Edit or withdraw').click()
  await page.getByTestId('change-date').locator('input').fill('+3')
  await button(page, 'Save changes').click()
  await expect(page.getByTestId('change')).toBeVisible()
  await toPrint(page, 'operating')
  await saved(page, 'print-save')
  await button(page, 'All good').click()
  await button(page, 'Count off').click()
  await expect(page.getByTestId('outcomes')).toContainText('4295')
  await visit(page, '/books/operating-book?number=4282')
  await expect(page.getByTestId('life')).toContainText('replaced by 4295')
  await proofHolds(page)
})

test('a box started at another number: the other book is loaded; then two runs on two books stand open at once', async ({
  page,
}) => {
  await demoOffice(page)
  await addBook(page, 'Operating', 'stationer’s stock', '5990', '7015')
  await expect(page.getByText('This overlaps another book')).toBeVisible()
  await page.getByLabel('First number', { exact: true }).fill('7001')
  await page.getByTestId('book-open').click()
  await expect(page.getByTestId('book-open')).toBeHidden()
  await visit(page, '/run/new?account=operating')
  await page.locator('[data-test=pick] tbody input').first().uncheck()
  await page.getByTestId('pick-done').click()
  await page.getByTestId('top-number').fill('7001')
  await button(page, 'I loaded that box. Use its numbers').click()
  await expect(page.getByTestId('other-book')).toHaveCount(0)
  await expect(page.getByTestId('run-book')).toContainText('7001')
  await readPack(page)
  await expect(page.getByTestId('expected')).toHaveText('7001')
  await loadPack(page)
  await button(page, 'Looks right').click()
  await saved(page, 'print-save')
  await expect(page.getByTestId('sheet-7001')).toBeVisible()
  // The new box is a small one: Today says how long it lasts.
  await visit(page, '/')
  await expect(page.getByTestId('low-stock')).toHaveText('4 left, 2 weeks')
  // The first book is free for another run while the second waits for its count-off.
  await visit(page, '/run/new?account=operating')
  await page.getByTestId('new-run-book').click()
  await page.getByRole('option', { name: '4001 to 6000' }).click()
  await page.getByTestId('pick-done').click()
  await readPack(page)
  await expect(page.getByTestId('expected')).toHaveText('4281')
  await loadPack(page)
  await button(page, 'Looks right').click()
  await saved(page, 'print-save')
  await visit(page, '/')
  const waiting = page.getByTestId('waits-for-count')
  await expect(waiting).toHaveCount(3)
  for (const number of ['4281', '7001']) {
    await visit(page, '/')
    await waiting.filter({ hasText: number }).getByRole('link', { name: 'Count off' }).click()
    await button(page, 'All good').click()
    await button(page, 'Count off').click()
    await expect(page.getByTestId('outcomes')).toContainText(number)
  }
  await proofHolds(page)
})

test('a part-used sheet of three, then a printer that stacks face up: the last check is printed first', async ({
  page,
}) => {
  await demoOffice(page)
  await visit(page, '/run/new?account=yard')
  await page.getByTestId('pick-done').click()
  await page.getByTestId('first-place').click()
  await page.getByRole('option', { name: 'part-used, start at check 2' }).click()
  await loadPack(page)
  await expect(page.getByTestId('page')).toHaveText('Sheet 1 of 2')
  await button(page, 'Looks right').click()
  const pdf = await saved(page, 'print-save')
  const payees = await page.locator('[data-sheet] .who').allInnerTexts()
  expect(payees).toHaveLength(3)
  const first = text(pdf, '-f', '1', '-l', '1')
  expect(first).toContain(payees[0]!)
  expect(first).toContain(payees[1]!)
  expect(first).not.toContain(payees[2]!)
  expect(text(pdf, '-f', '2', '-l', '2')).toContain(payees[2]!)
  await button(page, 'All good').click()
  await button(page, 'Count off').click()
  await expect(page.getByTestId('outcomes')).toBeVisible()

  await visit(page, '/fit')
  await button(page, 'Add printer').click()
  await page.getByLabel('Printer name', { exact: true }).fill('Counter printer')
  await page.getByTestId('printer-stacking').click()
  await page.getByRole('option', { name: 'face up' }).click()
  await button(page, 'Save printer').click()
  await expect(page.getByTestId('printer-name')).toBeHidden()
  await visit(page, '/run/new?account=operating')
  await page.getByTestId('pick-done').click()
  await expect(page.getByTestId('face-up')).toContainText('the last check is printed first')
  await loadPack(page)
  await button(page, 'Looks right').click()
  const up = await saved(page, 'print-save')
  const who = await page.locator('[data-sheet] .who').allInnerTexts()
  // The tray reads from the first check down; the PDF begins with the last, under the number on top of the
  // pack.
  expect(text(up, '-f', '1', '-l', '1')).toContain(who.at(-1)!)
  await expect(page.getByTestId('sheet-4281')).toContainText(who.at(-1)!)
  await button(page, 'All good').click()
  await button(page, 'Count off').click()
  await expect(page.getByTestId('outcomes')).toBeVisible()
  await proofHolds(page)
})

test('a lost paycheck is replaced: stopped, its letter and stub copy say so, balances stay, and the old number tells its successor', async ({
  page,
}) => {
  await demoOffice(page)
  await page.getByTestId('waits-for-count').getByRole('link', { name: 'Count off' }).click()
  await button(page, 'All good').click()
  await button(page, 'Count off').click()
  await expect(page.getByTestId('outcomes')).toBeVisible()
  const before = await todayOf(page, 'Payroll')
  await visit(page, '/register?account=payroll')
  await page.locator('[data-number]').first().click()
  const lost = (await page.locator('[data-number]').first().getAttribute('data-number'))!
  await button(page, 'Replace').click()
  await page.getByTestId('ending-stopped').locator('input').check()
  await giveReason(page, 'Reason', 'lost in the mail')
  await page.getByTestId('ask-go').click()
  const letter = text(await saved(page, 'act-letter'))
  expect(letter).toContain('Request to stop payment')
  expect(letter).toContain('lost in the mail')
  const after = await todayOf(page, 'Payroll')
  expect(after.slice(3, 6)).toEqual(before.slice(3, 6))
  expect(after[0]).toBe('1')
  await toPrint(page, 'payroll')
  await saved(page, 'print-save')
  await button(page, 'All good').click()
  await button(page, 'Count off').click()
  await expect(page.getByTestId('outcomes')).toBeVisible()
  expect((await todayOf(page, 'Payroll')).slice(3, 6)).toEqual(before.slice(3, 6))
  await visit(
    page,
    `/register?account=payroll&number=${encodeURIComponent(`payroll-book/${lost.split('/').at(-1)}`)}`,
  )
  await page.getByLabel('Search number, payee or amount', { exact: true }).fill(lost.split('/').at(-1)!)
  await expect(page.getByText('Replaced by')).toBeVisible()
  const copy = text(await saved(page, 'act-copy-save'))
  expect(copy).toContain('Not a check')
  expect(copy).toContain('was stopped and replaced by')
  // The new one has not left the house: on stock whose numbers we print it can be printed again.
  await page.getByLabel('Search number, payee or amount', { exact: true }).fill('')
  await expect(page.locator('[data-number]').first()).not.toHaveAttribute('data-number', lost)
  await page.locator('[data-number]').first().click()
  await button(page, 'Print again').click()
  await giveReason(page, 'What happened to the first sheet', 'it was torn')
  await expect(page.getByTestId('ask-go')).toBeDisabled()
  await page.getByTestId('act-in-house').locator('input').check()
  const opened = page.waitForEvent('popup')
  await page.getByTestId('ask-go').click()
  await (await opened).close()
  await page.getByRole('link', { name: 'History in the number book' }).click()
  await expect(page.getByTestId('life')).toContainText('again under its own number, copy 2')
})

test('a wrong payment cancelled in a closed month, a handwritten check, a withdrawn payment brought back, and the trail that tells it all', async ({
  page,
}) => {
  await demoOffice(page)
  const before = await todayOf(page, 'Operating')
  await visit(page, '/office/companies?company=ferry')
  const past = new Date(Date.now() - 2 * 86_400_000)
  await page
    .getByTestId('close-through')
    .first()
    .locator('input')
    .fill(`${past.getUTCMonth() + 1}/${past.getUTCDate()}/${past.getUTCFullYear()}`)
  await page.getByTestId('close-period').first().click()
  await expect(page.getByText(/^Closed through \w+ \d/)).toBeVisible()
  await visit(page, '/register?account=operating')
  await page.locator('[data-number]').first().click()
  await button(page, 'Cancel the payment').click()
  await giveReason(page, 'Reason', 'paid twice')
  await expect(page.getByTestId('act-date')).toBeVisible()
  const open = new Date(past.getTime() + 86_400_000)
  await page
    .getByLabel('Reversal date', { exact: true })
    .fill(`${open.getUTCMonth() + 1}/${open.getUTCDate()}/${open.getUTCFullYear()}`)
  await page.getByTestId('ask-go').click()
  await expect(page.getByTestId('act-cancel')).toBeHidden()
  expect((await todayOf(page, 'Operating'))[3]).not.toBe(before[3])

  await addBook(page, 'Yard', 'handwritten pad', '301', '325')
  await expect(page.getByTestId('book-open')).toBeHidden()
  await visit(page, '/register?account=yard')
  await page.getByRole('link', { name: 'Record a handwritten check', exact: true }).click()
  await expect(page.getByTestId('hand-number').locator('input')).toHaveValue('301')
  const form = drawForm(page)
  await form.payee.fill('SHORELINE timber')
  await page.keyboard.press('Tab')
  await form.amount.fill('120')
  await form.draw.click()
  await expect(page.getByTestId('hand-number').locator('input')).toHaveValue('302')
  await visit(page, '/register?account=yard')
  await page.getByLabel('Search number, payee or amount', { exact: true }).fill('301')
  await page.locator('[data-number="301"]').click()
  await expect(page.getByText('Written by hand.')).toBeVisible()
  expect(text(await saved(page, 'act-copy-save'))).toContain('Copy of the stub of check 301')

  await visit(page, '/lane?account=operating')
  await button(page, 'Edit or withdraw').click()
  await button(page, 'Withdraw').click()
  await giveReason(page, 'Reason for withdrawing', 'not due yet')
  await button(page, 'Withdraw payment').click()
  await expect(page.getByTestId('count')).toHaveText('11')
  await button(page, 'Bring back').click()
  await expect(page.getByTestId('count')).toHaveText('12')
  await proofHolds(page)
  const csv = readFileSync(await saved(page, 'proof-csv'), 'utf8')
  expect(csv.split('\r\n')[0]).toContain('Number book')

  await visit(page, '/office/trail')
  await expect(page.getByTestId('trail')).toContainText('Handwritten check recorded')
  await button(page, 'Check the chain').click()
  await expect(page.getByTestId('trail-checked')).toContainText('the chain holds')
  const file = await saved(page, 'trail-save')
  expect(execFileSync('npm', ['run', '-s', 'audit', '--', '--trail', file], { encoding: 'utf8' })).toContain(
    'chain intact',
  )
})

test('runs on several accounts are started together, and each stands open on its own', async ({ page }) => {
  await demoOffice(page)
  await visit(page, '/run/together')
  await expect(page.getByTestId('group-payroll')).toContainText('waits for its count-off')
  await page.getByTestId('start-together').click()
  for (const account of ['operating', 'yard'])
    await expect(page.getByTestId(`group-${account}`)).toContainText('a run is being prepared')
  await page.getByTestId('group-yard').getByRole('link', { name: 'Continue' }).click()
  await expect(page.getByTestId('load-done')).toBeVisible()
})

test('a long list draws only the rows in sight, and a number asked for is brought there', async ({
  page,
}) => {
  await demoOffice(page)
  await visit(page, '/register?account=payroll')
  const rows = page.locator('tr[data-number]')
  await expect(rows.first()).toBeVisible()
  expect(await rows.count()).toBeLessThan(60)
  await page.getByLabel('Search number, payee or amount', { exact: true }).fill('20001')
  await expect(rows).toHaveCount(1)
  await visit(page, '/books/payroll-book?number=20150')
  await expect(page.getByTestId('numbers').getByText('20150', { exact: true })).toBeInViewport()
  expect(await page.getByTestId('numbers').locator('tr.pickable').count()).toBeLessThan(60)
})

test('a number that came from outside stands in red words in the proof, with a link to it', async ({
  page,
}) => {
  await demoOffice(page)
  await writeByHand(page, 'numbers', 'yard-book/9000', {
    ...{ id: 'yard-book/9000', bookId: 'yard-book', accountId: 'yard', number: 9000, fate: 'issued' },
    ...{ why: '', at: '', check: null, life: [] },
  })
  await visit(page, '/books/proof')
  await expect(page.getByTestId('problems')).toContainText('9000 recorded as issued, the book says none')
  await expect(page.getByTestId('proof-holds')).toBeHidden()
  await expect(page.getByTestId('proof-findings')).toContainText(
    'Rows of check numbers are not as the last action left them',
  )
  await page.getByTestId('problems').getByRole('link', { name: '9000' }).click()
  await expect(page).toHaveURL(/yard-book\?number=9000/)
})

test('a payee renamed in the store by hand is found, Today says so, and the next act does not cover it up', async ({
  page,
}) => {
  await demoOffice(page)
  await writeByHand(page, 'payees', 'yard-runa-pellam', { address: ['1 Elsewhere Street'] })
  await visit(page, '/office')
  await page.getByLabel('Name', { exact: true }).fill('Second Clerk')
  await page.getByTestId('name-keep').click()
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Second Clerk')
  await visit(page, '/books/proof')
  await expect(page.getByTestId('proof-findings')).toHaveText(
    'Rows of payees are not as the last action left them.',
  )
  await visit(page, '/')
  await expect(page.getByTestId('record-state')).toContainText('1 problem found')
})

test('the line and mark on a cover page are held against the trail: as copied, wrong by a digit, and cut off', async ({
  page,
}) => {
  await demoOffice(page)
  await visit(page, '/books/proof')
  const head = await page.getByTestId('proof-head').innerText()
  const [copied, mark] = /[\d,]+, mark ([0-9a-f]{8})/.exec(head)!
  const field = page.getByTestId('proof-mark')
  const compare = async (text: string): Promise<void> => {
    await field.locator('input').fill(text)
    await field.locator('input').press('Enter')
  }
  await compare(copied)
  await expect(field).toContainText('the same mark here')
  const other = mark!.startsWith('0') ? '1' : '0'
  await compare(copied.replace(mark!, other + mark!.slice(1)))
  await expect(field).toContainText(`has the mark ${mark} here, not ${other}`)
  await compare(`999,999, mark ${mark}`)
  await expect(field).toContainText('The trail has no line 999,999')
  await compare(mark!)
  await expect(field).toContainText('Type the number of the line and its mark')
})
