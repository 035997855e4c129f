import type { Page } from '@playwright/test'
import { press, QUICK, type Hands, type Move } from './acting'

/** Does something in another tab of the same browser, and closes it. */
async function inOtherTab({ context }: Hands, address: string, work: (tab: Page) => Promise<void>) {
  const tab = await context.newPage()
  try {
    await tab.goto(address)
    await work(tab)
    await tab.waitForTimeout(300)
  } finally {
    await tab.close()
  }
}
const draws = (h: Hands): Promise<void> =>
  inOtherTab(h, '/lane/draw?account=yard', async tab => {
    await tab.getByRole('combobox', { name: 'Payee' }).fill('Shoreline Timber')
    await tab.keyboard.press('Tab')
    await tab
      .getByTestId('amount')
      .locator('input')
      .fill(String(h.r.between(5, 90)))
    await tab.getByTestId('draw-it').dblclick()
  })

const SHEET = '[data-sheet]'
/** What a step of a run is done with; the page shows one of them. */
const steps = ['pick-done', 'load-done', 'gap-done', 'proof-done', 'print-save', 'count-off']
const STEP = steps.map(name => `[data-test=${name}]`).join(', ')
/** The step of the run that is open here, done there: something said of a sheet, then its button. */
const doesTheStep = (h: Hands): Promise<void> =>
  inOtherTab(h, h.page.url(), async tab => {
    await tab.locator(STEP).first().waitFor(QUICK)
    const sheets = tab.locator(SHEET)
    const many = await sheets.count()
    if (many) {
      await sheets.nth(h.r.between(0, many - 1)).focus(QUICK)
      await tab.keyboard.press(h.r.one(['g', 's', 'n']))
      await tab.keyboard.type('torn', { delay: 25 })
    }
    const button = tab.locator(STEP).first()
    if (await button.isEnabled()) await press({ ...h, page: tab }, button)
  })

/** Moves in a second tab: another payment, or the run that is open here. */
export function otherTab(h: Hands): Move[] {
  const found: Move[] = []
  if (h.r.next() < 0.4)
    found.push({ name: 'a second tab draws', most: 1, elsewhere: true, do: async () => draws(h) })
  if (new URL(h.page.url()).pathname.startsWith('/run/') && h.r.next() < 0.6)
    found.push({
      name: 'a second tab does this step of the run',
      most: 1,
      elsewhere: true,
      do: async () => doesTheStep(h),
    })
  return found
}
