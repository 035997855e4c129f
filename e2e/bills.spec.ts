import { readFileSync } from 'node:fs'
import {
  button,
  byKeys,
  demoOffice,
  drawForm,
  enterTwice,
  expect,
  giveReason,
  test,
  todayOf,
  visit,
  readPack,
  settled,
} from './office'

/** Bills of the Friday by keyboard: `FRIDAY=60` is a whole one. */
const PILE = Number(process.env.FRIDAY ?? 20)

test(`a Friday of ${PILE} bills by the keyboard alone: from the pile to counted-off checks`, async ({
  page,
  context,
}) => {
  test.setTimeout(400_000)
  await demoOffice(page)
  await visit(page, '/bills/payees')
  await expect(page.getByTestId('payees').locator('tbody tr.pickable').first()).toBeVisible()
  const known = (await page.getByTestId('payees').locator('tbody tr td:first-child').allInnerTexts()).map(t =>
    t.trim(),
  )
  // Suppliers alone: those whose pay comes by another way have a mark in their code, one is on hold.
  const suppliers = known.filter(c => c && !c.endsWith('-P') && c !== 'ANCL').slice(0, 12)
  expect(suppliers.length, known.join(' ')).toBeGreaterThan(5)
  const { press, onto, presses } = byKeys(page)
  await visit(page, '/bills')
  await onto('[data-test=take-in]', 'Shift+Tab')
  await press('Enter')
  await expect(page.getByRole('combobox', { name: 'Payee, by code or name' })).toBeFocused()
  for (let i = 0; i < PILE; i++) {
    await page.keyboard.type(suppliers[i % suppliers.length]!)
    await press('Tab')
    await page.keyboard.type(`F-${7000 + i}`)
    await press('Tab')
    // The first bill tells the day; those after it begin with that.
    if (i === 0) await page.keyboard.type('-45')
    await press('Tab')
    await page.keyboard.type(`${20 + i}.50`)
    await press('Enter')
    await expect(page.getByTestId('pile-entered').locator('tr')).toHaveCount(i + 1)
    await expect(page.getByRole('combobox', { name: 'Payee, by code or name' })).toHaveValue('')
  }
  expect(presses()).toBeLessThanOrEqual(6 * PILE)
  const sum = PILE * 20.5 + (PILE * (PILE - 1)) / 2
  await expect(page.getByTestId('pile-sum')).toHaveText(
    `$${sum.toLocaleString('en-US', { minimumFractionDigits: 2 })}`,
  )
  await onto('a[href^="/bills/settle"]', 'Shift+Tab')
  await press('Enter')
  await expect(page.getByTestId('to-come')).toContainText('F-7000')
  const checks = await page.getByTestId('to-come').locator('> li').count()
  await onto('[data-test=settle-go]')
  await press('Enter')
  await expect(page.getByTestId('to-come').locator('> li')).toHaveCount(0)
  await onto('nav[aria-label=Places] a[href="/lane"]', 'Shift+Tab')
  await press('Enter')
  await expect(page.getByTestId('count')).toHaveText(String(12 + checks))
  await onto('[data-test=start-run]')
  await press('Enter')
  for (const [step, key] of [
    ['pick-done', 'Enter'],
    ['top-number', 'Enter'],
    ['proof-done', 'Enter'],
  ] as const) {
    await expect(page.getByTestId(step)).toBeFocused()
    if (step === 'top-number') await readPack(page)
    await press(key)
  }
  await expect(page.getByTestId('print-open')).toBeFocused()
  const opened = context.waitForEvent('page')
  await press('Enter')
  await (await opened).close()
  await expect(page.locator('[data-sheet]').first()).toBeFocused()
  await press('a')
  await expect(page.getByTestId('count-off')).toBeFocused()
  await press('Enter')
  await expect(page.getByTestId('outcomes')).toBeVisible()
  console.log(`a Friday of ${PILE} bills, ${checks} checks: ${presses()} presses of a key besides text`)
  expect(presses()).toBeLessThan(4 * PILE + 100)
  await visit(page, '/bills')
  await page.getByLabel('Search number, payee or amount', { exact: true }).fill(`F-${7000 + PILE - 1}`)
  await page.getByRole('combobox', { name: 'Show' }).press('Enter')
  await page.getByRole('option', { name: 'All, newest first' }).click()
  await expect(page.getByTestId('bills').locator('tr.pickable')).toHaveCount(1)
  await page.getByTestId('bills').locator('tr.pickable').click()
  await expect(page.getByTestId('paid-by')).toContainText('issued')
})

