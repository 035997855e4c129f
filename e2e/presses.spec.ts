import type { Page } from '@playwright/test'
import {
  readPack,
  button,
  byKeys,
  demoOffice,
  drawDetails,
  drawForm,
  empty,
  enterTwice,
  expect,
  fillFirstAccount,
  giveReason,
  reopen,
  test,
  toPrintStep,
  todayOf,
  visit,
  loadPack,
} from './office'
import { troublesOfSight } from './hands/looks'
import { truthOf, wholeStore } from './hands/truth'

const said = (page: Page) => page.getByRole('status').filter({ hasText: /Drew|Recorded/ })

test('the draw form: two presses draw one payment, the next name stands alone, a half-typed form outlives its tab, another company clears it', async ({
  page: first,
  context,
}) => {
  let page = first
  await demoOffice(page)
  const before = (await truthOf(page)).acts
  await visit(page, '/lane/draw?account=operating')
  let form = drawForm(page)
  // All faults at once, each at its field, the focus on the first.
  await form.draw.press('Enter')
  for (const fault of ['Enter the payee', 'Enter an amount', 'Choose a ledger account'])
    await expect(page.getByText(fault)).toBeVisible()
  await expect(form.payee).toBeFocused()

  await page.keyboard.type('Saltgrass Bakery')
  await page.keyboard.press('Tab')
  await form.amount.fill('.50')
  await expect(page.getByTestId('amount')).toContainText('$0.50')
  await form.amount.press('Enter')
  await form.amount.press('Enter')
  await expect(said(page)).toContainText('$0.50 to Saltgrass Bakery')
  expect((await truthOf(page)).acts).toBe(before + 1)
  await expect(form.payee).toBeFocused()
  await page.keyboard.type('cobalt rope')
  await expect(form.payee).toHaveValue('cobalt rope')
  await form.amount.fill('12.')
  await drawDetails(page)
  await form.memo.fill('half-typed')

  page = await reopen(page, context)
  form = drawForm(page)
  await expect(form.payee).toHaveValue('cobalt rope')
  await expect(form.memo).toHaveValue('half-typed')
  await expect(form.amount).toHaveValue('12.')
  await expect(page.getByTestId('ledger')).not.toHaveText(/^Ledger account$/)

  // Payees and ledger accounts are the company’s: what stays is what belongs to nobody.
  await visit(page, '/accounts')
  const truth = await wholeStore(page)
  const own = truth.accounts.find(a => a.id === 'operating')!
  const other = truth.accounts.find(a => a.companyId !== own.companyId)!
  await visit(page, '/lane/draw?account=operating')
  await expect(form.payee).toHaveValue('cobalt rope')
  await page.locator('.few').getByRole('button', { name: other.name }).click()
  await expect(form.payee).toHaveValue('')
  await expect(form.memo).toHaveValue('')
  await expect(form.amount).toHaveValue('12.')

  // A payee that is taken out again is an empty one, after a reload too.
  await form.payee.fill('Nobody')
  await page.keyboard.press('Tab')
  await form.payee.fill('')
  await page.keyboard.press('Tab')
  // Nobody reloads within the moment in which the last letter is written down.
  await page.waitForTimeout(150)
  await page.reload()
  await expect(form.amount).toHaveValue('12.')
  await form.draw.click()
  await expect(page.getByText('Enter the payee')).toBeVisible()
})

test('a check written by hand: the number moves on, and an old message does not stand beside a refusal', async ({
  page,
}) => {
  await demoOffice(page)
  const pad = (await wholeStore(page)).books.find(b => b.kind === 'handwritten pad')!
  await visit(page, `/lane/draw?account=${pad.accountId}&pad=${pad.id}`)
  const form = drawForm(page)
  const number = page.getByTestId('hand-number').locator('input')
  await expect(number).not.toHaveValue('')
  const at = Number(await number.inputValue())
  await form.payee.fill('Saltgrass Bakery')
  await form.payee.press('Tab')
  await form.amount.fill('8')
  await form.draw.dblclick()
  await expect(said(page)).toContainText(`Recorded check ${at} to Saltgrass Bakery`)
  await expect(number).toHaveValue(String(at + 1))
  await form.payee.fill('Saltgrass Bakery')
  await form.payee.press('Tab')
  await form.amount.fill('9')
  await number.fill(String(at))
  await form.draw.click()
  await expect(page.getByText(new RegExp(`${at} .*(issued|taken|used)`)).first()).toBeVisible()
  await expect(said(page)).toHaveCount(0)
})

test.describe('before anything was entered', () => {
  test.use(empty)
  test('Enter twice opens one account', async ({ page }) => {
    await visit(page, '/')
    await page.getByRole('button', { name: 'Start empty' }).dblclick()
    await visit(page, '/accounts/new')
    await fillFirstAccount(page, '123456780')
    await page.getByLabel('Book balance today').press('Enter')
    await page.keyboard.press('Enter')
    await expect(page.getByTestId('ready')).toBeVisible()
    const { accounts, books, trail } = await wholeStore(page)
    expect([accounts.length, books.length, trail.length]).toEqual([1, 1, 1])
  })
})

