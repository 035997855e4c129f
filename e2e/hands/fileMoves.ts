import { here, odd, press, QUICK, type, type Move, type Seen } from './acting'

const titles = [
  'Payee\tBill number\tDate\tAmount\tLedger account',
  'Vendor,Invoice,Date,Total,Category',
  'Name;Code;Terms;1099',
  'Number,Name,Type',
]
const cell = [
  'Saltgrass Bakery',
  'Net & Twine',
  'H-1',
  'H-2',
  '03/04/2026',
  '24/11/2026',
  '12,50',
  '1,234.00',
  '',
  '6120',
]

/** Cells as a hand copies them: titles, some rows, and now and then what nobody expects. */
function cellsOf({ r }: Seen): string {
  const title = r.one(titles)
  const mark = /[\t,;]/.exec(title)?.[0] ?? '\t'
  const row = () =>
    Array.from({ length: r.between(2, 6) }, () => (r.next() < 0.85 ? r.one(cell) : r.one(odd))).join(mark)
  const good = (i: number) =>
    ['Saltgrass Bakery', `H-${r.between(1, 40)}-${i}`, '2026-11-20', `${r.between(1, 900)}.25`, '6120'].join(
      mark,
    )
  const rows = Array.from({ length: r.between(0, 5) }, (_, i) => (r.next() < 0.6 ? good(i) : row()))
  return [title, ...rows].join('\n')
}

/** A file is given, looked at, mended, taken in and taken back. */
export function filesIn(h: Seen): Move[] {
  const { page, r } = h
  const found: Move[] = []
  const one = (test: string, name: string, most: number, often = 1): void => {
    const at = here(h, test)
    if (at) for (let i = 0; i < often; i++) found.push({ name, most, do: () => press(h, at) })
  }
  const paste = here(h, 'intake-paste')
  if (paste)
    found.push({
      name: 'paste cells',
      most: 0,
      do: async () => {
        await type(paste.locator('textarea').first(), cellsOf(h))
        await press(h, page.getByTestId('intake-paste-go'))
      },
    })
  const file = here(h, 'intake-file')
  if (file)
    found.push({
      name: 'give an odd file',
      most: 0,
      do: () =>
        file.setInputFiles({
          name: r.one(['a.csv', 'b.xlsx', 'c.txt']),
          mimeType: '',
          buffer: Buffer.from(r.next() < 0.5 ? r.one(odd) : `PK\u0003\u0004${r.one(odd)}`),
        }),
    })
  const wrong = page.locator('[data-test=intake-table] .mend').first()
  if (here(h, 'intake-table'))
    found.push({
      name: 'mend a cell',
      most: 0,
      do: async () => {
        // Nothing may be wrong, or it went meanwhile.
        await wrong.fill(r.one(cell), QUICK).catch(() => undefined)
        await page.keyboard.press(r.next() < 0.5 ? 'Enter' : 'Tab')
      },
    })
  one('intake-take', 'take the rows in', 1, 3)
  one('intake-left', 'save what is left out', 0)
  one('intake-leave', 'another file', 0)
  one('intake-back', 'take a file back', 1)
  const to = here(h, 'hand-to')
  if (to && r.next() < 0.2)
    found.push({
      name: 'hand the office over',
      most: 1,
      do: async () => {
        await type(to, r.next() < 0.8 ? 'Back desk' : r.one(odd))
        await press(h, page.getByTestId('hand-over'))
      },
    })
  one('hand-sure', 'say that nobody took it on', 0, 4)
  one('hand-on', 'take the office on', 1, 8)
  one('hand-back', 'take the office back', 1, 8)
  const awayTo = here(h, 'away-to')
  if (awayTo)
    found.push({
      name: 'send a run away',
      most: 1,
      do: async () => {
        await type(awayTo, r.next() < 0.8 ? 'Pressroom' : r.one(odd))
        await press(h, page.getByTestId('away-send'))
      },
    })
  else if (here(h, 'away') && r.next() < 0.3)
    found.push({
      name: 'have it printed elsewhere',
      most: 0,
      do: () => page.locator('[data-test=away] summary').click(QUICK),
    })
  const back = here(h, 'came-back')
  if (back)
    found.push({
      name: 'fill in what came back',
      most: 0,
      do: async () => {
        const numbers = await page
          .locator('[data-sheet]')
          .evaluateAll(rows => rows.map(row => (row as HTMLElement).dataset.test!.replace('sheet-', '')))
        const rows = numbers.map(n => [
          n,
          r.one(['good', 'good', 'spoiled', 'never came out', 'x']),
          r.one(['', 'torn']),
        ])
        await back.setInputFiles({
          name: 'back.csv',
          mimeType: 'text/csv',
          buffer: Buffer.from([['number', 'outcome', 'reason'], ...rows].join('\n')),
        })
      },
    })
  one('away-file', 'save the file of a run', 0)
  one('list-csv', 'save a list', 0)
  one('backup-save', 'save a backup', 0)
  return found
}
