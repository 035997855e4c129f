// Files in and backups, in a browser with a folder: 10,000 bills of new payees taken in; an office with 100,000
// checks saved and put back. Peers: the same number of plain rows put with no code of ours; the same bytes as one
// JSON text.
import { statSync } from 'node:fs'
import { join } from 'node:path'

const ROWS = 10_000
const CHECKS = 100_000
const CHUNK = 10_000

const bills = () =>
  [
    'Vendor,Invoice No,Invoice Date,Amount,Description',
    ...Array.from({ length: ROWS }, (_, i) => {
      const day = String(1 + (i % 28)).padStart(2, '0')
      return `Bench Supplier ${i % 700},BX-${i},2026-10-${day},${10 + (i % 900)}.25,Goods ${i}`
    }),
  ].join('\n')

const since = async work => {
  const at = Date.now()
  await work()
  return (Date.now() - at) / 1000
}

async function takingIn(page) {
  await page.goto('/files')
  const counts = page.getByTestId('intake-counts')
  const look = await since(async () => {
    await page
      .getByTestId('intake-file')
      .setInputFiles({ name: 'bench.csv', mimeType: 'text/csv', buffer: Buffer.from(bills()) })
    await page.getByTestId('intake-rows').or(page.getByTestId('intake-missing')).waitFor({ timeout: 120_000 })
  })
  await page.getByTestId('intake-ledger').click()
  const again = await since(async () => {
    await page.getByRole('option', { name: /^6120/ }).click()
    await counts.filter({ hasText: `${ROWS.toLocaleString('en-US')} good` }).waitFor({ timeout: 120_000 })
  })
  await page.waitForTimeout(1000)
  const take = await since(async () => {
    await page.getByTestId('intake-take').click()
    await page.getByText(/Taken in: /).waitFor({ timeout: 120_000 })
  })
  return { look, again, take }
}

/** The same number of rows three times over, plain, with as many indexes and none of our code. */
const plainPuts = page =>
  page.evaluate(async rows => {
    const open = await new Promise((resolve, reject) => {
      const r = indexedDB.open('bench-plain', 1)
      r.onupgradeneeded = () => {
        for (const table of ['bills', 'entries', 'more']) {
          const store = r.result.createObjectStore(table, { keyPath: 'id' })
          for (const index of ['a', 'b', 'c', 'd', 'e']) store.createIndex(index, index)
        }
      }
      r.onsuccess = () => resolve(r.result)
      r.onerror = () => reject(r.error)
    })
    const at = performance.now()
    const tx = open.transaction(['bills', 'entries'], 'readwrite')
    for (const table of ['bills', 'entries'])
      for (let i = 0; i < rows; i++)
        tx.objectStore(table).put({
          id: `${i}`,
          a: i,
          b: i % 700,
          c: `x${i}`,
          d: i % 7,
          e: `${i}`,
          memo: 'Goods',
        })
    await new Promise(done => (tx.oncomplete = done))
    const took = performance.now() - at
    open.close()
    indexedDB.deleteDatabase('bench-plain')
    return took / 1000
  }, ROWS)