test('the same bill twice is refused until it is explained, one that looks like it is pointed out', async ({
  page,
}) => {
  await demoOffice(page)
  await visit(page, '/bills/pile')
  const payee = page.getByRole('combobox', { name: 'Payee, by code or name' })
  const fill = async (number: string, amount: string): Promise<void> => {
    await payee.fill('cobr')
    await page.getByLabel('Bill number', { exact: true }).fill(number)
    await page.getByTestId('bill-amount').locator('input').fill(amount)
  }
  await fill('cr 9931', '5.00')
  await expect(page.getByText('This looks similar to')).toContainText('CR-9931')
  await fill('CR-9931', '5.00')
  await expect(page.getByText('Bill CR-9931 was already entered')).toBeVisible()
  await page.getByTestId('keep-bill').click()
  await expect(page.getByText('Bill CR-9931 was already entered: $1,840.00')).toBeVisible()
  await expect(page.getByLabel('Reason for entering it again', { exact: true })).toBeFocused()
  await page.getByLabel('Reason for entering it again', { exact: true }).fill('a second delivery')
  await page.getByTestId('bill-amount').locator('input').focus()
  await settled(page)
  // Enter twice enters one bill, and the next one stands alone.
  await enterTwice(page)
  await expect(page.getByTestId('pile-entered').locator('tr')).toHaveCount(1)
  await expect(payee).toBeFocused()
  await expect(payee).toHaveValue('')
  await expect(page.getByTestId('bill-number').locator('input')).toHaveValue('')
  await page.waitForTimeout(300)
  await expect(page.getByTestId('pile-entered').locator('tr')).toHaveCount(1)
  // What is half typed outlives the tab; the pile does so too.
  await fill('CR-1', '9.00')
  await page.waitForTimeout(200)
  await page.reload()
  await expect(page.getByTestId('bill-number').locator('input')).toHaveValue('CR-1')
  await expect(page.getByTestId('pile-sum')).toHaveText('$5.00')
})

test('a pile is as fast as the hand: five bills at 25 ms a key, the store slow, none lost and one to correct', async ({
  page,
}) => {
  await demoOffice(page)
  await visit(page, '/bills/pile')
  // Every act takes half a second to get its turn.
  await page.evaluate(() => {
    const locks = navigator.locks
    const request = locks.request.bind(locks) as (name: string, then: () => unknown) => Promise<unknown>
    Object.assign(locks, {
      request: async (name: string, then: () => unknown) => {
        if (!name.includes('to enter')) await new Promise(later => setTimeout(later, 500))
        return request(name, then)
      },
    })
  })
  await expect(page.getByRole('combobox', { name: 'Payee, by code or name' })).toBeFocused()
  const typed = ['COBR', 'NMAR', 'NOBODY', 'OYST', 'COBR'].map(
    (code, i) => `${code}\tP-${i}\t\t${i + 1}0.25\n`,
  )
  for (const key of typed.join(''))
    await page.keyboard.press(key === '\t' ? 'Tab' : key === '\n' ? 'Enter' : key, { delay: 25 })
  await expect(page.getByRole('combobox', { name: 'Payee, by code or name' })).toBeFocused()
  const entered = page.getByTestId('pile-entered').locator('tr')
  await expect(entered.or(page.getByTestId('pile-refused').locator('tr'))).toHaveCount(5)
  const wrong = await page.getByTestId('pile-refused').locator('tr').count()
  await expect(entered).toHaveCount(5 - wrong)
  await expect(page.getByTestId('pile-refused')).toContainText('P-2')
  await expect(page.getByTestId('pile-refused')).toContainText('No payee has this code or name')
  // The row to correct goes back into the form, and is entered once it is right.
  await page.getByRole('button', { name: 'Correct bill P-2' }).click()
  await expect(page.getByRole('combobox', { name: 'Payee, by code or name' })).toHaveValue('NOBODY')
  await page.getByRole('combobox', { name: 'Payee, by code or name' }).fill('COBR')
  await settled(page)
  await page.getByTestId('bill-amount').locator('input').press('Enter')
  await expect(page.getByTestId('pile-entered')).toContainText('P-2')
})

