import { readFileSync, writeFileSync } from 'node:fs'
import type { Locator, Page, TestInfo } from '@playwright/test'
import { addDays, plainDate, type PlainDate } from '../core/base/dates'
import { must } from '../core/base/result'
import type { IncomingLine } from '../core/bank/bankLine'
import { writeCamt, writeOfx, type Written } from '../core/practice/statementFiles'
import { cents } from '../core/money/cents'
import type { CheckNumber } from '../core/numbers/book'
import { button, demoOffice, enterTwice, expect, settled, test, visit } from './office'

/** What the store says of the open statement of an account, and of its issued checks. */
async function truth(page: Page, account: string) {
  return page.evaluate(async id => {
    const open = indexedDB.open((await indexedDB.databases())[0]!.name!)
    await new Promise(done => (open.onsuccess = done))
    const all = (table: string): Promise<Record<string, never>[]> =>
      new Promise(done => {
        const asked = open.result.transaction(table).objectStore(table).getAll()
        asked.onsuccess = () => done(asked.result as Record<string, never>[])
      })
    const [statements, numbers, accounts] = [
      await all('statements'),
      await all('numbers'),
      await all('accounts'),
    ]
    open.result.close()
    const statement = statements.find(s => s.accountId === id && !s.closing) as unknown as {
      from: string
      opening: number
    }
    const checks = numbers
      .filter(n => n.accountId === id && n.fate === 'issued')
      .map(n => n as unknown as { number: number; check: { amount: number; date: string; payee: string } })
    const own = accounts.find(a => a.id === id) as unknown as { account: string }
    return { statement, checks, account: own.account }
  }, account)
}
const dateOf = (text: string): PlainDate => must(plainDate(text))
/** A statement of an account in the demo: some of its checks as paid, with a deposit and a fee. */
async function statementOf(page: Page, account: string, count: number): Promise<Written> {
  const { statement, checks, account: number } = await truth(page, account)
  const from = dateOf(statement.from)
  const through = addDays(from, 20)
  const paid = checks.slice(0, count).map((c): IncomingLine => ({
    date: addDays(from, 3),
    amount: cents(-c.check.amount),
    number: c.number as CheckNumber,
    text: 'CHECK',
    reference: `R${c.number}`,
  }))
  return {
    ...{ account: number, from, through, opening: statement.opening },
    lines: [
      ...paid,
      { date: addDays(from, 4), amount: cents(777_00), text: 'COUNTER DEPOSIT', reference: 'D1' },
      { date: addDays(from, 20), amount: cents(-9_50), text: 'ACCOUNT FEE', reference: 'F1' },
    ],
  }
}
/** The bank's page of the yard in the demo, and a statement for it with two of its checks. */
async function yardStatement(page: Page): Promise<Written> {
  await demoOffice(page)
  await visit(page, '/bank?account=yard')
  await expect(page.getByTestId('bank-summary')).toBeVisible()
  return statementOf(page, 'yard', 2)
}
async function give(page: Page, info: TestInfo, name: string, text: string): Promise<void> {
  const path = info.outputPath(name)
  writeFileSync(path, text)
  await page.getByTestId('bank-give').setInputFiles(path)
}
const rowWith = (page: Page, text: string): Locator =>
  page.getByTestId('bank-lines').locator('tr.pickable').filter({ hasText: text })
async function enterLine(page: Page, text: string, kind: RegExp, ledger: RegExp): Promise<void> {
  await rowWith(page, text).click()
  await page.getByTestId('act-enter').click()
  await page.getByTestId('movement-kind').click()
  await page.getByRole('option', { name: kind }).click()
  await page.getByTestId('movement-ledger').click()
  await page.getByRole('option', { name: ledger }).click()
}

