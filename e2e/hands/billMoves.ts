import { here, odd, press, QUICK, type, type Move, type Seen } from './acting'

const codes = ['COBR', 'saltgrass bakery', 'ROWF', 'WINL', 'SHOT', 'NORM', 'nobody', 'ANCL', 'RUNP']

/** Fills and enters bills, and the pile they come from. */
function entering(h: Seen): Move[] {
  const { page, r } = h
  const enter = here(h, 'keep-bill')
  if (!enter) return []
  const fill = async (): Promise<void> => {
    await page.getByRole('combobox', { name: 'Payee, by code or name' }).fill(r.one(codes), QUICK)
    await page.keyboard.press('Tab')
    await type(page.getByTestId('bill-number'), r.next() < 0.8 ? `H-${r.between(1, 30)}` : r.one(odd))
    await type(page.getByTestId('bill-date'), r.one(['', '-20', 'fri', '11/2', 'x']))
    const usual = `${r.next() < 0.2 ? '-' : ''}${r.between(1, 900)}.${r.between(10, 99)}`
    await type(page.getByTestId('bill-amount'), r.next() < 0.75 ? usual : r.one(odd))
  }
  const found: Move[] = [
    { name: 'fill a bill', most: 0, do: fill },
    {
      name: 'fill and enter a bill',
      most: 1,
      queues: true,
      keeps: true,
      do: async () => {
        await fill()
        await press(h, enter)
      },
    },
    { name: 'enter the bill', most: 1, keeps: true, queues: true, do: async () => press(h, enter) },
  ]
  const again = here(h, 'bill-again')
  if (again)
    found.push({ name: 'say why it comes again', most: 0, do: async () => type(again, 'a second delivery') })
  const tape = here(h, 'tape')
  if (tape)
    found.push({
      name: 'the sum of the pile',
      most: 0,
      do: async () => type(tape, r.one(['120.00', ...odd])),
    })
  for (const [test, name] of [
    ['pile-end', 'another pile'],
    ['bill-line', 'another line'],
  ] as const) {
    const at = here(h, test)
    if (at) found.push({ name, most: 0, do: async () => press(h, at) })
  }
  return found
}

/** Chooses among bills and payees, and acts on the one that stands open. */
function looking(h: Seen): Move[] {
  const { page, r } = h
  const found: Move[] = []
  for (const list of ['bills', 'payees', 'settle'] as const) {
    if (!here(h, list)) continue
    const rows = page.locator(`[data-test=${list}] tr.pickable`)
    found.push({
      name: `choose among ${list}`,
      most: 0,
      do: async () => {
        const n = await rows.count()
        if (n) await rows.nth(r.between(0, Math.min(n - 1, 9))).click(QUICK)
      },
    })
  }
  const find = here(h, 'bill-find') ?? here(h, 'payee-find')
  if (find)
    found.push({
      name: 'find',
      most: 0,
      do: async () => type(find, r.one(['', 'cob', '41', '417', ...odd])),
    })
  const acts = [
    ['hold-bill', 'hold?', 0],
    ['cancel-bill', 'cancel a bill?', 0],
    ['let-go', 'let a bill go', 1],
    ['approve', 'say yes', 1],
    ['payee-hold', 'hold a payee?', 0],
    ['payee-go', 'let a payee go', 1],
    ['keep-payee', 'keep the payee', 1],
    ['change-bill', 'change a bill?', 0],
    ['settle-it', 'settle it?', 0],
    ['take-in', 'take bills in?', 0],
    ['payee-new', 'a new payee?', 0],
    ['take-change-back', 'take a change back', 1],
    ['share', 'share a payee', 1],
  ] as const
  for (const [test, name, most] of acts) {
    const at = here(h, test)
    if (at) found.push({ name, most, do: async () => press(h, at) })
  }
  const name = here(h, 'payee-name')
  if (name)
    found.push({
      name: 'fill a payee',
      most: 0,
      do: async () => {
        await type(name, r.next() < 0.7 ? `Hands ${r.between(1, 9)}` : r.one(odd).slice(0, 80))
        await type(page.getByTestId('payee-terms'), r.one(['', 'net 10', '2/10 net 30', 'soon']))
        await type(page.getByTestId('payee-address'), '1 Quay\nPellam Sound')
      },
    })
  return found
}