test('settling: a discount, a credit, a part, a later day; two tabs cannot settle one bill', async ({
  page,
  context,
}) => {
  await demoOffice(page)
  const before = await todayOf(page, 'Operating')
  await visit(page, '/bills/settle')
  const row = (text: string) => page.getByTestId('settle').locator('tr.pickable').filter({ hasText: text })
  await expect(page.getByTestId('settle-total')).toHaveText('$5,600.92')
  // The discount of one bill is left, a part of another is paid.
  await row('CR-9931').click()
  await page.getByLabel('Take the discount, $36.80').uncheck()
  await expect(page.getByTestId('settle-total')).toHaveText('$5,637.72')
  await row('WL-9905').click()
  await page.getByLabel('Amount to pay', { exact: true }).fill('9999')
  await settled(page)
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('part')).toContainText('Enter that or less')
  await page.getByLabel('Amount to pay', { exact: true }).fill('1000')
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('settle-total')).toHaveText('$4,222.72')
  const second = await context.newPage()
  await visit(second, '/bills/settle')
  await expect(second.getByTestId('settle-total')).toHaveText('$5,600.92')
  await page.getByTestId('settle-go').dblclick()
  await expect(page.getByTestId('to-come').locator('> li')).toHaveCount(0)
  // The other tab sees it at once: what is left to settle there is what is open.
  await expect(second.getByTestId('settle-total')).toHaveText('$1,415.00')
  await second.close()
  const after = await todayOf(page, 'Operating')
  expect(Number(after[0]) - Number(before[0])).toBe(4)
  const money = (text: string | undefined) => Number(text?.replaceAll(/[$,]/g, ''))
  expect(money(before[5]) - money(after[5])).toBeCloseTo(4222.72, 2)
  // A payment for a later day stands greyed in the lane, and in Pick; brought forward, it goes along.
  await visit(page, '/lane?account=yard')
  const later = page.getByTestId('lane').locator('tr', { hasText: 'scheduled for' })
  await expect(page.getByTestId('lane')).toContainText('scheduled for')
  await visit(page, '/run/new?account=yard')
  await expect(page.getByTestId('picked')).toHaveText('3 of 4')
  await visit(page, '/lane?account=yard')
  await later.click()
  await button(page, 'Edit or withdraw').click()
  await expect(page.getByTestId('change-payee').locator('input')).toBeFocused()
  await page.getByLabel('In the lane from', { exact: true }).fill('today')
  await button(page, 'Save changes').click()
  await expect(page.getByText('Changed the payment to Ironmonger Yard Supply.')).toBeVisible()
  await visit(page, '/run/new?account=yard')
  await expect(page.getByTestId('picked')).toHaveText('4 of 4')
})

test('a payee on hold keeps payments out of a run; a held bill does too, with its reason', async ({
  page,
}) => {
  await demoOffice(page)
  await visit(page, '/bills/payee/operating-cobalt-rope-rigging')
  await button(page, 'Put on hold').click()
  await page.getByTestId('why').locator('input').fill('two invoices disputed')
  await page.getByTestId('ask-go').click()
  await expect(page.getByText('On hold: two invoices disputed').first()).toBeVisible()
  await visit(page, '/run/new?account=operating')
  await expect(page.getByTestId('picked')).toHaveText('11 of 12')
  await expect(page.getByTestId('pick')).toContainText(
    'Cobalt Rope & Rigging is on hold: two invoices disputed',
  )
  await visit(page, '/lane/draw?account=operating')
  await drawForm(page).payee.fill('COBR')
  await page.keyboard.press('Tab')
  await expect(page.getByText('held back from runs until you release')).toBeVisible()
  await visit(page, '/bills/payee/operating-cobalt-rope-rigging')
  await button(page, 'Release').click()
  await expect(page.getByText('Released Cobalt Rope & Rigging.')).toBeVisible()
  await visit(page, '/run/new?account=operating')
  await expect(page.getByTestId('picked')).toHaveText('12 of 12')
})

