import { chromium, type FullConfig } from '@playwright/test'
import { demoState } from './office'

/**
 * Loads the demo office once and keeps what the browser holds then: every test begins from it, instead of
 * loading it anew.
 */
export default async function setup(config: FullConfig): Promise<void> {
  const { baseURL, launchOptions, timezoneId } = config.projects[0]!.use
  const browser = await chromium.launch(launchOptions)
  const context = await browser.newContext({ baseURL, timezoneId })
  const page = await context.newPage()
  await page.goto('/')
  await page.getByRole('button', { name: 'Load the demo office' }).click()
  await page.locator('[data-test=today]').waitFor()
  await context.storageState({ path: demoState, indexedDB: true })
  await browser.close()
}
