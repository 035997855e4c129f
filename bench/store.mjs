// Rows put straight into the store of the browser, to measure large offices.

/** Writes rows straight into the page's store. */
export const putRows = (page, tables) =>
  page.evaluate(async all => {
    const open = await new Promise((resolve, reject) => {
      const r = indexedDB.open('violet-lane')
      r.onsuccess = () => resolve(r.result)
      r.onerror = () => reject(r.error)
    })
    for (const [table, rows] of Object.entries(all))
      await new Promise((resolve, reject) => {
        const tx = open.transaction(table, 'readwrite')
        for (const row of rows) tx.objectStore(table).put(row)
        tx.oncomplete = resolve
        tx.onerror = () => reject(tx.error)
      })
    open.close()
  }, tables)

export const rowOf = (page, table, key) =>
  page.evaluate(
    ([table, key]) =>
      new Promise(resolve => {
        const r = indexedDB.open('violet-lane')
        r.onsuccess = () => {
          const get = r.result.transaction(table).objectStore(table).get(key)
          get.onsuccess = () => {
            r.result.close()
            resolve(get.result)
          }
        }
      }),
    [table, key],
  )

/**
 * A book of 100,000 numbers as the acts leave it, rows and strips: `row` gives what its page and the register
 * need beyond a bare number.
 */
export async function putLargeBook(page, book, row = () => ({})) {
  const size = 100_000
  const all = Array.from({ length: size }, (_, i) => ({
    id: `large/${book.start + i}`,
    bookId: 'large',
    accountId: 'operating',
    number: book.start + i,
    fate: 'cleared',
    why: '',
    at: '2026-10-01T10:00:00.000Z',
    check: null,
    life: [],
    ...row(book.start + i),
  }))
  for (let from = 0; from < size; from += 10_000)
    await putRows(page, { numbers: all.slice(from, from + 10_000) })
  // The fates as letters, a point is untouched.
  const letterOf = { cleared: 'c', spoiled: 's' }
  const first = Math.floor(book.start / 1000)
  const letters = Array.from({ length: size + 1000 }, () => '.')
  for (const { number, fate } of all) letters[number - first * 1000] = letterOf[fate]
  await putRows(page, {
    books: [{ id: 'large', accountId: 'operating', name: 'Large', ...book }],
    strips: Array.from({ length: letters.length / 1000 }, (_, i) => ({
      id: `large/${first + i}`,
      bookId: 'large',
      block: first + i,
      letters: letters.slice(i * 1000, (i + 1) * 1000).join(''),
    })),
  })
}
