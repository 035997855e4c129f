import type { Page } from '@playwright/test'
import { standsStill, violationsOf } from '../axe'
import type { Truth } from './truth'

const cents = (text: string): number => Math.round(Number(text.replace(/[^\d.-]/g, '')) * 100)
type Said = readonly (readonly [what: string, shown: number, truth: number])[]

/**
 * What stands on the screen, taken at one moment: the rows of Today, the account that is pressed, the figures
 * by their names, the balances.
 */
const seenOn = (page: Page) =>
  page.evaluate(() => {
    const shown = (e: HTMLElement | null): string | undefined =>
      e?.checkVisibility() ? e.innerText : undefined
    const by = (test: string): HTMLElement | null => document.querySelector(`[data-test=${test}]`)
    const pressed = [...document.querySelectorAll<HTMLElement>('.few .v-btn--active')]
    return {
      path: location.pathname,
      today: [...(by('today')?.querySelectorAll('tbody tr') ?? [])].map(row =>
        [...row.querySelectorAll('td')].map(cell => cell.innerText),
      ),
      // The account that the page is about.
      account: pressed.length === 1 ? pressed[0]!.innerText.trim() : undefined,
      figures: {
        count: shown(by('count')),
        total: shown(by('total')),
        book: shown(by('book')),
        after: shown(by('after')),
      },
      balances:
        shown(by('balances')) === undefined
          ? []
          : [...by('balances')!.querySelectorAll<HTMLElement>('tbody tr td:nth-child(2)')].map(
              cell => cell.innerText,
            ),
    }
  })

/** The figures that stand on the screen now, each beside what the store says. */
async function figuresOn(page: Page, truth: Truth): Promise<Said> {
  const { path, today, account: name, figures, balances } = await seenOn(page)
  if (path === '/')
    return today.flatMap((cells): Said => {
      const of = truth.accounts.find(a => cells[0]?.startsWith(a.name))
      return of
        ? [
            ['in the lane', Number(cells[1]), of.waiting],
            ['total', cents(cells[2]!), of.total],
            ['book', cents(cells[4]!), of.book],
            ['committed', cents(cells[5]!), of.committed],
            ['free', cents(cells[6]!), of.free],
          ]
        : []
    })
  const account = truth.accounts.find(a => a.name === name)
  if (!account) return []
  const found: [string, number, number][] = []
  const add = (what: string, text: string | undefined, value: number, read: (t: string) => number): void => {
    if (text !== undefined) found.push([what, read(text), value])
  }
  if (path === '/lane') {
    add('payments', figures.count, account.waiting, Number)
    add('total', figures.total, account.total, cents)
    add('book balance', figures.book, account.book, cents)
    add('after the lane', figures.after, account.free, cents)
  }
  if (balances.length === 3)
    found.push(
      ['book, now', cents(balances[0]!), account.book],
      ['committed, now', cents(balances[1]!), account.committed],
      ['free, now', cents(balances[2]!), account.free],
    )
  return found
}

/**
 * Figures that do not agree with the store; screens follow it a moment later, so they are looked at again
 * before they count as wrong.
 */
export async function disagreements(
  page: Page,
  known: Truth,
  again: () => Promise<Truth>,
): Promise<string[]> {
  for (let look = 0; ; look++) {
    const wrong = (await figuresOn(page, look === 0 ? known : await again()))
      .filter(([, a, b]) => a !== b)
      .map(([what, a, b]) => `${what}: the screen says ${a}, the store ${b}`)
    if (!wrong.length || look === 8) return wrong
    await page.waitForTimeout(150)
  }
}

/**
 * What is cut off or lies outside the window, buttons whose name is not what stands on them, tables without
 * titles, and good news beside a refusal.
 */
