import { readFileSync } from 'node:fs'
import { demoOffice, expect, test, visit, settled } from './office'

test('a list is one tab stop: arrow keys walk and choose, headings sort, and what is chosen stays chosen', async ({
  page,
}) => {
  await demoOffice(page)
  await visit(page, '/lane?account=operating')
  const list = page.getByRole('grid', { name: 'Waiting payments' })
  const rows = list.getByRole('row').filter({ has: page.getByRole('gridcell', { name: /\d\.\d\d$/ }) })
  const chosen = list.getByRole('row', { selected: true })
  await expect(rows).toHaveCount(12)
  await expect(list.locator('tbody [tabindex="0"]')).toHaveCount(1)
  const names = await rows.getByRole('gridcell').first().allInnerTexts()
  await rows.first().focus()
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('ArrowDown')
  await expect(chosen).toBeFocused()
  await expect(chosen).toHaveAttribute('aria-rowindex', '4')
  await page.keyboard.press('End')
  await expect(chosen).toHaveAttribute('aria-rowindex', '13')
  const kept = await chosen.getByRole('gridcell').first().innerText()
  await expect(page.getByLabel('Preview of the selected payment')).toContainText(kept)

  await list.getByRole('button', { name: 'Amount' }).click()
  await expect(list.getByRole('columnheader', { name: 'Amount' })).toHaveAttribute('aria-sort', 'ascending')
  const amounts = (await rows.getByRole('gridcell').allInnerTexts()).filter(t => /\.\d\d$/.test(t))
  const cents = amounts.map(t => Number(t.replaceAll(/\D/g, '')))
  expect(cents).toEqual([...cents].sort((a, b) => a - b))
  await expect(chosen.getByRole('gridcell').first()).toHaveText(kept)
  // A third press: as they came.
  await list.getByRole('button', { name: 'Amount' }).click()
  await list.getByRole('button', { name: 'Amount' }).click()
  expect(await rows.getByRole('gridcell').first().allInnerTexts()).toEqual(names)
})

test('picking by keyboard: space ticks, Alt and an arrow move a row, a filter greys with its reason', async ({
  page,
}) => {
  await demoOffice(page)
  await visit(page, '/run/new?account=operating')
  const list = page.getByRole('grid', { name: 'Payments that can go in the run' })
  const ticked = list.getByRole('row', { selected: true })
  await expect(ticked).toHaveCount(12)
  await list.locator('tbody [tabindex="0"]').focus()
  await page.keyboard.press('Space')
  await expect(ticked).toHaveCount(11)
  await page.keyboard.press('Alt+ArrowDown')
  await expect(page.getByRole('combobox', { name: 'Print order' })).toHaveValue('by hand')
  await expect(list.locator('tr:focus')).toHaveAttribute('aria-rowindex', '3')
  await page.getByRole('textbox', { name: 'Search payee, memo or amount' }).fill('bakery')
  await expect(ticked).toHaveCount(1)
  await expect(list.getByText('not what is looked for')).toHaveCount(11)
})

test('a file is taken by browsing, dropping or pasting; another kind is told at once', async ({ page }) => {
  await demoOffice(page)
  await visit(page, '/papers')
  const give = (how: 'drop' | 'paste', name: string, type: string, text: string) =>
    page.getByTestId('import').evaluate(
      (input, [how, name, type, text]) => {
        const files = new DataTransfer()
        files.items.add(new File([text], name, { type }))
        const event =
          how === 'paste'
            ? new ClipboardEvent('paste', { clipboardData: files, bubbles: true })
            : new DragEvent('drop', { dataTransfer: files, bubbles: true })
        if (how === 'drop')
          input.dispatchEvent(new DragEvent('dragenter', { dataTransfer: files, bubbles: true }))
        input.dispatchEvent(event)
      },
      [how, name, type, text] as const,
    )
  await give('drop', 'picture.png', 'image/png', 'x')
  await expect(page.getByTestId('file-fault')).toHaveText(
    'picture.png cannot be used here. Choose a layout or stock file (JSON).',
  )
  await give('paste', 'odd.json', 'application/json', '{"a":1}')
  await expect(page.getByTestId('file-fault')).toHaveCount(0)
  await expect(page.getByText('odd.json is not a Violet Lane layout or stock file')).toBeVisible()
})