test('a mixed check: open bills, a credit and a ledger line, with what is left to place in sight', async ({
  page,
}) => {
  await demoOffice(page)
  await visit(page, '/lane/draw?account=operating')
  const form = drawForm(page)
  await form.payee.fill('OYSP')
  await page.keyboard.press('Tab')
  await expect(page.getByText('This payee has 2 open bills')).toBeVisible()
  await page.getByTestId('pay-all').click()
  await expect(form.amount).toHaveValue('584.40')
  await expect(page.getByTestId('left-to-place')).toContainText('Left to assign: $0.00')
  await form.amount.fill('600.00')
  await expect(page.getByTestId('left-to-place')).toContainText('Left to assign: $15.60')
  await expect(form.ledger).toBeVisible()
  await form.amount.fill('500.00')
  await expect(page.getByTestId('open-bills').locator('..')).toContainText(
    'The chosen bills add up to 584.40',
  )
  await form.amount.fill('600.00')
  await form.draw.click()
  await expect(page.getByText('Drew $600.00 to Oystercatcher Print Works')).toBeVisible()
  await visit(page, '/bills/payee/operating-oystercatcher-print-works')
  await expect(page.getByTestId('payee-paid').locator('tbody tr').first()).toContainText('600.00')
  await expect(page.getByText('Nothing is open.')).toBeVisible()
  // Withdrawn, both are open again.
  await visit(page, '/lane?account=operating')
  await page.getByTestId('lane').locator('tr', { hasText: '600.00' }).click()
  await button(page, 'Edit or withdraw').click()
  await button(page, 'Withdraw').click()
  await giveReason(page, 'Reason for withdrawing', 'drawn by mistake')
  await button(page, 'Withdraw payment').click()
  await expect(page.getByText('You can bring it back')).toBeVisible()
  await expect(page.getByText('Withdrawn: Oystercatcher Print Works, $600.00')).toBeVisible()
  await visit(page, '/bills/payee/operating-oystercatcher-print-works')
  await expect(page.getByRole('heading', { name: 'Open, $584.40' })).toBeVisible()
})

test('a bill that another tab pays meanwhile is told at the form, and can be taken out', async ({
  page,
  context,
}) => {
  await demoOffice(page)
  await visit(page, '/lane/draw?account=operating')
  const form = drawForm(page)
  await form.payee.fill('COBR')
  await page.keyboard.press('Tab')
  await page.getByTestId('pay-all').click()
  await expect(form.amount).toHaveValue('2,417.17')
  const second = await context.newPage()
  await visit(second, '/bills/settle?company=ferry&bill=operating-open-2')
  await expect(second.getByTestId('settle-total')).toHaveText('$613.97')
  await button(second, 'Pay by other means').click()
  await second.getByTestId('other-reference').locator('input').fill('TR 9')
  await second.getByTestId('ask-go').click()
  await expect(second.getByText('Recorded $613.97')).toBeVisible()
  await visit(second, '/bills/settle?company=ferry&bill=operating-open-1')
  await expect(second.getByTestId('settle-total')).toHaveText('$1,803.20')
  // The one that is paid goes out by itself.
  await expect(form.amount).toHaveValue('1,803.20')
  await second.getByTestId('settle-go').click()
  await expect(second.getByTestId('to-come').locator('> li')).toHaveCount(0)
  await second.close()
  // The one that stands in the lane now is told, and taken out by hand.
  await expect(page.getByText('0.00 is open on bill CR-9931')).toBeVisible()
  await form.draw.click()
  await expect(page.getByText('0.00 is open on bill CR-9931')).toBeVisible()
  await page.getByRole('checkbox', { name: 'Pay bill CR-9931, 0.00' }).uncheck()
  await expect(page.getByText('0.00 is open on bill CR-9931')).toHaveCount(0)
  await expect(page.getByRole('checkbox', { name: 'Pay bill CR-9931, 0.00' })).toBeDisabled()
})

test('an owner’s whole balance is drawn with one key besides the name; a change in the lane is taken back', async ({
  page,
}) => {
  await demoOffice(page)
  await visit(page, '/lane/draw?account=yard')
  const form = drawForm(page)
  await form.payee.fill('Runa Pellam')
  await expect(page.getByText('Press Enter to pay everything open: $2,400.00')).toBeVisible()
  await form.payee.press('Enter')
  await expect(form.amount).toHaveValue('2,400.00')
  await expect(form.amount).toBeFocused()
  await settled(page)
  await page.keyboard.press('Enter')
  await expect(page.getByText('Drew $2,400.00 to Runa Pellam.')).toBeVisible()
  await visit(page, '/lane?account=yard')
  await page.getByTestId('lane').getByText('Runa Pellam').click()
  await button(page, 'Edit or withdraw').click()
  await page.getByTestId('change-amount').locator('input').fill('1,900')
  await button(page, 'Save changes').click()
  await expect(page.getByText('Changed the payment to Runa Pellam.')).toBeVisible()
  await button(page, 'Edit or withdraw').click()
  await page.getByTestId('take-change-back').dblclick()
  await expect(page.getByText('Undid the last change to the payment to Runa Pellam.')).toBeVisible()
  await expect(page.getByTestId('lane')).toContainText('2,400.00')
})