test('a month from camt.053: checks are paid, a fee and a deposit entered, a rule remembered, closed, reopened and closed again', async ({
  page,
}, info) => {
  const of = await yardStatement(page)
  await give(page, info, 'yard.xml', writeCamt(of, 8))
  await expect(page.getByTestId('bank-file-lines')).toContainText('New')
  await page.getByTestId('bank-import').dblclick()
  await expect(page.getByTestId('lines-matched')).toHaveText(/Matched 2/)
  // What no check is must be entered before bank and books agree.
  await expect(page.getByTestId('bank-difference')).toHaveText('$767.50')
  await expect(page.getByTestId('close-statement')).toBeDisabled()
  await enterLine(page, 'COUNTER DEPOSIT', /^Deposit/, /^4020/)
  await page.getByTestId('enter-go').dblclick()
  await expect(page.getByTestId('lines-open')).toHaveText(/To look at 1/)
  await enterLine(page, 'ACCOUNT FEE', /^Bank fee/, /^6900/)
  await page.getByTestId('remember').locator('input').check()
  await page.getByTestId('enter-go').click()
  await expect(page.getByTestId('bank-difference')).toHaveText('$0.00')
  await settled(page)
  await page.getByTestId('close-statement').dblclick()
  await expect(page.getByTestId('lines-all')).toHaveText(/All 0/)

  await visit(page, '/bank/rules?account=yard')
  await expect(page.getByTestId('rules')).toContainText('ACCOUNT FEE')
  await visit(page, '/bank/closed?account=yard')
  await page.getByTestId('reopen').click()
  await page.getByTestId('why').locator('input').fill('A line was wrong')
  await page.getByTestId('ask-go').click()
  await visit(page, '/bank?account=yard')
  await page.getByTestId('lines-matched').click()
  await rowWith(page, 'ACCOUNT FEE').click()
  await page.getByTestId('undo-match').click()
  await expect(page.getByTestId('bank-difference')).toHaveText('-$9.50')
  await page.getByTestId('lines-open').click()
  // The fee is in the register: Enter matches it again.
  await rowWith(page, 'ACCOUNT FEE').focus()
  await page.keyboard.press('Shift')
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('lines-open')).toHaveText(/To look at 0/)
  await settled(page)
  await page.getByTestId('close-statement').click()
  await expect(page.getByTestId('lines-all')).toHaveText(/All 0/)
})

test('a file that comes again, in another format or overlapping, doubles nothing; one of another account is asked about', async ({
  page,
}, info) => {
  const of = await yardStatement(page)
  await give(page, info, 'yard.xml', writeCamt(of, 2))
  await page.getByTestId('bank-import').click()
  await expect(page.getByTestId('lines-all')).toHaveText(/All 4/)
  await give(page, info, 'yard.ofx', writeOfx(of, 1))
  await expect(page.getByTestId('bank-import')).toHaveText('No new lines to import')
  await button(page, 'Another file').click()
  const later = { ...of, lines: [...of.lines, { ...of.lines[2]!, reference: 'D2' }] }
  await give(page, info, 'later.ofx', writeOfx(later, 2))
  await expect(page.getByTestId('bank-import')).toHaveText('Import 1 new line')
  await page.getByTestId('bank-import').click()
  await expect(page.getByTestId('lines-all')).toHaveText(/All 5/)
  await give(page, info, 'other.ofx', writeOfx({ ...of, account: '999' }, 1))
  await expect(page.getByTestId('bank-file-account')).toContainText('This file is for account')
  await button(page, 'Another file').click()
  await give(page, info, 'broken.ofx', writeOfx(of, 1).replace('777.00', '7,770'))
  await expect(page.getByTestId('bank-fault')).toContainText('is not an amount')
})

test('what must be looked at: an altered amount is accepted, a spoiled check reported, a note kept, all in the number’s history', async ({
  page,
}) => {
  await demoOffice(page)
  await visit(page, '/bank?account=operating')
  await rowWith(page, 'amount differs').click()
  await expect(page.getByTestId('bank-reason')).toContainText('Two digits are swapped.')
  const number = await page.getByTestId('bank-line').getByRole('link').first().innerText()
  await page.getByTestId('act-accept').click()
  await page.getByTestId('accept-ledger').click()
  await page.getByRole('option', { name: /^6900/ }).click()
  await page.getByTestId('accept-go').dblclick()
  await expect(rowWith(page, 'amount differs')).toHaveCount(0)
  await rowWith(page, 'spoiled').click()
  const download = page.waitForEvent('download')
  await page.getByTestId('act-report').click()
  expect((await download).suggestedFilename()).toMatch(/^bank-\d+\.pdf$/)
  await expect(page.getByTestId('bank-line')).toContainText('Reported to the bank')
  await page.getByTestId('act-note').click()
  await page.getByTestId('line-note').locator('input').fill('Copy asked for')
  await button(page, 'Save note').click()
  await expect(page.getByTestId('bank-line')).toContainText('Note: Copy asked for')
  await visit(page, `/books/operating-book?number=${number}`)
  await expect(page.getByTestId('life')).toContainText('paid by the bank on')
})

test('a table of the bank goes through Import: columns, signs and rows, and its lines are on the statement', async ({
  page,
}, info) => {
  const of = await yardStatement(page)
  const rows = of.lines.map(l => `${l.date},${l.text},${l.number ?? ''},${-l.amount / 100}`)
  await give(page, info, 'yard.csv', `Posting date,Description,Check no,Amount\n${rows.join('\n')}\n`)
  await expect(page).toHaveURL(/\/files\?kind=statement/)
  await expect(page.getByTestId('intake-account')).toContainText('Yard')
  const counts = page.getByTestId('intake-counts')
  // Checks would be money in: the signs are asked about.
  await expect(counts).toHaveText('2 good, 0 already entered, 2 wrong')
  await page.getByTestId('intake-reverse').locator('input').check()
  await expect(counts).toHaveText('4 good, 0 already entered, 0 wrong')
  await settled(page)
  await page.getByTestId('intake-take').click()
  await page.getByRole('link', { name: 'See the bank lines' }).click()
  await expect(page.getByTestId('lines-matched')).toHaveText(/Matched 2/)
})

