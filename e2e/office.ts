import { test as base, expect, type BrowserContext, type Locator, type Page } from '@playwright/test'
import { forget, freshProfile } from './profile'

/**
 * Every page of every test is watched: no error in the console, no broken content policy, no request that
 * leaves the machine.
 */
export const test = base.extend<{
  watched: string[]
  expected: RegExp
  holds: 'the demo office' | 'nothing'
}>({
  // What a test provokes on purpose.
  expected: [/^$/, { option: true }],
  holds: ['the demo office', { option: true }],
  // A browser of its own for each test, with the options that the configuration tells.
  context: async ({ playwright, holds }, use) => {
    const folder = freshProfile(holds)
    const context = await playwright.chromium.launchPersistentContext(folder)
    await use(context)
    await context.close()
    forget(folder)
  },
  page: async ({ context }, use) => use(context.pages()[0] ?? (await context.newPage())),
  watched: [
    async ({ context, baseURL, expected }, use) => {
      const faults: string[] = []
      // A browser that keeps its store in a folder opens with a page.
      const begin = (page: Page): void => {
        watch(page, faults)
        if (SLOWER > 1) void slowDown(page)
      }
      for (const page of context.pages()) begin(page)
      context.on('page', begin)
      context.on('request', request => {
        const url = new URL(request.url())
        // The browser's own viewer of PDFs asks the browser itself for its looks.
        if (
          !['data:', 'blob:', 'chrome:', 'chrome-extension:'].includes(url.protocol) &&
          url.origin !== baseURL
        )
          faults.push(`request to ${request.url()}`)
      })
      await use(faults)
      expect(faults.filter(fault => !expected.test(fault))).toEqual([])
    },
    { auto: true },
  ],
})
export { expect }
/** For tests that begin before anything was entered. */
export const empty = { holds: 'nothing' } as const

const harmless = [
  // The tests keep the program from being kept.
  'Service Worker registration blocked',
  // A dialog of Vuetify that grows out of what has no size at that moment.
  'Invalid keyframe value for property transform',
]
/** `SLOWER=6` tries that no test measures the machine: the processor of every page is six times slower. */
const SLOWER = Number(process.env.SLOWER ?? 1)
async function slowDown(page: Page): Promise<void> {
  const session = await page.context().newCDPSession(page)
  await session.send('Emulation.setCPUThrottlingRate', { rate: SLOWER })
}
function watch(page: Page, faults: string[]): void {
  page.on('pageerror', error => faults.push(`error on the page: ${error.message}`))
  page.on('console', message => {
    if (['error', 'warning'].includes(message.type()) && !harmless.some(is => message.text().startsWith(is)))
      faults.push(`console: ${message.text()}`)
  })
}

interface Mounted {
  readonly __vue_app__?: {
    readonly $nuxt: {
      readonly $router: { push(to: string): Promise<unknown> }
      readonly hooks: { hookOnce(name: 'page:finish', then: () => void): void }
    }
  }
}
/**
 * Goes to an address as a link does: within the app that is open, without loading it anew; that costs a fifth
 * and is what a person does. Where no app is open in the tab, or it stands on that page already, it is loaded.
 */
export async function visit(page: Page, to: string): Promise<void> {
  const inApp = new URL(page.url()).pathname !== to.split('?')[0]
  const gone =
    inApp &&
    (await page.evaluate(async path => {
      const app = (document.querySelector('#__nuxt') as Mounted | null)?.__vue_app__
      if (!app) return false
      const finished = new Promise<void>(done => app.$nuxt.hooks.hookOnce('page:finish', done))
      await app.$nuxt.$router.push(path)
      await finished
      return true
    }, to))
  if (!gone) await page.goto(to)
}

/**
 * A page of an office with the demo data in it, as every test's browser has it that was not told to begin
 * empty.
 */
export async function demoOffice(page: Page): Promise<void> {
  await page.goto('/')
  await expect(page.getByTestId('today')).toBeVisible()
}

/** Closes the tab and opens the same address in a new one: what was not kept is lost. */
export async function reopen(page: Page, context: BrowserContext): Promise<Page> {
  const url = page.url()
  // Nobody closes a tab within the moment in which the last letter is written down.
  await page.waitForTimeout(150)
  await page.close()
  const next = await context.newPage()
  await next.goto(url)
  return next
}

/** The amounts of an account's row on Today: in the lane, total, next number, book, committed, free. */
export async function todayOf(page: Page, account: string): Promise<string[]> {
  await visit(page, '/')
  const row = page.getByTestId('today').getByRole('row').filter({ hasText: account })
  await expect(row).toBeVisible()
  return (await row.getByRole('cell').allInnerTexts()).slice(1, 7)
}

/** A button by what it says, to a person as to a screen reader. */
export const button = (page: Page, name: string): Locator => page.getByRole('button', { name, exact: true })

export const drawForm = (page: Page) => ({
  payee: page.getByRole('combobox', { name: 'Payee' }),
  date: page.getByLabel('Date'),
  amount: page.getByLabel('Amount', { exact: true }),
  memo: page.getByLabel('Memo'),
  address: page.getByLabel('Address on the check'),
  ledger: page.getByRole('combobox', { name: 'Ledger account' }),
  draw: page.getByTestId('draw-it'),
})

