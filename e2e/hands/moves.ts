import type { Page } from '@playwright/test'
import type { Random } from '../../core/base/random'
import { here, odd, press, QUICK, type, type Hands, type Move, type Seen } from './acting'
import { banking, finding } from './bankMoves'
import { bills } from './billMoves'
import { filesIn, otherOffice } from './fileMoves'
import { otherTab } from './otherTab'
import { files, fit, lightTable, papers } from './paperMoves'

const counted = {
  pills: '.few .v-btn',
  lane: '[data-test=lane] tr.pickable',
  boxes: '[data-test=pick] tbody input:not(:disabled)',
  sheets: '[data-sheet]',
  numbers: 'tr[data-number]',
  books: '.book h2 a',
  asked: '[data-test=ask-go]',
} as const

/** Looks once over the page: everything else is decided from that. */
const look = async (h: Hands): Promise<Seen> => {
  const { tests, counts } = await h.page.evaluate(
    selectors => ({
      tests: [...document.querySelectorAll<HTMLElement>('[data-test]')]
        .filter(e => e.checkVisibility() && !e.matches(':disabled, .v-btn--loading, .v-input--disabled'))
        .map(e => e.dataset.test!),
      counts: Object.fromEntries(
        Object.entries(selectors).map(([name, selector]) => [
          name,
          document.querySelectorAll(selector).length,
        ]),
      ),
    }),
    counted,
  )
  return { ...h, tests: new Set(tests), counts }
}

const payees = [
  'Cobalt Rope & Rigging',
  'saltgrass BAKERY',
  'Shoreline Timber',
  'Tidegate Harbor Dues',
  'Nobody Known',
  'Anchorage Legal Partners',
  'Mara Osgood',
]
const amount = (r: Random): string =>
  r.next() < 0.7 ? `${r.between(1, 900)}.${String(r.between(0, 99)).padStart(2, '0')}` : r.one(odd)
const places = [
  '/',
  '/',
  '/lane',
  '/lane',
  '/lane/draw',
  '/lane/draw',
  '/register',
  '/books',
  '/papers',
  '/fit',
  '/accounts',
  '/office',
  '/files',
  '/files',
  '/files/export',
  '/files/backups',
  '/office/companies',
  '/books/proof',
  '/office/trail',
  '/lane/draw',
  '/run/together',
  '/bills',
  '/bills/pile',
  '/bills/pile',
  '/bills/settle',
  '/bills/settle',
  '/bills/payees',
  '/bills/ledger',
  '/bills/payee/operating-cobalt-rope-rigging',
  '/bills/payee/new',
  '/bank',
  '/bank',
  '/bank/files',
  '/bank/questions',
  '/bank/transfers',
  '/bank/closed',
  '/bank/rules',
  '/office/bank',
  '/office/bank',
  '/office/mailbox',
  '/reports',
  '/reports/outstanding',
  '/reports/paid',
  '/reports/cash',
  '/papers/layout/us-three-checks',
  '/papers/layout/letter-top',
]

/** Moves that can be made anywhere. */
function anywhere(h: Hands): Move[] {
  const { page, r } = h
  return [
    {
      name: 'go by the rail',
      most: 0,
      keeps: true,
      do: async () => {
        await page.locator('nav[aria-label=Places] a').nth(r.between(0, 11)).click(QUICK)
      },
    },
    {
      name: 'open an address',
      most: 0,
      loads: true,
      do: async () => {
        await page.goto(r.one(places))
      },
    },
    finding(h),
    { name: 'go back', most: 0, loads: true, do: async () => goBack(page) },
    {
      name: 'reload',
      most: 0,
      loads: true,
      do: async () => {
        await page.reload()
      },
    },
    {
      name: 'other size',
      most: 0,
      do: async () => {
        await page.setViewportSize(
          r.one([
            { width: 1280, height: 800 },
            { width: 1024, height: 700 },
            { width: 640, height: 400 },
          ]),
        )
      },
    },
    {
      name: 'light or dark',
      most: 0,
      do: async () => {
        await page.getByRole('button', { name: /^(Dark|Light)$/ }).click(QUICK)
      },
    },
    {
      name: 'escape',
      most: 0,
      do: async () => {
        await page.keyboard.press('Escape')
      },
    },
    ...otherTab(h),
    ...(r.next() < 0.15 ? [otherOffice(h)] : []),
  ]
}

