import type { Page } from '@playwright/test'
import type { AccountTruth, Truth } from './truth'

const cents = (text: string): number => Math.round(Number(text.replace(/[^\d.-]/g, '')) * 100)
const shown = async (page: Page, test: string): Promise<string | undefined> => {
  const at = page.getByTestId(test)
  return await at.count() === 1 && await at.isVisible() ? at.innerText() : undefined
}
type Said = readonly (readonly [what: string, shown: number, truth: number])[]

/** The figures that stand on the screen now, each beside what the store says. */
async function figuresOn(page: Page, truth: Truth): Promise<Said> {
  const path = new URL(page.url()).pathname
  if (path === '/' && await page.getByTestId('today').count()) {
    const rows = await page.getByTestId('today').locator('tbody tr').evaluateAll(all => all.map(r => [...r.querySelectorAll('td')].map(c => (c as HTMLElement).innerText)))
    return rows.flatMap((cells): Said => {
      const of = truth.accounts.find(a => cells[0]?.startsWith(a.name))
      return of ? [['in the lane', Number(cells[1]), of.waiting], ['total', cents(cells[2]!), of.total], ['book', cents(cells[4]!), of.book], ['committed', cents(cells[5]!), of.committed], ['free', cents(cells[6]!), of.free]] : []
    })
  }
  const account = await accountOn(page, truth)
  if (!account) return []
  const found: [string, number, number][] = []
  const add = async (what: string, test: string, value: number, read: (t: string) => number): Promise<void> => { const text = await shown(page, test); if (text !== undefined) found.push([what, read(text), value]) }
  if (path === '/lane') {
    await add('payments', 'count', account.waiting, Number)
    await add('total', 'total', account.total, cents)
    await add('book balance', 'book', account.book, cents)
    await add('after the lane', 'after', account.free, cents)
  }
  const table = page.getByTestId('balances')
  if (await table.count() === 1 && await table.isVisible()) {
    const now = await table.locator('tbody tr td:nth-child(2)').allInnerTexts()
    if (now.length === 3) found.push(['book, now', cents(now[0]!), account.book], ['committed, now', cents(now[1]!), account.committed], ['free, now', cents(now[2]!), account.free])
  }
  return found
}

/** The account that the page is about: the one pressed in the chooser. */
async function accountOn(page: Page, truth: Truth): Promise<AccountTruth | undefined> {
  const pressed = page.locator('.few .v-btn--active')
  if (await pressed.count() !== 1) return undefined
  const name = (await pressed.innerText()).trim()
  return truth.accounts.find(a => a.name === name)
}

/** Figures that do not agree with the store; screens follow it a moment later, so they are looked at again before they count as wrong. */
export async function disagreements(page: Page, known: Truth, again: () => Promise<Truth>): Promise<string[]> {
  for (let look = 0; ; look++) {
    const wrong = (await figuresOn(page, look === 0 ? known : await again())).filter(([, a, b]) => a !== b).map(([what, a, b]) => `${what}: the screen says ${a}, the store ${b}`)
    if (!wrong.length || look === 8) return wrong
    await page.waitForTimeout(150)
  }
}

/** What is cut off or lies outside the window, and whether the focus is lost. */
export const troublesOfSight = (page: Page): Promise<string[]> => page.evaluate(() => {
  const found: string[] = []
  const wide = document.documentElement.scrollWidth - document.documentElement.clientWidth
  if (wide > 1) found.push(`the page scrolls sideways by ${wide}`)
  for (const e of document.querySelectorAll<HTMLElement>('main .v-btn')) {
    const r = e.getBoundingClientRect()
    if (!r.width || e.closest('.v-dialog, .v-overlay, .v-snackbar')) continue
    let scroller = false
    for (let a = e.parentElement; a && a !== document.body; a = a.parentElement) if (/(auto|scroll)/.test(getComputedStyle(a).overflowX) && a.scrollWidth > a.clientWidth + 2) scroller = true
    if (!scroller && r.right > document.documentElement.clientWidth + 1) found.push(`“${e.innerText.slice(0, 30)}” lies outside the window`)
  }
  const told = document.querySelector<HTMLElement>('.v-snackbar__content')?.innerText ?? ''
  const refused = [...document.querySelectorAll<HTMLElement>('main .v-alert.text-error, main .bg-error')].find(e => e.offsetParent && e.innerText.trim())
  if (told && refused && /^(Drawn|Recorded|Saved|Counted)/.test(told)) found.push(`“${told.slice(0, 40)}” still stands beside “${refused.innerText.slice(0, 40)}”`)
  return found
})
/** Whether the focus fell to nothing. */
export const focusLost = (page: Page): Promise<boolean> => page.evaluate(() => !document.activeElement || document.activeElement === document.body)
