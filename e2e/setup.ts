import { chromium, type FullConfig } from '@playwright/test'
import { demoProfile, forget } from './profile'

/** Loads the demo office once, in a browser whose folder every test then copies. */
export default async function setup(config: FullConfig): Promise<void> {
  const { baseURL, launchOptions, timezoneId, serviceWorkers = 'block' } = config.projects[0]!.use
  forget(demoProfile)
  const context = await chromium.launchPersistentContext(demoProfile, {
    ...launchOptions,
    baseURL,
    timezoneId,
    serviceWorkers,
  })
  const [page] = context.pages()
  await page!.goto('/')
  await page!.getByRole('button', { name: 'Load the demo office' }).click()
  await page!.locator('[data-test=today]').waitFor()
  await context.close()
}
