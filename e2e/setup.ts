import { chromium, type FullConfig } from '@playwright/test'
import { mkdirSync, writeFileSync } from 'node:fs'
import { dirname } from 'node:path'
import { demoStore, type KeptStore } from './demoStore'

/**
 * Loads the demo office once and keeps what the browser's store holds then: every test begins from it, instead
 * of loading it anew.
 */
export default async function setup(config: FullConfig): Promise<void> {
  const { baseURL, launchOptions, timezoneId } = config.projects[0]!.use
  const browser = await chromium.launch(launchOptions)
  const context = await browser.newContext({ baseURL, timezoneId })
  const page = await context.newPage()
  await page.goto('/')
  await page.getByRole('button', { name: 'Load the demo office' }).click()
  await page.locator('[data-test=today]').waitFor()
  const { origins } = await context.storageState({ indexedDB: true })
  const [kept] = (origins[0] as unknown as { indexedDB: KeptStore[] }).indexedDB
  mkdirSync(dirname(demoStore), { recursive: true })
  writeFileSync(demoStore, JSON.stringify(kept))
  await browser.close()
}