/** Unfolds what is seldom changed of a check: date, memo, address. */
export async function drawDetails(page: Page): Promise<void> {
  const more = page.getByTestId('draw-more')
  await more.waitFor()
  if ((await more.getAttribute('aria-expanded')) === 'false') await more.click()
}

/**
 * Says which number is on top of the pack: the one that was filled in, or the one that the program expects, which
 * it shows once something is typed.
 */
export async function readPack(page: Page): Promise<void> {
  const top = page.getByTestId('top-number')
  await top.waitFor()
  if (await top.inputValue()) return
  await top.fill('1')
  await top.fill(await page.getByTestId('expected').innerText())
}
/** Loads the pack as it is meant to be. */
export async function loadPack(page: Page): Promise<void> {
  await readPack(page)
  await button(page, 'Numbers agree').click()
}

/** Walks a run of the named account up to its print step. */
export async function toPrintStep(page: Page, account: string): Promise<void> {
  await visit(page, `/run/new?account=${account}`)
  await page.getByTestId('pick-done').click()
  await loadPack(page)
  await expect(page.getByTestId('pdf-ready')).toBeVisible()
  await button(page, 'Looks right').click()
  await expect(page.getByTestId('print-effect')).toBeVisible()
}

/** The PDF stands in the window that was opened for it. */
export async function holdsPdf(tab: Promise<Page>): Promise<void> {
  await (await tab).waitForURL(/^blob:/, { waitUntil: 'commit' })
  await (await tab).close()
}

/** Types into a field that offers reasons, and leaves it, so that its list closes. */
export async function giveReason(page: Page, name: string, text: string): Promise<void> {
  const field = page.getByRole('combobox', { name, exact: true })
  await field.fill(text)
  await field.press('Tab')
}

/** Fills the form of a first company and account, with this routing number. */
export async function fillFirstAccount(page: Page, routing: string): Promise<void> {
  await page.getByLabel('Company name (one or two lines)').fill('Pellam Slipway Works')
  await page.getByLabel('Company address').fill('2 Cradle Yard')
  await page.getByLabel('Bank', { exact: true }).fill('First Lantern Bank')
  await page.getByLabel('Routing number', { exact: true }).fill(routing)
  await page.getByLabel('Account number', { exact: true }).fill('0052-6610-3')
  await page.getByLabel('First number').fill('1')
  await page.getByLabel('Last number').fill('50')
  await page.getByLabel('Book balance today').fill('100.00')
}

/**
 * A person looks at what came before they press on: nothing acts any more, and the next Enter is a press of its
 * own, not the second half of a double press (a key in between makes it so).
 */
export async function settled(page: Page): Promise<void> {
  await page.waitForFunction(() => !document.querySelector('.v-btn--loading, main[aria-busy=true]'))
  await page.keyboard.press('Shift')
}

/** Enter twice, as fast as a hand does it: the second press does not wait for what the first one brought. */
export const enterTwice = (page: Page): Promise<unknown> =>
  Promise.all([page.keyboard.press('Enter'), page.keyboard.press('Enter')])

/** Somebody who works by the keyboard alone, and how often they pressed a key besides what they typed. */
export function byKeys(page: Page) {
  let count = 0
  // A person looks at what came before they press on: sooner it would be the second half of a double press,
  // or fall on a page at work.
  const press = async (key: string): Promise<void> => {
    count++
    if (key === 'Enter') {
      await settled(page)
    }
    await page.keyboard.press(key)
  }
  const stands = (wanted: string): Promise<boolean> =>
    page.evaluate(sel => Boolean(document.activeElement?.closest(sel)), wanted)
  /** Goes on by Tab, or back with Shift, until the focus stands there. */
  const onto = async (wanted: string, key: 'Tab' | 'Shift+Tab' = 'Tab'): Promise<void> => {
    // Nobody goes looking for what is not on the page yet.
    await page.locator(wanted).first().waitFor()
    for (let n = 0; n < 40; n++) {
      if (await stands(wanted)) return
      await press(key)
    }
    throw new Error(`${wanted} is not reached by ${key}`)
  }
  return { press, onto, presses: (): number => count }
}

/** Keeps every table busy, or one alone, as a long act in another tab would, until it is called. */
export async function holdTheStore(page: Page, table?: string): Promise<() => Promise<void>> {
  await page.evaluate(
    only =>
      new Promise<void>(held => {
        const open = indexedDB.open('violet-lane')
        open.onsuccess = () => {
          const names = only ? [only] : [...open.result.objectStoreNames]
          const tx = open.result.transaction(names, 'readwrite')
          const again = (): void => {
            if (!('letGo' in window)) tx.objectStore(names[0]!).count().onsuccess = again
          }
          again()
          tx.oncomplete = () => open.result.close()
          held()
        }
      }),
    table,
  )
  return () => page.evaluate(() => void Object.assign(window, { letGo: true }))
}