test('an owner draws all that stands open with them, and it is paid another way: no number is used', async ({
  page,
}) => {
  await demoOffice(page)
  const [, , number] = await todayOf(page, 'Yard')
  await visit(page, '/bills/payees?company=slipway')
  await page.getByLabel('Search by code or name', { exact: true }).fill('runa')
  // At once, also where the payees are not read yet.
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Runa Pellam' })).toBeVisible()
  await page.getByTestId('payee-settle').click()
  await expect(page.getByTestId('settle-total')).toHaveText('$2,400.00')
  await button(page, 'Pay by other means').click()
  await page.getByTestId('other-reference').locator('input').fill('TR 77')
  await page.getByTestId('ask-go').dblclick()
  await expect(page.getByText('Recorded $2,400.00 to Runa Pellam, by transfer.')).toBeVisible()
  // What is owed in the ledger is what is open on bills and not yet on a check.
  await visit(page, '/bills/ledger?company=slipway')
  await expect(page.getByTestId('entries')).toContainText('Paid by transfer, Runa Pellam')
  expect(await page.getByTestId('trial-debit').innerText()).toBe(
    await page.getByTestId('trial-credit').innerText(),
  )
  await visit(page, '/bills/payee/yard-runa-pellam')
  await expect(page.getByTestId('payee-paid')).toContainText('transfer, TR 77')
  await expect(page.getByText('Nothing is open.')).toBeVisible()
  expect((await todayOf(page, 'Yard'))[2]).toBe(number)

  // The bank is ordered to make the transfer, once, when it knows where the money goes.
  await visit(page, '/bank/transfers?account=yard')
  await expect(page.getByTestId('transfer-send')).toBeDisabled()
  await page.getByRole('link', { name: 'the payee has no bank account number' }).click()
  await page.getByLabel('Bank code for transfers', { exact: true }).fill('123456780')
  await page.getByLabel('Bank account number', { exact: true }).fill('0044 7712')
  await page.getByTestId('keep-payee').click()
  await expect(page.getByTestId('keep-payee')).toBeDisabled()
  await visit(page, '/bank/transfers?account=yard')
  await expect(page.getByTestId('transfer')).toContainText('•••• 7712')
  const ordered = page.waitForEvent('download')
  await page.getByTestId('transfer-send').dblclick()
  const xml = readFileSync(await (await ordered).path(), 'utf8')
  expect(xml).toContain('<InstdAmt Ccy="USD">2400.00</InstdAmt>')
  expect(xml).toContain('<CdtrAcct><Id><Othr><Id>00447712</Id></Othr></Id></CdtrAcct>')
  await expect(page.getByRole('heading', { name: 'No transfers to order' })).toBeVisible()
  await expect(page.getByTestId('transfers-sent').locator('tbody tr')).toHaveCount(1)
  const again = page.waitForEvent('download')
  await page.getByRole('button', { name: /^Save again: transfers / }).click()
  expect(readFileSync(await (await again).path(), 'utf8')).toBe(xml)
})

test('a bill above the limit waits for another person; a changed payee is told at the next check', async ({
  page,
}) => {
  await demoOffice(page)
  await visit(page, '/bills')
  await page.getByLabel('Search number, payee or amount', { exact: true }).fill('NM-9960')
  const bill = page.getByTestId('bills').locator('tr', { hasText: 'NM-9960' })
  await expect(bill).toContainText('needs approval')
  await bill.click()
  await page.evaluate(() => localStorage.setItem('violet-lane operator', 'Petra Nyholm'))
  await page.getByTestId('approve').click()
  await expect(page.getByText('another person must approve')).toBeVisible()
  await page.evaluate(() => localStorage.setItem('violet-lane operator', 'Gunnar Hale'))
  await page.getByTestId('approve').click()
  await expect(page.getByTestId('bill')).toContainText('payable')
  await expect(page.getByTestId('bill')).toContainText('Gunnar Hale')
  await visit(page, '/bills/payee/operating-saltgrass-bakery')
  await page.getByLabel('Payment address', { exact: true }).fill('99 New Road\nElsewhere')
  await page.getByTestId('keep-payee').click()
  await expect(page.getByText('Saved changes to Saltgrass Bakery.')).toBeVisible()
  await visit(page, '/lane/draw?account=operating')
  await drawForm(page).payee.fill('Saltgrass Bakery')
  await page.keyboard.press('Tab')
  const told = page.getByText('name or address changed since the last payment')
  await expect(told).toContainText('Gunnar Hale')
  await expect(told).toContainText('3 Mill Row')
  await expect(told).toContainText('99 New Road')
})
