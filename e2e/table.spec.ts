import { execFileSync } from 'node:child_process'
import { readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Page } from '@playwright/test'
import {
  button,
  demoOffice,
  expect,
  holdsPdf,
  reopen,
  test,
  toPrintStep,
  visit,
  settled,
  loadPack,
} from './office'

const hit = (page: Page, id: string) => page.locator(`[data-hit="${id}"]`)
const numberOf = (page: Page, label: string) =>
  page.getByTestId('field-form').getByLabel(label, { exact: true })

async function table(page: Page, key: string): Promise<void> {
  await visit(page, `/papers/layout/${key}`)
  await expect(page.getByTestId('light-sheet')).toBeVisible()
  await expect(hit(page, 'payee')).toBeVisible()
}
async function drag(
  page: Page,
  id: string,
  dx: number,
  dy: number,
  options: { alt?: boolean; from?: string } = {},
): Promise<void> {
  const box = (await (options.from ? page.locator(options.from) : hit(page, id)).boundingBox())!
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  if (options.alt) await page.keyboard.down('Alt')
  await page.mouse.down()
  await page.mouse.move(box.x + box.width / 2 + dx / 2, box.y + box.height / 2 + dy / 2)
  await page.mouse.move(box.x + box.width / 2 + dx, box.y + box.height / 2 + dy, { steps: 3 })
  await page.mouse.up()
  if (options.alt) await page.keyboard.up('Alt')
}

test('by mouse: drag, resize, snap, several at once, undo, save as a new version, compare, and the next sheet prints so', async ({
  page,
  context,
}) => {
  await demoOffice(page)
  await table(page, 'us-three-checks')
  await page.getByRole('button', { name: 'mm', exact: true }).click()
  await hit(page, 'memo').click()
  const left = Number(await numberOf(page, 'Left').inputValue())
  await drag(page, 'memo', 53, 0, { alt: true })
  expect(Number(await numberOf(page, 'Left').inputValue())).toBeGreaterThan(left + 10)
  await button(page, 'Undo').click()
  await expect(numberOf(page, 'Left')).toHaveValue(String(left))
  await button(page, 'Redo').click()

  // Snaps to the left edge of the payee's address when let go near it; with Alt held it does not.
  await button(page, 'Undo').click()
  const addressLeft = 22.5
  const scale = await page
    .getByTestId('light-sheet')
    .evaluate((svg: SVGSVGElement) => svg.getBoundingClientRect().width / svg.viewBox.baseVal.width)
  await drag(page, 'memo', (addressLeft - left) * scale + 3, 0)
  await expect(numberOf(page, 'Left')).toHaveValue(String(addressLeft))

  const width = Number(await numberOf(page, 'Width').inputValue())
  await drag(page, 'memo', -60, 0, { from: '[data-handle=e]', alt: true })
  expect(Number(await numberOf(page, 'Width').inputValue())).toBeLessThan(width - 10)

  // Two at once follow the first.
  await hit(page, 'bank-name').click()
  await hit(page, 'fraction').click({ modifiers: ['Shift'] })
  await page.getByRole('button', { name: 'Right edges' }).click()
  await hit(page, 'payer-name').click()
  await page.getByRole('button', { name: 'Lock' }).click()
  await expect(numberOf(page, 'Left')).toBeDisabled()

  // A closed tab loses nothing.
  await expect(page.getByTestId('version')).toHaveText('THREE, version 1, changed')
  await page.waitForTimeout(400)
  const next = await reopen(page, context)
  await expect(next.getByText('unsaved changes have been restored')).toBeVisible()
  await next.getByTestId('save-layout').click()
  await expect(next.getByTestId('version')).toHaveText('THREE, version 2')
  await visit(next, '/papers/compare?layout=us-three-checks')
  await expect(next.getByTestId('differences')).toContainText('Memo')
  await expect(next.getByTestId('differences')).toContainText('moved')
  await visit(next, '/run/new?account=yard')
  await next.getByTestId('pick-done').click()
  await loadPack(next)
  await expect(next.getByTestId('read-back')).toContainText(
    '3 MICR lines read back from the finished pages. All are correct',
  )
  const x = await next
    .getByTestId('sheet')
    .locator('text', { hasText: /^Slipway$/ })
    .first()
    .getAttribute('x')
  expect(Number(x)).toBeCloseTo(addressLeft, 1)
})

