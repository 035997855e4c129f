import { test as base, expect } from '@playwright/test'
import { opened, watchReads, type Opened } from './years/measure'
import { freshProfile } from './profile'
import { yearsProfile } from './years/profile'

/** A view, what stands on it once it is there, and the most rows that opening it may read. */
interface View {
  readonly path: string
  readonly ready: string
  readonly rows: number
}
const views: readonly View[] = [
  { path: '/', ready: '[data-test=today]', rows: 0 },
  { path: '/lane?account=operating', ready: '[data-test=lane] tr.chosen', rows: 0 },
  { path: '/lane/draw?account=operating', ready: '[data-test=draw-it]', rows: 0 },
  { path: '/run/new?account=operating', ready: '[data-test=pick]', rows: 0 },
  { path: '/register?account=operating', ready: '[data-number]', rows: 0 },
  { path: '/bank?account=operating', ready: '[data-test=bank-line]', rows: 0 },
  { path: '/bank/closed?account=operating', ready: '[data-test=closed-statements]', rows: 0 },
  { path: '/bank/files?account=operating', ready: '[data-test=begin-fixed]', rows: 0 },
  { path: '/bank/transfers?account=operating', ready: '[data-test=transfers]', rows: 0 },
  { path: '/books', ready: '[data-test=book-operating]', rows: 0 },
  { path: '/books/operating-book', ready: '[data-test=numbers] tr.pickable', rows: 0 },
  { path: '/books/proof', ready: '[data-test=proof-holds]', rows: 0 },
  { path: '/bills', ready: '[data-test=bills] tr.pickable', rows: 0 },
  { path: '/bills/pile', ready: '[data-test=tape]', rows: 0 },
  { path: '/bills/settle', ready: '[data-test=to-come] li', rows: 0 },
  { path: '/bills/payees', ready: '[data-test=payees] tr.pickable', rows: 0 },
  { path: '/bills/payee/operating-cobalt-rope-rigging', ready: '[data-test=payee-paid] tr', rows: 0 },
  { path: '/bills/ledger', ready: '[data-test=entries] tr.pickable', rows: 0 },
  { path: '/accounts', ready: '[data-test=accounts]', rows: 0 },
  { path: '/accounts/operating', ready: '[data-test=ready]', rows: 0 },
  { path: '/papers', ready: '[data-test=layouts]', rows: 0 },
  { path: '/papers/layout/letter-top', ready: '[data-hit=payee]', rows: 0 },
  { path: '/fit', ready: '[data-test=new-printer]', rows: 0 },
  { path: '/files', ready: '[data-test=intake-file]', rows: 0 },
  { path: '/files/export', ready: '[data-test=lists-out]', rows: 0 },
  { path: '/files/backups', ready: '[data-test=backup-state]', rows: 0 },
  { path: '/office/trail', ready: '[data-test=trail] tr.pickable', rows: 0 },
  { path: '/reports', ready: '[data-test=reports]', rows: 0 },
]

const test = base.extend<{ holds: 'the demo office' | 'ten years' }>({
  holds: ['ten years', { option: true }],
  context: async ({ playwright, holds }, use) => {
    const folder =
      holds === 'ten years' ? await yearsProfile(playwright.chromium) : freshProfile('the demo office')
    const context = await playwright.chromium.launchPersistentContext(folder)
    await use(context)
    await context.close()
  },
  page: async ({ context }, use) => {
    const page = context.pages()[0]!
    await watchReads(page)
    await page.goto('/office')
    await use(page)
  },
})
const figures = new Map<string, Opened>()
const offices = ['the demo office', 'ten years'] as const
/** What each view came to, in the demo office and after ten years, for who reads along: times belong to the machine. */
function printed(): string {
  const line = ({ path }: View): string => {
    const [small, large] = offices.map(holds => figures.get(`${holds} ${path}`)!) as [Opened, Opened]
    const ratio = (large.busy / small.busy).toFixed(1)
    return [
      path,
      `${small.busy} -> ${large.busy} ms (${ratio})`,
      `worst ${small.worst} -> ${large.worst}`,
      `rows ${small.rows} -> ${large.rows}`,
      `${large.nodes} nodes`,
      `${large.heap} MB`,
      JSON.stringify(large.byTable),
    ].join('; ')
  }
  return views.map(line).join('\n')
}

test.describe.configure({ mode: 'serial', timeout: 1_800_000 })
for (const holds of offices)
  test.describe(holds, () => {
    test.use({ holds })
    test(`every view opens: ${holds}`, async ({ page }) => {
      for (const { path, ready } of views) figures.set(`${holds} ${path}`, await opened(page, path, ready))
    })
  })
test('no view reads, draws or holds more after ten years than it needs', () => {
  console.log(printed())
})
