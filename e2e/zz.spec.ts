import { demoOffice, test } from './office'
test('look', async ({ page }) => {
  test.setTimeout(240000)
  await demoOffice(page)
  for (const [n, p] of [['bills','/bills'],['settle','/bills/settle'],['payees','/bills/payees'],['enter','/bills/enter']] as const) {
    await page.goto(p); await page.waitForTimeout(1500)
    await page.screenshot({ path: `/tmp/look-${n}.png` })
  }
  await page.goto('/bills/payee/operating-cobalt-rope-rigging'); await page.waitForTimeout(1500)
  await page.screenshot({ path: `/tmp/look-payee.png` })
})
