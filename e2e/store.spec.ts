import { demoOffice, empty, expect, test, visit } from './office'

test.use(empty)
// What is shown is an error page, and the console says so.
test.use({ expected: /store|storage|500|error/i })

test('a store of a newer version is said to be one, and left as it is', async ({ page }) => {
  await page.goto('/favicon.svg')
  const stores = () =>
    page.evaluate(
      () =>
        new Promise<{ version: number; names: string[] }>((done, failed) => {
          const open = indexedDB.open('violet-lane')
          open.onerror = () => failed(open.error ?? new Error('not opened'))
          open.onsuccess = () => {
            done({ version: open.result.version, names: [...open.result.objectStoreNames] })
            open.result.close()
          }
        }),
    )
  await page.evaluate(
    () =>
      new Promise<void>((done, failed) => {
        const open = indexedDB.open('violet-lane', 990)
        open.onupgradeneeded = () => void open.result.createObjectStore('shelves')
        open.onerror = () => failed(open.error ?? new Error('not opened'))
        open.onsuccess = () => {
          open.result.close()
          done()
        }
      }),
  )
  await page.goto('/')
  await expect(page.getByRole('heading', { name: 'A newer Violet Lane saved this office' })).toBeVisible()
  await expect(page.getByTestId('store-problem')).toContainText('nothing was changed')
  expect(await stores()).toEqual({ version: 990, names: ['shelves'] })
})

for (const [what, breakIt] of [
  ['no store', 'Object.defineProperty(window, "indexedDB", { value: undefined })'],
  ['a store that fails to open', 'indexedDB.open = () => { throw new DOMException("no", "SecurityError") }'],
  [
    'storage that is forbidden',
    'Object.defineProperty(window, "localStorage", { get() { throw new DOMException("no", "SecurityError") } })',
  ],
] as const)
  test(`a browser with ${what} gets a page that says what to do`, async ({ page }) => {
    await page.addInitScript(breakIt)
    await page.goto('/')
    await expect(
      page.getByRole('heading', { name: 'This browser does not let Violet Lane store data' }),
    ).toBeVisible()
    await expect(page.getByRole('button', { name: 'Reload' })).toBeVisible()
  })

test.describe('an error in the program', () => {
  test.use({ holds: 'the demo office', expected: /TypeError/ })
  test('is told where somebody pressed, and nothing was changed', async ({ page }) => {
    await demoOffice(page)
    // Sums that are none: whatever act is done stumbles over them.
    await page.evaluate(
      () =>
        new Promise<void>(done => {
          const open = indexedDB.open('violet-lane')
          open.onsuccess = () => {
            const tx = open.result.transaction('digests', 'readwrite')
            const sums = tx.objectStore('digests')
            sums.getAll().onsuccess = event => {
              const rows = (event.target as IDBRequest<{ id: string }[]>).result
              for (const row of rows) sums.put({ ...row, sum: {} })
            }
            tx.oncomplete = () => {
              open.result.close()
              done()
            }
          }
        }),
    )
    await visit(page, '/bills/payee/new')
    await page.getByTestId('payee-name').locator('input').fill('Tidegate Harbor Office')
    await page.getByTestId('keep-payee').click()
    await expect(page.getByText('An error in the program stopped this')).toBeVisible()
    await visit(page, '/lane?account=operating')
    await page.getByTestId('change').click()
    await page.getByLabel('Memo').fill('another memo')
    await page.getByTestId('change-keep').click()
    await expect(page.getByText('An error in the program stopped this')).toBeVisible()
  })
})
