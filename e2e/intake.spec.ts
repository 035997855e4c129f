import { readFileSync, writeFileSync } from 'node:fs'
import { demoOffice, expect, test } from './office'

test('look', async ({ page }, info) => {
  await demoOffice(page)
  const rows = ['Vendor;Invoice No;Invoice Date;Amount;Description']
  for (let i = 1; i <= 300; i++)
    rows.push(`${['Saltgrass Bakery','North Mole Chandlery','Gannet Rope & Net','Tern Island Supply'][i % 4]};T-${1000 + i};${String(i % 28 + 1).padStart(2,'0')}/11/2026;1.${100 + i},50;Week ${i}`)
  rows[5] = 'Saltgrass Bakery;T-1005;31/02/2026;12,00;no such day'
  rows[9] = 'Saltgrass Bakery;T-1009;03/11/2026;twelve;no amount'
  const path = info.outputPath('bills.csv')
  writeFileSync(path, Buffer.from(rows.join('\r\n'), 'latin1'))
  await page.goto('/files/in')
  await page.getByTestId('intake-file').setInputFiles(path)
  await expect(page.getByTestId('intake-counts')).toBeVisible()
  console.log(await page.getByTestId('intake-counts').innerText())
  await page.screenshot({ path: '/tmp/i1.png', fullPage: false })
  await page.getByTestId('intake-rows').scrollIntoViewIfNeeded()
  await page.waitForTimeout(500)
  await page.screenshot({ path: '/tmp/i2.png' })
  await page.getByTestId('intake-take').click()
  await expect(page.getByText(/Taken in: /)).toBeVisible()
  await page.screenshot({ path: '/tmp/i3.png' })
})