/** Settles: bills in and out, a part, a later day, all of it drawn or paid another way. */
function settling(h: Seen): Move[] {
  const { page, r } = h
  const go = here(h, 'settle-go')
  const boxes = page.locator('[data-test=settle] tbody input:not(:disabled)')
  const found: Move[] = []
  if (here(h, 'settle'))
    found.push({
      name: 'take a bill in or out',
      most: 0,
      do: async () => {
        const n = await boxes.count()
        if (n) await boxes.nth(r.between(0, n - 1)).click(QUICK)
      },
    })
  const part = here(h, 'part-amount')
  if (part)
    found.push({
      name: 'a part of a bill',
      most: 0,
      do: async () => {
        await type(part, r.one(['10.00', '-5', ...odd]))
        await page.keyboard.press('Enter')
      },
    })
  const later = here(h, 'settle-later')
  if (later) found.push({ name: 'for later', most: 0, do: async () => type(later, r.one(['', '+3', 'x'])) })
  if (go)
    for (let i = 0; i < 2; i++)
      found.push({ name: 'draw what was chosen', most: 1, keeps: true, do: async () => press(h, go) })
  const other = here(h, 'otherwise')
  if (other) found.push({ name: 'paid another way?', most: 0, do: async () => press(h, other) })
  const all = here(h, 'pay-all')
  if (all) found.push({ name: 'pay all open bills', most: 0, do: async () => press(h, all) })
  return found
}

/** Lines, a bill and pay in the form that draws; other bills of a payment in the lane. */
function within(h: Seen): Move[] {
  const { page, r } = h
  const found: Move[] = []
  for (const [test, name] of [
    ['draw-line', 'ledger lines'],
    ['draw-more', 'fold the details'],
    ['draw-bill', 'a bill with it?'],
    ['draw-pay', 'this is pay'],
  ] as const) {
    const at = here(h, test)
    if (at) found.push({ name, most: 0, do: async () => press(h, at) })
  }
  const line = here(h, 'ledger-line')
  if (line)
    found.push({
      name: 'fill a ledger line',
      most: 0,
      do: async () => {
        const inputs = line.locator('input:not([type=hidden])')
        await inputs.nth(1).fill(r.one(['', '3 x 2.50', '40%', '10', ...odd]), QUICK)
        await inputs.nth(2).fill(r.one(['', 'Rope', ...odd]).slice(0, 80), QUICK)
      },
    })
  const number = here(h, 'new-bill-number')
  if (number)
    for (let i = 0; i < 2; i++)
      found.push({
        name: 'number the bill with it',
        most: 0,
        do: async () => type(number, r.next() < 0.8 ? `W-${r.between(1, 40)}` : r.one(odd).slice(0, 40)),
      })
  const billAmount = here(h, 'new-bill-amount')
  if (billAmount)
    found.push({
      name: 'the amount of the bill with it',
      most: 0,
      do: async () => type(billAmount, r.one(['', '40%', '2 x 5', '10', ...odd])),
    })
  const pay = here(h, 'pay')
  if (pay)
    found.push({
      name: 'fill pay',
      most: 0,
      do: async () => {
        const cells = pay.locator('input')
        const at = r.between(0, (await cells.count()) - 1)
        await cells.nth(at).fill(r.one(['900.00', '12', 'Bonus', ...odd]).slice(0, 40), QUICK)
      },
    })
  const chosen = here(h, 'change-bills')
  if (chosen)
    found.push({
      name: 'other bills in the lane',
      most: 0,
      do: async () => {
        const boxes = page.locator('[data-test=change-bills] input[type=checkbox]:not(:disabled)')
        const n = await boxes.count()
        if (n) await boxes.nth(r.between(0, n - 1)).click(QUICK)
      },
    })
  return found
}

/** Moves of payees, bills and settling. */
export const bills = (h: Seen): Move[] => [...entering(h), ...looking(h), ...settling(h), ...within(h)]