export const troublesOfSight = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const found: string[] = []
    const wide = document.documentElement.scrollWidth - document.documentElement.clientWidth
    if (wide > 1) found.push(`the page scrolls sideways by ${wide}`)
    for (const e of document.querySelectorAll<HTMLElement>('main :is(.v-btn, .row-act)')) {
      const r = e.getBoundingClientRect()
      if (!r.width || e.closest('.v-dialog, .v-overlay, .v-snackbar')) continue
      let scroller = false
      for (let a = e.parentElement; a && a !== document.body; a = a.parentElement)
        if (/(auto|scroll)/.test(getComputedStyle(a).overflowX) && a.scrollWidth > a.clientWidth + 2)
          scroller = true
      if (!scroller && r.right > document.documentElement.clientWidth + 1)
        found.push(`“${e.innerText.slice(0, 30)}” lies outside the window`)
    }
    // Who speaks to the machine says what stands on the button (2.5.3); axe is asked only of some states.
    const spoken = (text: string): string =>
      text
        .toLowerCase()
        .replaceAll(/[^\p{L}\p{N}]+/gu, ' ')
        .trim()
    for (const e of document.querySelectorAll<HTMLElement>(':is(a, button, [role=button])[aria-label]'))
      if (e.checkVisibility()) {
        const text = spoken(e.innerText)
        if (text.length > 1 && !spoken(e.ariaLabel!).includes(text))
          found.push(`“${e.innerText}” is called “${e.ariaLabel}”`)
      }
    // axe asks it of tables with three rows or more, which not every office has.
    for (const table of document.querySelectorAll<HTMLTableElement>('main table:not(:has(th))'))
      if ((table.rows[0]?.cells.length ?? 0) > 2)
        found.push(`the columns of “${table.dataset.test}” have no titles`)
    const told = document.querySelector<HTMLElement>('.v-snackbar__content')?.innerText ?? ''
    const refused = [
      ...document.querySelectorAll<HTMLElement>('main .v-alert.text-error, main .bg-error'),
    ].find(e => e.offsetParent && e.innerText.trim())
    if (told && refused && /^(Drew|Recorded|Saved|Counted)/.test(told))
      found.push(`“${told.slice(0, 40)}” still stands beside “${refused.innerText.slice(0, 40)}”`)
    return found
  })
/** Whether the focus fell to nothing. */
export const focusLost = (page: Page): Promise<boolean> =>
  page.evaluate(() => !document.activeElement || document.activeElement === document.body)
/** Whether nothing on the page is at work. */
export const atRest = (page: Page): Promise<boolean> =>
  page.evaluate(() => !document.querySelector('.v-btn--loading, main[aria-busy=true]'))

/** In what state the page is: which view, in which theme, with which parts, dialogs, lists and refusals. */
const stateOf = (page: Page): Promise<string> =>
  page.evaluate(() => {
    const named = (css: string): string[] =>
      [...document.querySelectorAll<HTMLElement>(css)]
        .filter(e => e.checkVisibility())
        .map(e => e.getAttribute('aria-label') ?? e.dataset.test ?? e.innerText.slice(0, 20))
    return JSON.stringify([
      location.pathname.replaceAll(/[^/]*\d[^/]*/g, '#'),
      document.querySelector('.v-theme--dark') !== null,
      named('[role=dialog], [role=menu], [role=listbox]'),
      named('[role=alert], .v-input--error').length > 0,
      named('main form, main [data-test$=form], main table'),
      [...document.querySelectorAll<HTMLElement>('main h2')]
        .filter(e => e.checkVisibility())
        .map(e => e.innerText.replaceAll(/\P{L}+/gu, ' ')),
    ])
  })
/** Looks at a page with axe where no page was looked at in this state before; gives what it finds. */
export function everyStateOnce(): (page: Page) => Promise<string[]> {
  const seen = new Set<string>()
  return async page => {
    const state = await stateOf(page)
    if (seen.has(state)) return []
    await standsStill(page)
    const found = await violationsOf(page)
    // What went on meanwhile is another state, to be looked at when it stands.
    if ((await stateOf(page)) !== state) return []
    seen.add(state)
    return found.map(what => `${state}: ${what}`)
  }
}