test('a double click on a button that is refused keeps the focus on it', async ({ page }) => {
  await demoOffice(page)
  await visit(page, '/run/new?account=yard')
  await expect(page.getByTestId('pick-done')).toBeEnabled()
  await page.evaluate(() => {
    IDBObjectStore.prototype.put = () => {
      throw new DOMException('no room', 'QuotaExceededError')
    }
  })
  await page.getByTestId('pick-done').dblclick()
  await expect(page.getByText('Nothing was changed')).toBeVisible()
  await expect(page.getByTestId('pick-done')).toBeFocused()
})

test('a double click on what goes away leaves the focus where the page put it', async ({ page }) => {
  await demoOffice(page)
  await visit(page, '/run/new?account=yard')
  await page.getByTestId('pick-done').click()
  await loadPack(page)
  await button(page, 'Looks right').dblclick()
  await expect(page.getByTestId('print-effect')).toBeVisible()
  await page.waitForTimeout(400)
  expect(await page.evaluate(() => document.activeElement === document.body)).toBe(false)
})

test('Enter twice picks, and does not load the pack that nobody has looked at', async ({ page }) => {
  await demoOffice(page)
  await visit(page, '/run/new?account=yard')
  await expect(page.getByTestId('pick-done')).toBeFocused()
  const before = (await truthOf(page)).acts
  await enterTwice(page)
  await expect(page.getByTestId('top-number')).toBeFocused()
  await page.waitForTimeout(300)
  const now = await truthOf(page)
  expect([now.acts - before, await page.getByTestId('load-done').isVisible()]).toEqual([1, true])
})

test('a number on the pack that is wrong by a digit uses nothing up, and is asked about with the numbers named', async ({
  page,
}) => {
  await demoOffice(page)
  await visit(page, '/run/new?account=operating')
  await page.getByTestId('pick-done').click()
  await readPack(page)
  const expected = await page.getByTestId('expected').innerText()
  const numbers = (await wholeStore(page)).numbers.length
  await page.getByTestId('top-number').fill(String(Number(expected) + 1700))
  await expect(page.getByTestId('gap')).toBeVisible()
  await page.getByTestId('gap').getByLabel('Reason').fill('not in the box')
  await expect(page.getByTestId('gap-sure')).toBeVisible()
  await expect(page.getByTestId('gap-done')).toBeDisabled()
  expect((await wholeStore(page)).numbers.length).toBe(numbers)
  await page.getByTestId('top-number').fill(expected)
  await loadPack(page)
  await expect(page.getByTestId('pdf-ready')).toBeVisible()
  expect((await wholeStore(page)).numbers.length).toBe(numbers)
})

test('a fate given twice in a row: the reason is asked for anew, and the focus stands where the next one begins', async ({
  page,
}) => {
  await demoOffice(page)
  await visit(page, '/books/operating-book')
  const field = (name: string) => page.getByTestId(`fate-${name}`).locator('input:not([type=hidden])')
  const before = (await truthOf(page)).acts
  for (const number of ['4298', '4299']) {
    await field('from').fill(number)
    await expect(field('why')).toHaveValue('')
    await expect(page.getByTestId('fate-give')).toBeDisabled()
    await field('why').fill('lost box')
    await page.getByTestId('fate-give').dblclick()
    await expect(page.getByText(`${number} missing.`)).toBeVisible()
    await expect(field('from')).toBeFocused()
  }
  // A number that the book does not hold is refused where it was typed.
  await field('from').fill('99999')
  await field('why').fill('lost box')
  await page.getByTestId('fate-give').click()
  await expect(page.getByTestId('fate-fault')).toHaveText('Number 99999 is not in the number book.')
  await expect(field('from')).toHaveValue('99999')
  expect((await truthOf(page)).acts).toBe(before + 2)
})