/** Back, but no further than the first page of the app. */
async function goBack(page: Page): Promise<void> {
  const home = new URL(page.url()).origin
  await page.goBack()
  if (new URL(page.url()).origin !== home) await page.goto(home)
}

function account({ page, r, counts }: Seen): Move[] {
  const pills = page.locator(counted.pills)
  return counts.pills
    ? [
        {
          name: 'other account',
          most: 0,
          do: async () => {
            await pills.nth(r.between(0, counts.pills! - 1)).click(QUICK)
          },
        },
      ]
    : []
}

function drawing(h: Seen): Move[] {
  const { page, r } = h
  const draw = here(h, 'draw-it')
  if (!draw) return []
  const fill = {
    name: 'fill the draw form',
    most: 0,
    do: async () => {
      await page
        .getByRole('combobox', { name: 'Payee' })
        .fill(r.next() < 0.8 ? r.one(payees) : r.one(odd), QUICK)
      await page.keyboard.press('Tab')
      await type(page.getByTestId('amount'), amount(r))
      const date = page.getByTestId('date')
      if (r.next() < 0.3 && !(await date.isVisible())) await page.keyboard.press('ArrowDown')
      if (!(await date.isVisible())) return
      await type(date, r.next() < 0.7 ? r.one(['', 'fri', '+2', 'tomorrow']) : r.one(odd))
      if (r.next() < 0.3) await type(page.getByTestId('memo'), r.one(odd).slice(0, 80))
    },
  }
  const submit = {
    name: 'draw',
    most: 1,
    keeps: true,
    do: async () => {
      await press(h, draw)
    },
  }
  return [
    fill,
    fill,
    submit,
    submit,
    {
      name: 'fill and draw',
      most: 1,
      keeps: true,
      do: async () => {
        await fill.do()
        await submit.do()
      },
    },
    {
      name: 'Enter in the form',
      most: 1,
      keeps: true,
      do: async () => {
        await page.getByTestId('amount').locator('input').press('Enter', QUICK)
      },
    },
  ]
}

function lane(h: Seen): Move[] {
  const { page, r } = h
  const found: Move[] = []
  const rows = page.locator(counted.lane)
  const count = h.counts.lane!
  if (count)
    found.push({
      name: 'choose in the lane',
      most: 0,
      do: async () => {
        await rows.nth(r.between(0, Math.min(count - 1, 8))).click(QUICK)
      },
    })
  const one = (test: string, name: string, most: number, before?: () => Promise<void>): void => {
    const at = here(h, test)
    if (at)
      found.push({
        name,
        most,
        do: async () => {
          await before?.()
          await press(h, at)
        },
      })
  }
  one('change', 'change', 0)
  one('change-keep', 'keep the change', 1, async () => {
    await type(page.getByTestId('change-memo'), r.one(odd).slice(0, 80))
    if (r.next() < 0.4) await type(page.getByTestId('change-amount'), amount(r)).catch(() => undefined)
    if (r.next() < 0.2) await type(page.getByTestId('change-payee'), r.one(payees)).catch(() => undefined)
  })
  one('withdraw', 'withdraw?', 0)
  one('withdraw-go', 'withdraw', 1)
  const why = here(h, 'withdraw-why')
  if (why)
    found.push({
      name: 'Give a reason for withdrawing the payment',
      most: 0,
      do: async () => {
        await type(why, 'drawn by mistake')
      },
    })
  one('take-change-back', 'take the change in the lane back', 1)
  one('bring-back', 'bring back', 1)
  one('lane-cancel', 'cancel from the lane?', 0)
  one('start-run', 'start a run', 0)
  return found
}