test('by keyboard alone: choose, move, size, switch, undo, one company’s own, sample', async ({
  page,
  context,
}) => {
  await demoOffice(page)
  await table(page, 'letter-top')
  await page.getByTestId('light-sheet').focus()
  const choose = async (name: string) => {
    for (let i = 0; i < 60; i++) {
      await page.keyboard.press('PageDown')
      if ((await page.getByTestId('field-form').locator('h2').innerText()).startsWith(name)) return
    }
    throw new Error(`${name} was not reached`)
  }
  await choose('Memo')
  await expect(page.locator('[aria-live=polite].d-sr-only')).toContainText('Memo: 5.51 in from the left')
  await page.keyboard.press('ArrowRight')
  await expect(numberOf(page, 'Left')).toHaveValue('5.522')
  await page.keyboard.press('Shift+ArrowUp')
  await expect(page.locator('[aria-live=polite].d-sr-only')).toContainText('1.61 in from the top')
  await page.keyboard.press('Control+Shift+ArrowLeft')
  await expect(numberOf(page, 'Width')).toHaveValue('2.459')
  await page.keyboard.press('Control+c')
  await page.keyboard.press('Control+v')
  await expect(page.getByTestId('field-form').locator('h2')).toContainText('memo-2')
  await page.keyboard.press('Delete')
  for (let i = 0; i < 5; i++) await page.keyboard.press('Control+z')
  await expect(page.getByTestId('version')).toHaveText('TOP, version 1')

  // What one company has of its own is told, and goes back.
  await page.getByRole('combobox', { name: 'Apply changes to' }).focus()
  // The list takes the focus once it is open; a person presses on until the one they want has it.
  await expect(async () => {
    await page.keyboard.press('ArrowDown')
    await expect(page.getByRole('option', { name: 'only Pellam Slipway Works' })).toBeFocused({
      timeout: 500,
    })
  }).toPass()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('combobox', { name: 'Apply changes to' })).toHaveValue(
    'only Pellam Slipway Works',
  )
  await page.keyboard.press('Escape')
  await page.getByTestId('light-sheet').focus()
  await choose('Memo')
  await page.keyboard.press('ArrowRight')
  await expect(page.getByTestId('own')).toContainText('Only for Pellam Slipway Works')
  await page.keyboard.press('Control+s')
  await expect(page.getByTestId('save-layout')).toHaveText('Saved')
  await page.getByRole('button', { name: 'left: common again' }).press('Enter')
  await expect(page.getByTestId('own')).toHaveCount(0)

  await page.getByTestId('light-sheet').focus()
  const tab = context.waitForEvent('page')
  await page.keyboard.press('p')
  await holdsPdf(tab)
})

test('edit as table, a bad length at its cell, a field added, notes live', async ({ page }) => {
  await demoOffice(page)
  await table(page, 'letter-top')
  await page.getByTestId('as-table').click()
  const grid = page.getByTestId('field-grid')
  const top = await grid.getByLabel('Top of memo').inputValue()
  await grid.getByLabel('Top of memo').fill('2 3/4')
  // Sooner than a hand's after the click, it is taken as the second half of a double press.
  await settled(page)
  await grid.getByLabel('Top of memo').press('Enter')
  await expect(page.getByTestId('notes')).toContainText('memo: The field extends into the clear band')
  await grid.getByLabel('Left of memo').fill('far')
  await grid.getByLabel('Left of memo').press('Tab')
  await expect(grid.getByRole('alert')).toContainText('“far” is not a length')
  await grid.getByLabel('Top of memo').fill(top)
  await grid.getByLabel('Top of memo').press('ArrowDown')
  await expect(page.getByTestId('notes')).toContainText('No errors')
  await page.getByTestId('as-table').click()
  await button(page, 'Add field').click()
  await page.getByText('Void after', { exact: true }).click()
  await expect(page.getByTestId('light-sheet')).toContainText('Void after 90 days')
  // A column of no width would leave out what it tells, without a word.
  await page.locator('[data-hit^="stub"]').first().click()
  const width = page.getByRole('group', { name: 'Description' }).getByLabel('Width')
  const wide = await width.inputValue()
  await width.fill('0')
  await width.press('Tab')
  await expect(page.getByRole('group', { name: 'Description' })).toContainText(`Still ${wide}.`)
  await expect(width).toHaveValue(wide)
})

test('what is wrong with a layout is said once, and as large as a finger needs it', async ({ page }) => {
  await demoOffice(page)
  // Its checks are too short for the demo's account numbers: true of any check, and of the longest one.
  await table(page, 'us-three-checks-counterfoil')
  const notes = page.getByTestId('notes').getByRole('button')
  await expect(notes).toHaveText(/The MICR line needs position 46, but the check has only 45/)
  expect((await notes.boundingBox())!.height).toBeGreaterThanOrEqual(24)
})

test('a layout and a stock go out as files and come back; damaged files are told at their place', async ({
  page,
}) => {
  await demoOffice(page)
  await table(page, 'letter-top')
  const download = page.waitForEvent('download')
  await button(page, 'Export').click()
  const layout = JSON.parse(readFileSync(await (await download).path(), 'utf8')) as {
    code: string
    id: string
    fields: { x: number }[]
  }
  const file = (name: string, data: unknown) => {
    const path = join(tmpdir(), `violet-lane-${process.pid}-${name}`)
    writeFileSync(path, typeof data === 'string' ? data : JSON.stringify(data))
    return path
  }
  await visit(page, '/papers')
  const take = page.getByTestId('import')
  await take.setInputFiles(file('broken.json', { ...layout, fields: [{ ...layout.fields[0], x: 'left' }] }))
  await expect(page.getByTestId('import-faults')).toContainText('at fields.0.x')
  await take.setInputFiles(file('other.json', '{"format":"other"}'))
  await expect(page.getByTestId('import-faults')).toContainText('not a Violet Lane layout or stock file')
  await take.setInputFiles(file('good.json', { ...layout, id: 'mine', code: 'MINE' }))
  await expect(page.getByTestId('layouts')).toContainText('MINE')
  await expect(page.getByTestId('import-faults')).toHaveCount(0)
  const stock = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Export Loose check leaf, 202 x 92 mm, blank' }).click()
  await take.setInputFiles(await (await stock).path())
  await expect(page.getByTestId('stocks')).toContainText('version 2')
})