test('the register: a transfer is in both accounts, and is reversed with a reason', async ({ page }) => {
  await demoOffice(page)
  await visit(page, '/register?account=operating')
  await page.getByTestId('enter-movement').click()
  await page.getByTestId('movement-out').locator('input').check()
  await page.getByTestId('movement-kind').click()
  await page.getByRole('option', { name: 'Transfer' }).click()
  await page.getByTestId('movement-amount').locator('input').fill('1,250.00')
  await page.getByTestId('movement-account').click()
  await page.getByRole('option', { name: 'Payroll' }).click()
  await page.getByTestId('movement-text').locator('input').fill('For wages')
  await page.getByTestId('ask-go').dblclick()
  const line = page.getByTestId('register').locator('tr.pickable').filter({ hasText: 'For wages' })
  await expect(line).toHaveCount(1)
  await expect(line).toContainText('-1,250.00')
  await visit(page, '/register?account=payroll')
  await expect(line).toContainText('1,250.00')
  await line.click()
  await page.getByTestId('reverse').click()
  await page.getByTestId('reverse-why').locator('input').fill('Not needed')
  await page.getByTestId('ask-go').dblclick()
  await expect(line).toHaveCount(2)
  await expect(line.first()).toContainText('reversed')
})

test('files to the bank: each issued check once, each end once, kept as sent; a layout is edited under its ruler', async ({
  page,
}) => {
  await demoOffice(page)
  await visit(page, '/bank/files?account=yard')
  await page.getByTestId('begin-fixed').click()
  const waiting = page.getByTestId('pay-waiting')
  await expect(waiting.getByRole('heading')).toHaveText(/^\d+ checks to report/)
  const count = Number((await waiting.getByRole('heading').innerText()).split(' ')[0])
  await page.getByTestId('layout-edit').click()
  await page.getByTestId('layout-name').locator('input').fill('First Lantern')
  await page.getByLabel('Width of column 6').fill('12')
  await page.getByLabel('Width of column 6').press('Tab')
  await page.getByTestId('layout-save').click()
  await expect(page.getByTestId('pay-layout-choice')).toContainText('First Lantern')
  await settled(page)
  const download = page.waitForEvent('download')
  await page.getByTestId('pay-send').dblclick()
  const text = readFileSync(await (await download).path(), 'utf8')
  expect(text.split('\r\n').filter(l => l.startsWith('D'))).toHaveLength(count)
  await expect(waiting.getByRole('heading')).toHaveText('Nothing new to report')
  await expect(page.getByTestId('pay-sent').locator('tbody tr')).toHaveCount(1)

  await visit(page, '/register?account=yard')
  await page.getByTestId('register').locator('tr.pickable').filter({ hasText: 'issued' }).first().click()
  await page.getByTestId('act-replace').click()
  await page.getByRole('dialog').getByLabel('Reason').fill('Lost in the mail')
  await page.getByTestId('ask-go').click()
  await visit(page, '/')
  await expect(page.getByTestId('bank-today').getByRole('row', { name: /Yard/ })).toContainText('1')
  await visit(page, '/bank/files?account=yard')
  await expect(waiting).toContainText('voided or stopped')
  const again = page.waitForEvent('download')
  await page.getByRole('button', { name: /^Save again: / }).click()
  expect(readFileSync(await (await again).path(), 'utf8')).toBe(text)
})

test('Enter goes down the list: each deposit is matched once, an impatient second press matches no other, and the focus is on the next line', async ({
  page,
}) => {
  await demoOffice(page)
  await visit(page, '/bank?account=operating')
  const deposits = page.getByTestId('bank-lines').locator('tr.pickable').filter({ hasText: 'Enter: Deposit' })
  await expect(deposits).toHaveCount(3)
  await deposits.first().focus()
  await enterTwice(page)
  await expect(page.getByTestId('lines-matched')).toHaveText(/Matched 2/)
  for (let i = 0; i < 2; i++) {
    // Another key in between makes the next Enter a press of its own.
    await page.keyboard.press('Shift')
    await page.keyboard.press('Enter')
  }
  await expect(page.getByTestId('lines-matched')).toHaveText(/Matched 4/)
  await expect(deposits).toHaveCount(0)
  await expect(page.getByTestId('bank-lines').locator('tr.pickable:focus')).toHaveCount(1)
})