function run(h: Seen): Move[] {
  const { page, r } = h
  const found: Move[] = []
  const one = (test: string, name: string, most: number, often = 1): void => {
    const at = here(h, test)
    if (at)
      for (let i = 0; i < often; i++)
        found.push({
          name,
          most,
          keeps: true,
          do: async () => {
            await press(h, at)
          },
        })
  }
  const boxes = page.locator(counted.boxes)
  if (h.counts.boxes)
    found.push({
      name: 'tick or untick',
      most: 0,
      do: async () => {
        await boxes.nth(r.between(0, h.counts.boxes! - 1)).click(QUICK)
      },
    })
  one('pick-done', 'pick', 1, 3)
  const top = here(h, 'top-number')
  if (top) {
    found.push({
      name: 'the number on the pack',
      most: 0,
      do: async () => {
        if (!(await top.inputValue(QUICK))) await top.fill('1', QUICK)
        const expected = Number(await page.getByTestId('expected').innerText(QUICK))
        await top.fill(
          r.next() < 0.6
            ? String(expected)
            : r.next() < 0.5
              ? String(expected + r.between(1, 4))
              : String(expected).replace(/\d/, d => String((Number(d) + 1) % 10)),
          QUICK,
        )
      },
    })
  }
  one('load-done', 'load', 1, 3)
  const gap = here(h, 'gap-why')
  if (gap)
    found.push({
      name: 'say why of the gap',
      most: 0,
      do: async () => {
        await type(gap, 'not in the box')
      },
    })
  one('gap-done', 'load past a gap', 1)
  const consent = here(h, 'consent')
  if (consent)
    found.push({
      name: 'consent',
      most: 0,
      do: async () => {
        await type(consent, 'seen')
      },
    })
  one('proof-done', 'looks right', 0, 3)
  one('print-save', 'print to a file', 1, 2)
  one('drop-run', 'drop?', 0)
  one('all-good', 'all good', 0, 2)
  one('count-off', 'count off', 1, 3)
  const sheets = page.locator(counted.sheets)
  const many = h.counts.sheets!
  if (many)
    found.push({
      name: 'say of a sheet',
      most: 0,
      do: async () => {
        await sheets.nth(r.between(0, Math.min(many - 1, 5))).focus(QUICK)
        await page.keyboard.press(r.one(['g', 's', 'n', 'g']))
        if (r.next() < 0.8) await page.keyboard.type('torn')
      },
    })
  return found
}

function register(h: Seen): Move[] {
  const { page, r } = h
  const found: Move[] = []
  const rows = page.locator(counted.numbers)
  if (h.counts.numbers)
    found.push({
      name: 'choose in the register',
      most: 0,
      do: async () => {
        await rows.nth(r.between(0, Math.min(10, h.counts.numbers! - 1))).click(QUICK)
      },
    })
  for (const test of ['act-replace', 'act-cancel']) {
    const at = here(h, test)
    if (at)
      found.push({
        name: `${test}?`,
        most: 0,
        do: async () => {
          await at.click(QUICK)
        },
      })
  }
  return found
}

