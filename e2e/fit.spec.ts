import { createCanvas, loadImage } from '@napi-rs/canvas'
import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import { button, demoOffice, expect, holdsPdf, test, visit, loadPack } from './office'

test('a new printer: fit sheet, distances by ruler, a run goes through the fit and reads back; an older fit comes back', async ({
  page,
  context,
}) => {
  await demoOffice(page)
  await visit(page, '/fit')
  await button(page, 'Add printer').click()
  await page.getByLabel('Printer name', { exact: true }).fill('Office laser')
  await button(page, 'Save printer').click()
  await page.getByRole('button', { name: 'mm', exact: true }).click()
  await page.getByTestId('fit-stock').click()
  await page.getByRole('option', { name: 'Three checks to a page, blank' }).click()
  const sheet = context.waitForEvent('page')
  await button(page, 'Fit sheet').click()
  await holdsPdf(sheet)

  await button(page, 'By ruler').click()
  const type = (mark: string, text: string) => page.getByTestId(`mark-${mark}`).locator('input').fill(text)
  await type('A', '60')
  await type('C', '22.5')
  await expect(page.getByText('is too far off')).toBeVisible()
  for (const [mark, text] of [
    ['A', '18.3'],
    ['B', '19.4'],
    ['D', '21'],
    ['E', '18'],
    ['F', '21.5'],
  ] as const)
    await type(mark, text)
  await expect(page.getByTestId('found')).toContainText('too far right')
  await page.getByTestId('keep-fit').click()
  await expect(page.getByTestId('fits')).toContainText('by ruler')
  await expect(page.getByTestId('confirm-sheet')).toBeFocused()
  await page.getByTestId('hand-right').click()
  await expect(page.getByTestId('fits').getByRole('row')).toHaveCount(3)
  await expect(page.getByTestId('hand-right')).toBeFocused()
  await page.getByRole('button', { name: 'Use again' }).click()
  await expect(page.getByTestId('fits')).toContainText('earlier fit')

  await visit(page, '/run/new?account=yard')
  await page.getByTestId('pick-done').click()
  await expect(page.getByText('Printed with its fit for this stock')).toBeVisible()
  await loadPack(page)
  await expect(page.getByTestId('fit-used')).toContainText(
    'Printed with the fit of Office laser, Tray 1, made today, not confirmed',
  )
  await expect(page.getByTestId('read-back')).toContainText(
    '3 MICR lines read back from the finished pages. All are correct',
  )
  await button(page, 'Looks right').click()
  const download = page.waitForEvent('download')
  await button(page, 'Save as PDF instead').click()
  const path = await (await download).path()
  expect(execFileSync('qpdf', ['--check', path], { encoding: 'utf8' })).toContain(
    'No syntax or stream encoding errors',
  )
  // The sheet itself is told without the correction: the paper in hand is what was meant.
  await visit(page, '/register?account=yard')
  await expect(page.getByTestId('sheet')).toBeVisible()
})

/** Chooses the practice printer's first tray on the Fit page, in mm. */
async function practiceFit(page: Page, stock = ''): Promise<void> {
  await visit(page, `/fit?stock=${stock}`)
  await page.getByTestId('printer-choice').click()
  await page.getByRole('option', { name: 'Practice printer, Tray 1' }).click()
  await page.getByRole('button', { name: 'mm', exact: true }).click()
}
interface Jobs {
  readonly jobs: readonly {
    readonly id: string
    readonly ref: string
    readonly sheets: readonly { readonly sheet: number; readonly numbers: readonly number[] }[]
  }[]
}
/** The job of a run at the practice printer: it arrives a moment after the numbers went on paper. */
async function jobOfRun(page: Page, run: string): Promise<Jobs['jobs'][number]> {
  const find = async (): Promise<Jobs['jobs'][number] | undefined> =>
    ((await (await page.request.get('/api/practice-printer')).json()) as Jobs).jobs.find(j => j.ref === run)
  await expect.poll(async () => (await find())?.sheets.some(s => s.sheet === 1)).toBe(true)
  return (await find())!
}
/** The picture of a run's first sheet, from the practice printer, once it is out. */
async function sheetOfRun(page: Page, run: string, how: string): Promise<Buffer> {
  const url = `/api/practice-printer/jobs/${(await jobOfRun(page, run)).id}/sheets/1?${how}`
  let picture: Buffer | undefined
  await expect(async () => {
    const answer = await page.request.get(url)
    expect(answer.status()).toBe(200)
    picture = await answer.body()
  }).toPass()
  return picture!
}

