import { execFileSync } from 'node:child_process'
import { demoOffice, expect, test } from './office'

test('a new printer: fit sheet, distances by ruler, a run goes through the fit and reads back; an older fit comes back', async ({ page, context }) => {
  await demoOffice(page)
  await page.goto('/fit')
  await page.getByTestId('new-printer').click()
  await page.getByTestId('printer-name').locator('input').fill('Office laser')
  await page.getByTestId('printer-add').click()
  await page.getByRole('button', { name: 'mm', exact: true }).click()
  await page.getByTestId('fit-stock').click()
  await page.getByRole('option', { name: 'Three checks to a page, blank' }).click()
  const sheet = context.waitForEvent('page')
  await page.getByTestId('fit-sheet').click()
  expect((await sheet).url()).toMatch(/^blob:/)
  await (await sheet).close()

  const type = (mark: string, text: string) => page.getByTestId(`mark-${mark}`).locator('input').fill(text)
  await type('A', '60')
  await type('C', '22.5')
  await expect(page.getByText('no working printer moves it so far')).toBeVisible()
  for (const [mark, text] of [['A', '18.3'], ['B', '19.4'], ['D', '21'], ['E', '18'], ['F', '21.5']] as const) await type(mark, text)
  await expect(page.getByTestId('found')).toContainText('too far right')
  await page.getByTestId('keep-fit').click()
  await expect(page.getByTestId('fits')).toContainText('by ruler')
  await page.getByTestId('hand-right').click()
  await expect(page.getByTestId('fits').getByRole('row')).toHaveCount(3)
  await page.getByRole('button', { name: 'Use again' }).click()
  await expect(page.getByTestId('fits')).toContainText('earlier fit')

  await page.goto('/run/new?account=yard')
  await page.getByTestId('pick-done').click()
  await expect(page.getByText('Goes through its fit for this stock')).toBeVisible()
  await page.getByTestId('load-done').click()
  await expect(page.getByTestId('fit-used')).toContainText('Goes through the fit of Office laser, Tray 1, made today, not confirmed')
  await expect(page.getByTestId('read-back')).toContainText('3 MICR lines read back from the finished pages: as meant')
  await page.getByTestId('proof-done').click()
  const download = page.waitForEvent('download')
  await page.getByTestId('print-save').click()
  const path = await (await download).path()
  expect(execFileSync('qpdf', ['--check', path], { encoding: 'utf8' })).toContain('No syntax or stream encoding errors')
  // The sheet itself is told without the correction: the paper in hand is what was meant.
  await page.goto('/register?account=yard')
  await expect(page.getByTestId('sheet')).toBeVisible()
})

test('by scan: a picture of the printed fit sheet gives the fit, a second one confirms it, another picture is refused', async ({ page, context }) => {
  await demoOffice(page)
  await page.goto('/fit')
  await page.getByTestId('new-printer').click()
  await page.getByTestId('printer-name').locator('input').fill('Counter printer')
  await page.getByTestId('printer-add').click()
  await page.getByRole('button', { name: 'mm', exact: true }).click()

  /** The sheet as that printer would put it out, photographed on a dark table: content shifted by (dx, dy) mm on the paper. */
  const photo = async (button: string, dx: number, dy: number): Promise<Buffer> => {
    const opened = context.waitForEvent('page')
    await page.getByTestId(button).click()
    await (await opened).close()
    const download = page.waitForEvent('download')
    await page.getByTestId('save-sheet').click()
    const png = execFileSync('pdftoppm', ['-r', '150', '-png', '-singlefile', await (await download).path()], { maxBuffer: 1 << 27 })
    const url = await page.evaluate(async ([data, dx, dy]) => {
      const image = await createImageBitmap(new Blob([Uint8Array.from(atob(data), c => c.charCodeAt(0))], { type: 'image/png' }))
      const per = 150 / 25.4
      const canvas = document.createElement('canvas')
      canvas.width = image.width + 160
      canvas.height = image.height + 160
      const c = canvas.getContext('2d')!
      c.fillStyle = '#4a4640'
      c.fillRect(0, 0, canvas.width, canvas.height)
      c.translate(80, 80)
      c.rotate(0.012)
      c.fillStyle = '#fbfaf6'
      c.fillRect(0, 0, image.width, image.height)
      c.beginPath()
      c.rect(0, 0, image.width, image.height)
      c.clip()
      c.globalCompositeOperation = 'multiply'
      c.drawImage(image, dx * per, dy * per)
      return canvas.toDataURL('image/png')
    }, [png.toString('base64'), dx, dy] as const)
    return Buffer.from(url.slice(url.indexOf(',') + 1), 'base64')
  }
  const drop = (buffer: Buffer) => page.getByTestId('fit-scan').setInputFiles({ name: 'scan.png', mimeType: 'image/png', buffer })

  await drop(await photo('fit-sheet', 3.2, -2.1))
  await expect(page.getByTestId('found')).toContainText(/3\.[12] mm too far right, 2\.[01] mm too high/)
  await page.getByTestId('keep-fit').click()
  await expect(page.getByTestId('fits')).toContainText('by scan')
  // Through the fit the same printer puts everything where it was meant.
  await drop(await photo('confirm-sheet', 3.2, -2.1))
  await expect(page.getByTestId('scan-found')).toBeVisible()
  await page.getByTestId('keep-fit').click()
  await expect(page.getByTestId('fits').getByRole('row').nth(1)).toContainText(/0\.[0-2] mm\s*in use/)
  await page.getByTestId('fit-scan').setInputFiles('docs/screenshots/register.png')
  await expect(page.getByRole('alert').filter({ hasText: /paper|shape|squares|pixels/ })).toBeVisible()
})
