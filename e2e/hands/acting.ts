import type { BrowserContext, Locator, Page } from '@playwright/test'
import type { Random } from '../../core/base/random'

/**
 * What a person does next: its name, and how. `most` is how many acts it may come to; `keeps` says that the
 * focus must stand somewhere afterwards, `elsewhere` that it is done in another tab or a worker, `loads` that it
 * asks the server for a page, `queues` that it is done behind the hand.
 */
export interface Move {
  readonly name: string
  readonly most: number
  readonly keeps?: boolean
  readonly elsewhere?: boolean
  readonly loads?: boolean
  readonly queues?: boolean
  do(): Promise<void>
}
export interface Hands {
  readonly page: Page
  readonly context: BrowserContext
  readonly r: Random
}
/**
 * What can be pressed or filled now, by its test name, and how many there are of what is known by a selector.
 */
export interface Seen extends Hands {
  readonly tests: ReadonlySet<string>
  readonly counts: Readonly<Record<string, number>>
}

/** What a double press says that became two presses. */
export const APART = 'the two presses came apart'
/** A button may go away under the finger; on a slow machine one that is there takes its time. */
export const QUICK = { timeout: 10_000 }
/** So long a person waits for a button to come, or to be one that can be pressed. */
const PATIENCE = { timeout: 1500 }
/** Presses a button as an impatient person does: with the mouse or by Enter, once or twice. */
export async function press({ r, page }: Hands, button: Locator): Promise<void> {
  await button.waitFor(PATIENCE)
  if (!(await button.isEnabled(PATIENCE))) throw new Error('it cannot be pressed')
  const twice = r.next() < 0.4
  if (r.next() < 0.5) await (twice ? button.dblclick(QUICK) : button.click(QUICK))
  else {
    await button.focus(QUICK)
    await page.keyboard.press('Enter')
    if (!twice) return
    const between = Date.now()
    await page.keyboard.press('Enter')
    // On a machine that stood still it came too late to be half of a double press: it was a press of its own.
    if (Date.now() - between > 300) throw new Error(APART)
  }
}
export const here = ({ page, tests }: Seen, test: string): Locator | undefined =>
  tests.has(test) ? page.getByTestId(test).first() : undefined
export const odd = [
  '',
  ' ',
  '0',
  '-5',
  '1e9',
  '999,999,999.99',
  '1.234',
  'NaN',
  '.50',
  '$ 12.00',
  'Žofie Łąka',
  '漢字',
  'x'.repeat(90),
  '<b>bold</b>',
  '=1+1',
  '2020-01-01',
  '12/31/2199',
  '31',
  'fri',
  '00000',
  '4290',
]
/** What is longer than this is pasted. */
const MOST_TYPED = 30
/** Types a text in place of what is there, at 25 ms a key. */
export async function type(field: Locator, text: string): Promise<void> {
  const isInput = await field.evaluate(e => e.matches('input, textarea'), undefined, QUICK)
  const input = isInput ? field : field.locator('input:not([type=hidden]), textarea').first()
  if (text.length > MOST_TYPED) return input.fill(text, QUICK)
  await input.fill('', QUICK)
  await input.pressSequentially(text, { delay: 25, ...QUICK })
}