test('a page that is not there says so, keeps the office, and leads back', async ({ page }) => {
  await demoOffice(page)
  await visit(page, '/nowhere')
  await expect(page.getByRole('heading', { name: 'Page not found' })).toBeVisible()
  await expect(page).toHaveTitle('Page not found · Violet Lane')
  await page.getByRole('link', { name: 'Go to Today' }).click()
  await expect(page.getByTestId('today')).toBeVisible()
  await expect(page).toHaveTitle('Today · Violet Lane')
})

test('what a page shows is saved as it is filtered, to the row', async ({ page }, info) => {
  await demoOffice(page)
  const saved = async (kind: 'csv' | 'xlsx'): Promise<string> => {
    const download = page.waitForEvent('download')
    await page.getByTestId('save-shown').click()
    await page.getByTestId(`save-shown-${kind}`).click()
    const path = info.outputPath(`${page.url().split('/').at(-1)}.${kind}`)
    await (await download).saveAs(path)
    return path
  }
  const lines = async (): Promise<string[]> =>
    readFileSync(await saved('csv'), 'utf8')
      .trim()
      .split('\r\n')
      .slice(1)
  await visit(page, '/register')
  const told = page.getByText(/^[\d,]+ lines/)
  const all = await told.innerText()
  await page.getByLabel('Search number, payee or amount', { exact: true }).fill('merganser')
  await expect(told).not.toHaveText(all)
  const numbers = await lines()
  expect(numbers).toHaveLength(Number((await told.innerText()).split(' ')[0]))
  expect(numbers.every(l => l.includes('Merganser Tide Tables'))).toBe(true)
  // By the keyboard too, and the focus is back on what asked.
  const save = page.getByTestId('save-shown')
  await settled(page)
  await save.focus()
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('save-shown-csv')).toBeVisible()
  await page.keyboard.press('ArrowDown')
  await settled(page)
  const again = page.waitForEvent('download')
  await page.keyboard.press('Enter')
  await again
  await expect(save).toBeFocused()
  await visit(page, '/bills')
  await page.getByLabel('Search number, payee or amount', { exact: true }).fill('wl-9905')
  await expect(page.getByText(/^1 bill shown/)).toBeVisible()
  expect(await lines()).toEqual([expect.stringContaining('Windrose Life Raft Service,WL-9905')])
  await visit(page, '/bills/payees')
  await page.getByLabel('Search by code or name', { exact: true }).fill('cobalt')
  expect((await lines())[0]).toContain('Cobalt Rope & Rigging')
  await visit(page, '/office/trail')
  await page.getByLabel('Search text or name', { exact: true }).fill('WL-9905')
  await expect(page.getByTestId('trail').locator('[data-row]')).toHaveCount(1)
  expect(await lines()).toEqual([expect.stringContaining('Bill entered')])
  expect(
    readFileSync(await saved('xlsx'))
      .subarray(0, 2)
      .toString(),
  ).toBe('PK')
})

test('a link of a row opens its page within the program, by mouse and by Enter; a new tab and the way back stay', async ({
  page,
  context,
}) => {
  await demoOffice(page)
  await visit(page, '/accounts')
  await page.evaluate(() => Object.assign(window, { loadedOnce: true }))
  const edit = page.getByRole('link', { name: 'Edit Operating' })
  const tab = context.waitForEvent('page')
  await edit.click({ modifiers: ['Control'] })
  await expect((await tab).getByRole('heading', { level: 1 })).toHaveText('Operating')
  await (await tab).close()
  await edit.press('Enter')
  await expect(page).toHaveURL(/\/accounts\/operating$/)
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Operating')
  await page.goBack()
  await page.getByTestId('accounts').locator('a:not(.row-act)').first().click()
  await expect(page).toHaveURL(/\/papers\/layout\//)
  expect(await page.evaluate(() => 'loadedOnce' in window)).toBe(true)
})
