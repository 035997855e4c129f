import { here, odd, press, QUICK, type, type Move, type Seen } from './acting'

/** The list of layouts and stocks: a layout's page, a file that is none, a layout under a new code. */
export function papers(h: Seen): Move[] {
  const { page, r } = h
  if (!h.tests.has('layouts')) return []
  const links = page.getByTestId('layouts').getByRole('link')
  const file = page.locator('input[type=file]').first()
  const found: Move[] = [
    {
      name: 'look at a layout',
      most: 0,
      do: async () => {
        await links.nth(r.between(0, Math.max(0, (await links.count()) - 1))).click(QUICK)
      },
    },
    {
      name: 'bring in a file that is no layout',
      most: 0,
      do: async () => {
        await file.setInputFiles({
          name: 'odd.json',
          mimeType: 'application/json',
          buffer: Buffer.from(r.one(['', '{', '[]', '{"kind":"layout"}', 'x'.repeat(2000)])),
        })
      },
    },
  ]
  return found
}

/** The Light table: choose, move, size, type, take back, save. */
export function lightTable(h: Seen): Move[] {
  const { page, r } = h
  if (!h.tests.has('light-sheet')) return []
  const hits = page.locator('[data-hit]')
  const arrows = [
    'ArrowLeft',
    'ArrowRight',
    'ArrowUp',
    'ArrowDown',
    'Shift+ArrowRight',
    'Alt+ArrowDown',
    'PageDown',
    'Delete',
  ]
  const found: Move[] = [
    {
      name: 'choose a field',
      most: 0,
      do: async () => {
        await hits.nth(r.between(0, Math.max(0, (await hits.count()) - 1))).click(QUICK)
      },
    },
    {
      name: 'keys on the table',
      most: 0,
      keeps: true,
      do: async () => {
        await page.getByTestId('light-sheet').focus(QUICK)
        for (let i = r.between(1, 6); i > 0; i--) await page.keyboard.press(r.one(arrows))
      },
    },
    {
      name: 'drag a field',
      most: 0,
      do: async () => {
        const box = await hits.nth(r.between(0, Math.max(0, (await hits.count()) - 1))).boundingBox(QUICK)
        if (!box) return
        await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
        await page.mouse.down()
        await page.mouse.move(box.x + r.between(-60, 60), box.y + r.between(-60, 60), { steps: 2 })
        await page.mouse.up()
      },
    },
  ]
  if (h.tests.has('field-form'))
    found.push({
      name: 'type a place',
      most: 0,
      do: async () => {
        await page
          .getByTestId('field-form')
          .getByLabel('Left', { exact: true })
          .fill(r.next() < 0.6 ? String(r.between(0, 200)) : r.one(odd), QUICK)
        await page.keyboard.press('Tab')
      },
    })
  for (const test of ['undo', 'redo', 'as-table']) {
    const at = here(h, test)
    if (at)
      found.push({
        name: test,
        most: 0,
        keeps: true,
        do: async () => {
          await press(h, at)
        },
      })
  }
  const save = here(h, 'save-layout')
  // The common layout is an act, and each company's own settings are one.
  if (save)
    found.push({
      name: 'save the layout',
      most: 3,
      keeps: true,
      do: async () => {
        await press(h, save)
      },
    })
  return found
}

/** Fit: distances typed, kept, moved by hand; a printer added. */
export function fit(h: Seen): Move[] {
  const { page, r } = h
  const found: Move[] = []
  const way = here(h, 'way-ruler')
  if (way)
    found.push({
      name: 'by ruler',
      most: 0,
      do: async () => {
        await way.click(QUICK)
      },
    })
  const mark = here(h, 'mark-A')
  if (mark)
    found.push({
      name: 'type the distances',
      most: 0,
      do: async () => {
        for (const m of ['A', 'B', 'C', 'D', 'E', 'F'])
          await type(
            page.getByTestId(`mark-${m}`),
            r.next() < 0.9 ? `${r.one(['0.75', '0.8', '13/16'])}` : r.one(odd),
          )
      },
    })
  for (const [test, name] of [
    ['keep-fit', 'keep the fit'],
    ['hand-right', 'a hair to the right'],
    ['hand-down', 'a hair down'],
  ] as const) {
    const at = here(h, test)
    // By hand, each of two presses is meant: it moves twice.
    if (at)
      found.push({
        name,
        most: test === 'keep-fit' ? 1 : 2,
        do: async () => {
          await press(h, at)
        },
      })
  }
  const fresh = here(h, 'new-printer')
  if (fresh)
    found.push({
      name: 'a new printer?',
      most: 0,
      do: async () => {
        await fresh.click(QUICK)
      },
    })
  const add = here(h, 'printer-add')
  if (add)
    found.push({
      name: 'add a printer',
      most: 1,
      do: async () => {
        await type(
          page.getByTestId('printer-name'),
          r.next() < 0.7 ? `Printer ${r.between(1, 99)}` : r.one(odd),
        )
        await press(h, add)
      },
    })
  return found
}

/** Files: the name of who works here, the reasons, what is kept. */
export function files(h: Seen): Move[] {
  const { page, r } = h
  const keep = here(h, 'reasons-keep')
  if (!keep) return []
  return [
    {
      name: 'say one’s name',
      most: 1,
      keeps: true,
      do: async () => {
        await page.getByLabel('Name', { exact: true }).fill(r.one(['Mara', ...odd]).slice(0, 60), QUICK)
        await page.keyboard.press('Enter')
      },
    },
    {
      name: 'keep the reasons',
      most: 1,
      keeps: true,
      do: async () => {
        await type(
          page.getByTestId('reasons').locator('textarea').first(),
          r.one(['torn\ncoffee', '', ...odd]),
        )
        await press(h, keep)
      },
    },
  ]
}