test('from pictures alone: fit sheet through the practice printer, its scan gives the fit, a second confirms it, a run lands on the preprinted lines, and a scan of its check says so too', async ({
  page,
}) => {
  await demoOffice(page)
  await practiceFit(page, 'check-over-two-stubs-numbered')
  await button(page, 'Fit sheet').click()
  await button(page, 'Scan sheet').click()
  await expect(page.getByTestId('claim')).toContainText('first reading')
  // The same way round proves nothing; turned by half it does.
  await button(page, 'Scan sheet turned around').click()
  await expect(page.getByTestId('claim')).toContainText(/Proved: the two scans agree to 0\.0\d mm/)
  await expect(page.getByTestId('found')).toContainText(
    /1\.(7[5-9]|8[0-5]) mm too far right, 1\.(2[5-9]|3[0-5]) mm too high, turned 0\.35° with the clock/,
  )
  await page.getByTestId('keep-fit').click()
  await expect(page.getByTestId('fits')).toContainText('by two scans')
  await button(page, 'Fit sheet using this fit').click()
  await button(page, 'Scan sheet').click()
  await expect(page.getByTestId('keep-fit')).toBeDisabled()
  await button(page, 'Scan sheet turned around').click()
  await expect(page.getByTestId('beside')).toContainText(/2\.[67]\d mm\s*0\.[01]\d mm/)
  await page.getByTestId('keep-fit').click()
  await expect(page.getByTestId('fits').getByRole('row').nth(1)).toContainText(/0\.[01]\d mm\s*in use/)

  await visit(page, '/run/new?account=operating')
  await page.getByTestId('pick-done').click()
  await loadPack(page)
  await button(page, 'Looks right').click()
  await button(page, 'Print on the practice printer').click()
  await expect(page.getByTestId('all-good')).toBeVisible()
  const run = new URL(page.url()).pathname.split('/').at(-1) ?? ''
  // What we print is darker than what the stationer printed: where the payee begins, and on which line it
  // stands.
  const dpi = 200
  const image = await loadImage(await sheetOfRun(page, run, `dpi=${dpi}`))
  const context = createCanvas(image.width, image.height).getContext('2d')
  context.drawImage(image, 0, 0)
  const layout = JSON.parse(readFileSync('core/paper/data/letter-top.json', 'utf8')) as {
    fields: { kind: string; x: number; y: number; w: number; h: number }[]
  }
  const box = layout.fields.find(f => f.kind === 'payee')!
  const px = (mm: number): number => Math.round((mm / 25.4) * dpi)
  const { data, width } = context.getImageData(px(box.x - 1), px(box.y - 0.5), px(60), px(box.h - 0.5))
  const dark = Array.from({ length: data.length / 4 }, (_, i) => i).filter(i => data[4 * i]! < 70)
  const left = (Math.min(...dark.map(i => i % width)) / dpi) * 25.4 - 1
  expect(dark.length).toBeGreaterThan(200)
  expect(left).toBeGreaterThan(-0.2)
  expect(left).toBeLessThan(0.6)

  // A scan of that very check tells the same printer.
  const picture = await sheetOfRun(page, run, 'dpi=150&view=scan')
  await practiceFit(page, 'check-over-two-stubs-numbered')
  await button(page, 'From a printed check').click()
  await page.getByTestId('check-in-hand').click()
  // Newest run first, and in it the last check first: sheet 1 carries the first.
  const [first] = (await jobOfRun(page, run)).sheets.find(s => s.sheet === 1)!.numbers
  await page
    .getByRole('option')
    .filter({ hasText: String(first) })
    .click()
  await page
    .getByTestId('check-scan')
    .setInputFiles({ name: 'check.png', mimeType: 'image/png', buffer: picture })
  await expect(page.getByTestId('found')).toContainText(/1\.[789]\d mm too far right/)
  await expect(page.getByText('the worst corner was still')).toBeVisible()
  // Another sheet is told apart: a check where the fit sheet is wanted, and no paper at all.
  await button(page, 'By scan').click()
  await page
    .getByTestId('fit-scan')
    .setInputFiles({ name: 'check.png', mimeType: 'image/png', buffer: picture })
  await expect(page.getByRole('alert').filter({ hasText: 'black squares' })).toBeVisible()
  await page.getByTestId('fit-scan').setInputFiles('docs/screenshots/register.png')
  await expect(page.getByRole('alert').filter({ hasText: /paper|shape|squares|pixels/ })).toBeVisible()
})

test('MICR line: the ladder sheet is ranked from its scan, and the choice belongs to the printer', async ({
  page,
}) => {
  await demoOffice(page)
  await practiceFit(page)
  await button(page, 'MICR line').click()
  await button(page, 'Ladder sheet').click()
  await button(page, 'Scan sheet').click()
  await expect(page.getByTestId('ranks').getByRole('row').nth(1)).toContainText(/100 %, normal\s*reads it/)
  await page.getByTestId('ladder-pick').click()
  await page.getByRole('option', { name: '101 %, normal' }).click()
  await button(page, 'Save').click()
  await expect(page.getByTestId('micr-in-use')).toContainText('101 %, normal')
  // The next run on blank stock is printed so, and its line still reads back.
  await visit(page, '/run/new?account=yard')
  await page.getByTestId('pick-done').click()
  await loadPack(page)
  await expect(page.getByTestId('read-back')).toContainText('All are correct')
})