const life = (n, fate) => [
  { at: '2026-05-01T10:00:00.000-05:00', by: 'B', fate, payee: `Bench ${n % 700}`, runId: 'bench' },
]
async function putChecks(page, putRows) {
  const book = {
    id: 'bench-book',
    accountId: 'operating',
    kind: 'printed by us',
    start: 500_001,
    end: 600_000,
  }
  await putRows(page, { books: [book] })
  for (let from = 0; from < CHECKS; from += CHUNK) {
    const of = Array.from({ length: CHUNK }, (_, i) => from + i)
    const check = n => ({
      ...{ paymentId: `bench-${n}`, runId: 'bench', sheet: 1, place: 1, payee: `Bench ${n % 700}` },
      ...{ date: '2026-05-01', amount: 1000 + n },
    })
    await putRows(page, {
      payments: of.map(n => ({
        ...{
          id: `bench-${n}`,
          companyId: 'ferry',
          accountId: 'operating',
          payeeId: 'bench',
          name: `Bench ${n % 700}`,
        },
        ...{
          address: ['1 Quay', 'Northmere, ME 04998'],
          date: '2026-05-01',
          amount: 1000 + n,
          memo: 'Goods',
        },
        ...{
          lines: [],
          split: [{ ledgerId: 'ferry-6120', amount: 1000 + n }],
          state: 'cleared',
          drawnAt: '2026-05-01T09:00:00',
        },
      })),
      numbers: of.map(n => ({
        ...{
          id: `bench-book/${book.start + n}`,
          bookId: book.id,
          accountId: 'operating',
          number: book.start + n,
        },
        ...{ fate: 'cleared', why: '', at: '2026-05-01T10:00:00', check: check(n), life: life(n, 'cleared') },
      })),
      copies: of.map(n => ({
        id: `bench/${book.start + n}`,
        runId: 'bench',
        facts: {
          ...{ number: book.start + n, date: '2026-05-01', payee: `Bench ${n % 700}`, address: ['1 Quay'] },
          ...{ amount: 1000 + n, memo: 'Goods', lines: [] },
        },
      })),
    })
  }
}

async function backups(page, putRows, folder) {
  await putChecks(page, putRows)
  await page.goto('/files/backups')
  const path = join(folder, 'bench-backup.zip')
  const save = await since(async () => {
    const download = page.waitForEvent('download', { timeout: 120_000 })
    await page.getByTestId('backup-save').click()
    await (await download).saveAs(path)
  })
  const look = await since(async () => {
    await page.getByTestId('backup-file').setInputFiles(path)
    await page.getByTestId('backup-seen').waitFor({ timeout: 180_000 })
  })
  const sure = page.getByTestId('backup-sure').locator('input')
  if (await sure.count()) await sure.check()
  const restore = await since(async () => {
    await page.getByTestId('backup-restore').click()
    await page.getByText('The backup is in place.').waitFor({ timeout: 180_000 })
  })
  return { save, look, restore, bytes: statSync(path).size }
}

/** Measures, and says what was found. Gives the figures. */
export async function files({ served, putRows, say, round, folder }) {
  const found = {}
  await served(3975, async page => {
    page.context().setDefaultTimeout(60_000)
    await page.getByRole('button', { name: 'Load the demo office' }).click()
    await page.getByTestId('today').waitFor()
    found.intake = await takingIn(page)
    found.plain = await plainPuts(page)
    found.backup = await backups(page, putRows, folder)
  })
  const { intake, plain, backup } = found
  const whole = intake.again + intake.take
  console.log(`\nFiles in, and backups (in a folder of the browser)`)
  say('10,000 bills looked at, and taken in', `${round(whole, 1)} s`, 'under 10 s', whole < 10)
  say(
    'of that the act',
    `${round(intake.take, 1)} s, ${round(intake.take / plain, 1)} times plain rows put (${round(plain, 1)} s)`,
  )
  say('100,000 checks saved', `${round(backup.save, 1)} s`, 'under 20 s', backup.save < 20)
  say('read and proved', `${round(backup.look, 1)} s`, 'under 20 s', backup.look < 20)
  // Three rows a check, at what a plain row costs here.
  const bare = (plain / (2 * ROWS)) * 3 * CHECKS
  say(
    'saved once more, and put in place',
    `${round(backup.restore, 1)} s, ${round(backup.restore / bare, 1)} times as many plain rows put (${round(bare, 0)} s)`,
    'under 20 s',
    backup.restore < 20,
  )
  say('size a check', `${round(backup.bytes / CHECKS, 0)} bytes`)
  return {
    ...intake,
    plain,
    ...Object.fromEntries(Object.entries(backup).map(([k, v]) => [`backup ${k}`, round(v, 2)])),
  }
}
