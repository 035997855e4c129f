import { readFileSync } from 'node:fs'
import type { BrowserContext, Locator } from '@playwright/test'
import { here, odd, press, QUICK, type, type Hands, type Move, type Seen } from './acting'

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

/** Use a saved mapping as another desk may have it: some of its columns are not here. */
const matchingOf = ({ r }: Seen): string =>
  JSON.stringify({
    ...{ format: 'violet-lane/matching', version: 1, name: 'Theirs', days: null, cents: r.one(['.', ',']) },
    kind: r.one(['bills', 'bills', 'payees', 'before']),
    columns: Object.fromEntries(
      ['payee', 'number', 'date', 'amount', 'ledger'].map(f => [
        f,
        r.one(['Vendor', 'Date', 'Total', 2, 3, 99]),
      ]),
    ),
  })

/** Another office of this browser is looked into or begun, and this one is come back to. */
export function otherOffice({ page }: Hands): Move {
  const go = async (title: RegExp): Promise<void> => {
    await page.getByTestId('office-choice').click(QUICK)
    await page.getByTestId('office-list').locator('.v-list-item', { hasText: title }).first().click(QUICK)
  }
  return {
    name: 'another office and back',
    most: 0,
    elsewhere: true,
    loads: true,
    do: async () => {
      await page.goto('/office')
      await page.getByTestId('offices').waitFor()
      if (await page.getByTestId('office-choice').count()) await go(/./)
      else {
        await page.getByTestId('office-begin').click(QUICK)
        await page.getByRole('button', { name: 'Start empty' }).click()
      }
      await page.getByTestId('begin').waitFor()
      await go(/made up/)
      await page.getByTestId('made-up').waitFor()
    },
  }
}

/** The backup that a person kept last, by their browser. */
const backups = new WeakMap<BrowserContext, string>()
const SLOW = { timeout: 20_000 }
const keepBackup = (h: Seen): Move => ({
  name: 'keep a backup',
  most: 0,
  do: async () => {
    const download = h.page.waitForEvent('download', SLOW)
    await Promise.all([download, press(h, h.page.getByTestId('backup-save'))])
    backups.set(h.context, await (await download).path())
  },
})
/** The office goes back to what it was when the backup was kept: what was done since is gone. */
const putBack = (h: Seen, file: Locator, kept: string): Move => ({
  name: 'put a backup in place',
  most: 0,
  do: async () => {
    const { page, r } = h
    await file.setInputFiles({ name: 'kept.zip', mimeType: 'application/zip', buffer: readFileSync(kept) })
    await page.getByTestId('backup-seen').waitFor(SLOW)
    const sure = page.getByTestId('backup-sure').locator('input')
    if ((await sure.count()) && r.next() < 0.9) await sure.check(QUICK)
    if (r.next() < 0.9) await press(h, page.getByTestId('backup-restore'))
    await page.getByText('Backup restored.').waitFor(SLOW)
  },
})

/** A file is given, looked at, mended, taken in and taken back. */
export function filesIn(h: Seen): Move[] {
  const { page, r, tests } = h
  const found: Move[] = []
  const one = (test: string, name: string, most: number, often = 1, elsewhere = false): void => {
    const at = here(h, test)
    if (at) for (let i = 0; i < often; i++) found.push({ name, most, elsewhere, do: () => press(h, at) })
  }
  /** Types into a field and presses its button, where the field is there. */
  const fill = (test: string, name: string, most: number, usual: string, button: string): void => {
    const field = here(h, test)
    if (field)
      found.push({
        name,
        most,
        do: async () => {
          await type(field, r.next() < 0.75 ? usual : r.one(odd))
          await press(h, page.getByTestId(button))
        },
      })
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
  one('intake-make', 'create unknown payees', 0)
  one('intake-fill', 'fill in what payees lack', 0)
  one('intake-round', 'round to the cent', 0)
  one('intake-take', 'take the rows in', 1, 3, true)
  one('intake-left', 'save what is left out', 0)
  one('intake-leave', 'another file', 0)
  one('intake-back', 'take a file back', 1)
  if (r.next() < 0.2) fill('hand-to', 'hand the office over', 1, 'Back desk', 'hand-over')
  one('hand-sure', 'say that nobody took it on', 0, 4)
  one('hand-on', 'take the office on', 1, 8)
  one('hand-back', 'take the office back', 1, 8)
  fill('away-to', 'send a run away', 1, 'Pressroom', 'away-send')
  if (!here(h, 'away-to') && here(h, 'away') && r.next() < 0.3)
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
  const through = here(h, 'journal-through')
  if (through)
    found.push({
      name: 'send the journal',
      most: 1,
      do: async () => {
        if (r.next() < 0.5) await type(through, r.next() < 0.6 ? '10/31/2026' : r.one(odd))
        await press(h, page.getByTestId(r.one(['journal-csv', 'journal-xlsx'])))
      },
    })
  const shown = here(h, 'save-shown')
  if (shown)
    found.push({
      name: 'save what is shown',
      most: 0,
      do: async () => {
        await press(h, shown)
        await press(h, page.getByTestId(r.one(['save-shown-csv', 'save-shown-xlsx'])))
      },
    })
  const more = here(h, 'more-columns')
  if (more) found.push({ name: 'more columns', most: 0, do: () => press(h, more) })
  fill('matching-name', 'keep the matching', 0, 'Spring', 'matching-save')
  const saved = here(h, 'matching-file')
  if (saved)
    found.push({
      name: 'use a matching',
      most: 0,
      do: () =>
        saved.setInputFiles({
          name: 'a.matching.json',
          mimeType: 'application/json',
          buffer: Buffer.from(r.next() < 0.4 ? r.one(odd) : matchingOf(h)),
        }),
    })
  one('away-file', 'save the file of a run', 0)
  one('list-csv', 'save a list', 0)
  one('backup-save', 'save a backup', 0)
  if (tests.has('backup-save')) found.push(keepBackup(h))
  const kept = backups.get(h.context)
  const give = here(h, 'backup-file')
  if (kept && give) found.push(putBack(h, give, kept))
  return found
}