test('a check replaced, then cancelled in the lane: the balances are shown before and after, and agree with Today', async ({
  page,
}) => {
  await demoOffice(page)
  await visit(page, '/register?account=operating')
  const row = page.locator('tr[data-number]').filter({ hasText: 'issued' }).first()
  const number = Number(await row.getAttribute('data-number'))
  await row.click()
  await button(page, 'Replace').click()
  await giveReason(page, 'Reason', 'lost in the mail')
  await page.getByTestId('ask-go').dblclick()
  await expect(page.getByTestId('ask-go')).toHaveCount(0)

  const { numbers, payments } = await wholeStore(page)
  const paid = numbers.find(n => n.accountId === 'operating' && n.number === number)!.check!.paymentId
  const payment = payments.find(p => p.id === paid)!
  expect(payment.state).toBe('waiting')
  await visit(page, '/lane?account=operating')
  await page.locator(`tr[data-row="${payment.id}"]`).click()
  await button(page, 'Edit or withdraw').click()
  await button(page, 'Cancel the payment').click()
  await giveReason(page, 'Reason', 'paid twice')
  const after = await page
    .getByRole('dialog')
    .getByTestId('balances')
    .locator('tbody tr td:nth-child(3)')
    .allInnerTexts()
  await page.getByTestId('ask-go').dblclick()
  await expect(page.getByTestId('ask-go')).toHaveCount(0)
  expect((await todayOf(page, 'Operating')).slice(3)).toEqual(after)
  const entries = (await wholeStore(page)).entries.filter(e => e.paymentId === payment.id)
  expect(entries.length).toBe(2)
  expect(entries[1]!.date >= entries[0]!.date).toBe(true)
})

test('where the browser opens no window, nothing is printed and the PDF is offered', async ({ page }) => {
  await demoOffice(page)
  await toPrintStep(page, 'yard')
  const before = await wholeStore(page)
  await page.evaluate(() => {
    window.open = () => null
  })
  await page.getByTestId('print-open').click()
  await expect(page.getByText(/blocked the window/)).toBeVisible()
  const now = await wholeStore(page)
  expect([now.numbers.length, now.trail.length]).toEqual([before.numbers.length, before.trail.length])
  const download = page.waitForEvent('download')
  await button(page, 'Save as PDF instead').click()
  await download
  await expect(page.getByTestId('count-off')).toBeVisible()
})

test('a half-done count-off outlives its tab', async ({ page: first, context }) => {
  let page = first
  await demoOffice(page)
  await page.getByTestId('waits-for-count').getByRole('link', { name: 'Count off' }).click()
  await page.locator('[data-sheet]').nth(1).focus()
  await page.keyboard.press('s')
  await page.keyboard.type('toner smeared')
  await page.waitForTimeout(500)
  page = await reopen(page, context)
  await expect(page.locator('[data-sheet]').nth(1)).toContainText(/spoiled/i)
  await expect(page.locator('.why input').first()).toHaveValue('toner smeared')
})

test('from Today to counted off by the keyboard alone, in under 40 presses', async ({ page, context }) => {
  await demoOffice(page)
  const { press, onto, presses } = byKeys(page)
  await onto('[data-test=today] a[href*="lane?account=operating"]')
  await press('Enter')
  await expect(page.getByTestId('start-run')).toBeVisible()
  await onto('[data-test=start-run]')
  await press('Enter')
  await expect(page.getByTestId('pick-done')).toBeFocused()
  await press('Enter')
  await expect(page.getByTestId('top-number')).toBeFocused()
  await readPack(page)
  await press('Enter')
  await expect(page.getByTestId('proof-done')).toBeFocused()
  await press('Enter')
  await expect(page.getByTestId('print-open')).toBeFocused()
  const opened = context.waitForEvent('page')
  await press('Enter')
  await (await opened).close()
  await expect(page.locator('[data-sheet]').first()).toBeFocused()
  await press('a')
  await expect(page.getByTestId('count-off')).toBeFocused()
  await press('Enter')
  await expect(page.getByTestId('outcomes')).toBeVisible()
  console.log(`from Today to counted off: ${presses()} presses of a key`)
  expect(presses()).toBeLessThan(40)
})

test('twenty accounts: the one a page is about is chosen from a list, by typing a part of its name', async ({
  page,
}) => {
  await demoOffice(page)
  await page.evaluate(
    () =>
      new Promise<void>(done => {
        const open = indexedDB.open('violet-lane')
        open.onsuccess = () => {
          const at = open.result.transaction(['accounts', 'books'], 'readwrite')
          const copied = (table: string, key: string, as: (n: number) => object): void => {
            const like = at.objectStore(table).get(key)
            like.onsuccess = () => {
              for (let n = 1; n <= 17; n++) at.objectStore(table).put({ ...like.result, ...as(n) })
            }
          }
          copied('accounts', 'operating', n => ({
            id: `more-${n}`,
            bookId: `book-${n}`,
            name: `Berth ${n} of the long quay`,
          }))
          copied('books', 'operating-book', n => ({ id: `book-${n}`, accountId: `more-${n}` }))
          at.oncomplete = () => {
            open.result.close()
            done()
          }
        }
      }),
  )
  // Loaded, not gone to: the rows were written behind the back of the app.
  await page.goto('/lane?account=operating')
  const choice = page.getByRole('combobox', { name: 'Bank account' })
  await choice.fill('berth 17')
  await page.getByRole('option', { name: /Berth 17/ }).click()
  await expect(page).toHaveURL(/account=more-17/)
  expect(await troublesOfSight(page)).toEqual([])
  await page.setViewportSize({ width: 640, height: 400 })
  expect(await troublesOfSight(page)).toEqual([])
})