/** Whatever dialog stands open: a reason, then yes, or leave it. */
function dialog(h: Seen): Move[] {
  const { page, r } = h
  if (!h.counts.asked) return []
  const go = here(h, 'ask-go')
  const found: Move[] = [
    {
      name: 'leave the question',
      most: 0,
      keeps: true,
      do: async () => {
        await page.keyboard.press('Escape')
      },
    },
  ]
  const code = here(h, 'new-code')
  if (code)
    found.push({
      name: 'name a new layout',
      most: 0,
      do: async () => {
        await type(code, r.next() < 0.7 ? `H${r.between(1, 99)}` : r.one(odd))
      },
    })
  const why = here(h, 'act-why') ?? here(h, 'why') ?? here(h, 'other-reference') ?? here(h, 'stop-reference')
  if (why)
    found.push({
      name: 'say why',
      most: 0,
      do: async () => {
        await type(why, r.one(['lost in the mail', 'paid twice', ' ']))
        await page.keyboard.press('Tab')
      },
    })
  if (go)
    for (let i = 0; i < 3; i++)
      found.push({
        name: 'yes',
        most: 1,
        do: async () => {
          await press(h, go)
        },
      })
  return found
}

function books(h: Seen): Move[] {
  const { page, r } = h
  const found: Move[] = []
  const open = here(h, 'open-book')
  if (open)
    found.push({
      name: 'open a book?',
      most: 0,
      do: async () => {
        await open.click(QUICK)
      },
    })
  const first = here(h, 'book-first')
  if (first)
    found.push({
      name: 'open a book',
      most: 1,
      do: async () => {
        const n = r.between(30_000, 90_000)
        await type(first, r.next() < 0.8 ? String(n) : r.one(odd))
        await type(page.getByTestId('book-last'), r.next() < 0.8 ? String(n + 40) : r.one(odd))
        await press(h, page.getByTestId('book-open'))
      },
    })
  const give = here(h, 'fate-from')
  if (give)
    found.push({
      name: 'give a fate',
      most: 1,
      do: async () => {
        const n = r.between(5000, 5900)
        await type(give, r.next() < 0.8 ? String(n) : r.one(odd))
        await type(page.getByTestId('fate-to'), String(n + r.between(0, 3)))
        await type(page.getByTestId('fate-why'), 'torn')
        await page.keyboard.press('Tab')
        await press(h, page.getByTestId('fate-give'))
      },
    })
  const links = page.locator(counted.books)
  if (h.counts.books)
    found.push({
      name: 'look into a book',
      most: 0,
      do: async () => {
        await links.nth(r.between(0, h.counts.books! - 1)).click(QUICK)
      },
    })
  return found
}

function accounts(h: Seen): Move[] {
  const { page, r } = h
  const found: Move[] = []
  const save = here(h, 'save-account')
  if (save)
    found.push({
      name: 'rename and save the account',
      most: 1,
      do: async () => {
        const name = page.getByLabel('Account name')
        await name.fill(`${(await name.inputValue()).split(' ')[0]} ${r.between(1, 9)}`, QUICK)
        await press(h, save)
      },
    })
  const close = here(h, 'close-through')
  const button = new URL(page.url()).pathname === '/bank' ? 'close-statement' : 'close-period'
  if (close)
    found.push({
      name: `${button} through a day`,
      most: 1,
      do: async () => {
        await type(close, r.one(['-60', '-1', '+3', '2020-01-01', 'x']))
        await press(h, page.getByTestId(button).first())
      },
    })
  return found
}

/** Every move that can be made where the person is now; those that lead an act on stand there more often. */
export async function movesHere(h: Hands): Promise<Move[]> {
  const seen = await look(h)
  const asked = dialog(seen)
  if (asked.length)
    return [...asked, ...asked, ...anywhere(h).filter(m => ['go back', 'reload', 'escape'].includes(m.name))]
  const own = [
    account,
    drawing,
    lane,
    run,
    register,
    books,
    accounts,
    papers,
    lightTable,
    fit,
    files,
    filesIn,
    bills,
    banking,
  ].flatMap(of => of(seen))
  const acting = own.filter(m => m.most > 0)
  const leave = anywhere(h)
  return [
    ...own,
    ...own,
    ...own,
    ...own,
    ...acting,
    ...acting,
    ...acting,
    ...leave,
    ...leave.slice(0, 2),
    ...leave.slice(0, 2),
  ]
}
