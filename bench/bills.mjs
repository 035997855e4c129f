// An office that owes: pages of bills, of a payee and of settling, with a thousand bills and with a hundred
// thousand, in the browser.
const CHUNK = 10_000
const PAYEES = 5000
const OPEN_EACH = 250

const day = n => new Date(Date.UTC(2026, 0, 1) + (n % 300) * 86_400_000).toISOString().slice(0, 10)

/** A payee, a bill and its payment, as the store keeps them; one bill in so many is still open. */
const payee = i => ({
  id: `bench-payee-${i}`,
  companyId: 'ferry',
  kind: 'supplier',
  name: `Bench Payee ${i}`,
  address: ['1 Quay'],
  memo: '',
  split: [{ ledgerId: 'ferry-6100', weight: 1 }],
  onHold: false,
  taxForm: 'none',
  code: `B${i}`,
})
const bill = (i, openEvery) => {
  const isOpen = i % openEvery === 0
  const payeeId = `bench-payee-${i % PAYEES}`
  const amount = 1000 + (i % 9000)
  return {
    id: `bench-bill-${i}`,
    companyId: 'ferry',
    payeeId,
    number: `BB-${i}`,
    alike: `${payeeId}/${i}`,
    ourNumber: 100_000 + i,
    date: day(i),
    due: day(i + 30),
    amount,
    lines: [{ ledgerId: 'ferry-6100', amount, memo: '' }],
    memo: 'Goods',
    taxForm: 'none',
    stage: isOpen ? 'payable' : 'paid',
    enteredAt: `${day(i)}T10:00:00.000-05:00`,
    enteredBy: 'B',
    promised: 0,
    settled: isOpen ? 0 : amount,
    entries: 1,
  }
}
const payment = b => ({
  id: `pay ${b.id}`,
  companyId: 'ferry',
  accountId: 'operating',
  payeeId: b.payeeId,
  name: 'Bench Payee',
  address: [],
  date: b.due,
  amount: b.amount,
  memo: '',
  lines: [],
  split: [],
  state: 'cleared',
  drawnAt: b.enteredAt,
  settles: {
    payables: 'ferry-2010',
    discounts: 'ferry-4900',
    bills: [{ billId: b.id, amount: b.amount, discount: 0 }],
  },
})

async function putBills(page, putRows, from, to) {
  for (let at = from; at < to; at += CHUNK) {
    // As much is open in the large office as in the small one: what is owed does not grow with the years.
    const bills = Array.from({ length: Math.min(CHUNK, to - at) }, (_, i) =>
      bill(at + i, Math.max(1, Math.round((to - from) / OPEN_EACH))),
    )
    await putRows(page, { bills, payments: bills.filter(b => b.stage === 'paid').map(payment) })
  }
}

const pagesOf = async (page, opening) => ({
  bills: await opening(page, '/register', 'a[href="/bills"]', '[data-test=bills] tr.pickable'),
  settle: await opening(page, '/bills', 'a[href^="/bills/settle"]', '[data-test=to-come] li'),
  payee: await opening(page, '/bills/settle', 'a[href^="/bills/payees"]', '[data-test=payees] tr.pickable'),
})

/** Longest of some keystrokes in the search over the payees, in ms from the key to the drawn list. */
async function keystroke(page) {
  await page.goto('/bills/payees')
  await page.locator('[data-test=payees] tr.pickable').first().waitFor()
  return page.evaluate(async () => {
    const input = document.querySelector('[data-test=payee-find] input')
    input.focus()
    const times = []
    for (const text of ['b', 'be', 'ben', 'benc', 'bench', 'bench p', 'bench payee 4', 'bench payee 49']) {
      const at = performance.now()
      Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(input, text)
      input.dispatchEvent(new Event('input', { bubbles: true }))
      await Promise.resolve()
      await new Promise(done => requestAnimationFrame(() => setTimeout(done)))
      times.push(performance.now() - at)
    }
    return times.sort((a, b) => a - b)[Math.floor(times.length / 2)]
  })
}

/** Measures, and says what was found. Gives the figures. */
export async function billPages({ served, opening, putRows, say, round }) {
  const found = {}
  await served(3976, async page => {
    await page.getByRole('button', { name: 'Load the demo office' }).click()
    await page.locator('[data-test=today]').waitFor()
    await putRows(page, { payees: Array.from({ length: PAYEES }, (_, i) => payee(i)) })
    await putBills(page, putRows, 0, 1000)
    found.small = await pagesOf(page, opening)
    await putBills(page, putRows, 0, 100_000)
    found.large = await pagesOf(page, opening)
    found.key = round(await keystroke(page), 1)
  })
  console.log('\nAn office with 5,000 payees and 100,000 bills')
  const names = { bills: 'the list of bills', settle: 'the settling proposal', payee: 'the list of payees' }
  for (const [key, name] of Object.entries(names)) {
    const [small, large] = [found.small[key], found.large[key]]
    const ratio = round(large.busy / small.busy)
    say(
      `${name} opens, main thread`,
      `${large.busy} ms (${large.wall} ms in all), ${ratio} times that of 1,000 bills`,
      'under 300, at most 1.5 times',
      large.busy < 300 && ratio <= 1.5,
    )
  }
  say(
    'a keystroke in the search over 5,000 payees',
    `${found.key} ms to the drawn list`,
    'under 50',
    found.key < 50,
  )
  return found
}