test('which stock is mine: four questions lead to a layout; own stock from measures; a scan lies under', async ({
  page,
}) => {
  await demoOffice(page)
  await visit(page, '/papers')
  await button(page, 'Find my stock').click()
  for (const answer of ['Letter, 8 1/2 x 11 in', 'One', 'In the middle', 'Nothing'])
    await page.getByTestId('guide').getByText(answer, { exact: true }).click()
  await page.getByTestId('guide').getByText('Stub, check, stub, blank').click()
  await page.getByLabel('Short code', { exact: true }).fill('MINE')
  await page.getByTestId('ask-go').click()
  await expect(page.getByTestId('light-sheet')).toBeVisible()
  await expect(page.getByTestId('notes')).toContainText('No errors')

  await button(page, 'Scan of the stock').click()
  await page.getByTestId('scan-file').setInputFiles('docs/screenshots/paper.png')
  await button(page, 'Use scan').click()
  await expect(page.getByTestId('light-sheet').locator('image')).toHaveCount(1, { timeout: 20_000 })

  // A stock without a name is told so at its field, in plain words.
  await visit(page, '/papers/stock/new')
  await page.getByTestId('save-stock').click()
  await expect(page.getByTestId('stock-name')).toContainText('this is required')
  await expect(page.getByTestId('stock-name').locator('input')).toBeFocused()
  await page.getByTestId('stock-name').locator('input').fill('Harbor office checks')
  await page.getByLabel('Sheet, height').fill('10 1/2')
  await page.getByLabel('Sheet, height').press('Tab')
  await page.getByTestId('save-stock').click()
  await expect(page.getByTestId('stock-faults')).toContainText('The panel extends beyond the sheet')
  await page.getByLabel('Height', { exact: true }).nth(1).fill('7')
  await page.getByLabel('Height', { exact: true }).nth(1).press('Tab')
  await page.getByTestId('save-stock').click()
  await expect(page.getByTestId('stocks')).toContainText('Harbor office checks')
})

test('an account: the check lights up, a sample of another country, own font refused with its reason, ready list', async ({
  page,
}) => {
  await demoOffice(page)
  await visit(page, '/accounts/new')
  await page.getByTestId('sample-account').click()
  await page.getByRole('option', { name: 'India, CTS on A4' }).click()
  await page.getByLabel('Account name').fill('Monsoon')
  await page.getByLabel('Bank', { exact: true }).focus()
  await expect(page.locator('svg.check .lit')).toHaveCount(1)
  await expect(page.locator('svg.check')).toContainText('Lighthouse Coast Bank')
  await page.getByLabel('MICR code').fill('12')
  await page.getByTestId('save-account').click()
  await expect(page.getByText('Enter it as 400123004').first()).toBeVisible()
  await page.getByLabel('MICR code').fill('400123004')
  await expect(page.getByTestId('micr-findings')).toContainText('The MICR line meets the standard')
  await page.getByTestId('font-file').setInputFiles('core/faces/ttf/sans.ttf')
  await expect(
    page.getByText('The font has no character').or(page.getByText('The character spacing is wrong')),
  ).toBeVisible()
  await page.getByTestId('save-account').click()
  await expect(page.getByTestId('ready')).toBeVisible()
  await expect(page.getByTestId('ready')).toContainText('Draw the first payment')
  await visit(page, '/accounts')
  await expect(page.getByTestId('accounts')).toContainText('•••• 5678')
})

test('stubs that go on: continuation sheets are made with the run', async ({ page }) => {
  await demoOffice(page)
  await table(page, 'us-three-checks-counterfoil')
  await visit(page, '/papers/layout/letter-top')
  await hit(page, 'stub1-table').click()
  await page
    .getByTestId('field-form')
    .getByRole('combobox', { name: 'Rows that do not fit' })
    .click({ force: true })
  await page.getByRole('option', { name: 'continuation sheet on plain paper' }).click()
  await page.getByTestId('field-form').getByLabel('Height', { exact: true }).fill('0.5')
  await page.getByTestId('field-form').getByLabel('Height', { exact: true }).press('Enter')
  await page.getByTestId('save-layout').click()
  await expect(page.getByTestId('version')).toHaveText('TOP, version 2')
  await toPrintStep(page, 'operating')
  const pdf = page.waitForEvent('download')
  await button(page, 'Save as PDF instead').click()
  await pdf
  const more = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save continuation sheets (plain paper)' }).click()
  const text = execFileSync('pdftotext', ['-layout', await (await more).path(), '-'], { encoding: 'utf8' })
  expect(text).toContain('Continues check')
})
