import { here, odd, press, QUICK, type, type Hands, type Move, type Seen } from './acting'

/** Presses what is there, under these names; how many acts each may come to. */
function presses(h: Seen, of: readonly (readonly [test: string, name: string, most: number])[]): Move[] {
  return of.flatMap(([test, name, most]) => {
    const at = here(h, test)
    return at ? [{ name, most, do: async () => press(h, at) }] : []
  })
}
/** Chooses a row of a list by the mouse, or goes down it by Enter. */
function rowsOf(h: Seen, list: string, enters: boolean): Move[] {
  const { page, r } = h
  if (!here(h, list)) return []
  const rows = page.locator(`[data-test=${list}] tr.pickable`)
  const choose = async (): Promise<void> => {
    const count = Math.min(await rows.count(), 9)
    if (count) await rows.nth(r.between(0, count - 1)).click(QUICK)
  }
  const choosing = { name: `choose in ${list}`, most: 0, do: choose }
  return enters
    ? [
        choosing,
        {
          name: `Enter in ${list}`,
          most: 2,
          queues: true,
          do: async () => {
            await choose()
            await page.keyboard.press('Enter')
            if (r.next() < 0.5) await page.keyboard.press('Enter')
          },
        },
      ]
    : [choosing]
}

/** A form that is filled and sent: what goes in which field, and the button. */
function forms(h: Seen): Move[] {
  const { page, r } = h
  const found: Move[] = []
  const form = (
    test: string,
    name: string,
    fields: readonly (readonly [string, readonly string[]])[],
  ): void => {
    const at = here(h, test)
    if (!at) return
    found.push({
      name,
      most: 1,
      do: async () => {
        for (const [field, texts] of fields) {
          const there = page.getByTestId(field).first()
          if (await there.isVisible()) await type(there, r.next() < 0.75 ? r.one(texts) : r.one(odd))
        }
        await press(h, at)
      },
    })
  }
  form('question-pay', 'have the bank pay', [['question-why', ['ours', 'agreed with the payee']]])
  form('question-return', 'have the bank return', [['question-why', ['altered', 'never issued']]])
  form('layout-save', 'save the layout of the bank', [['layout-name', ['Ours', 'Bank file']]])
  form('begin-go', 'begin statements', [['begin-opening', ['100.00', '0.00']]])
  form('enter-go', 'enter money', [
    ['movement-amount', ['12.00', '450.00']],
    ['movement-text', ['fee', 'banked']],
  ])
  return found
}

/** What is done at the bank: its statement, files, questions, and the practice bank. */
export const banking = (h: Seen): Move[] => [
  ...rowsOf(h, 'bank-lines', true),
  ...rowsOf(h, 'questions', false),
  ...rowsOf(h, 'report', false),
  ...forms(h),
  ...presses(h, [
    ['act-match', 'mark a check as paid', 1],
    ['match', 'match a line', 1],
    ['undo-match', 'undo a match', 1],
    ['act-accept', 'accept the amount?', 0],
    ['act-enter', 'enter from the line?', 0],
    ['act-note', 'note?', 0],
    ['bank-import', 'import the statement', 1],
    ['close-statement', 'close the statement', 1],
    ['begin-fixed', 'begin files to the bank', 2],
    ['begin-delimited', 'begin other files to the bank', 2],
    ['pay-send', 'send the file to the bank', 1],
    ['layout-edit', 'edit the layout of the bank', 0],
    ['act-back', 'write back?', 0],
    ['act-stop', 'confirm the stop?', 0],
    ['tell-send', 'send the file after the count-off', 1],
    ['pb-open', 'open the account at the practice bank', 0],
    ['pb-go', 'something goes wrong at the bank', 0],
    ['pb-chance', 'present checks at random', 0],
    ['pb-fee', 'charge a fee', 0],
    ['pb-present', 'present what was read in pictures', 0],
    ['pb-tell', 'give the practice bank the file', 0],
    ['pb-import', 'import from the practice bank', 0],
    ['pb-questions', 'take the questions of the practice bank', 1],
    ['pb-answers', 'give answers', 0],
    ['report-csv', 'save a report', 0],
    ['folder-lock-begin', 'begin to lock backups', 0],
    ['lock-make', 'make the key of backups', 0],
    ['lock-go', 'lock backups', 0],
    ['folder-unlock', 'stop locking backups', 0],
    ['payment-receipt', 'save a receipt', 0],
    ['answers-save', 'save the answers', 0],
  ]),
]

/** Finds something from wherever one is, and goes there or stays. */
export const finding = ({ page, r }: Hands): Move => ({
  name: 'find',
  most: 0,
  do: async () => {
    await page.keyboard.press('Control+k')
    if (!(await page.getByTestId('find-dialog').isVisible())) await page.waitForTimeout(300)
    if (!(await page.getByTestId('find-dialog').isVisible())) return
    await page.keyboard.type(
      r.one(['42', 'cobalt', '1,204.5', 'salt', 'report', 'close', 'x'.repeat(60), '<b>']),
      {
        delay: 25,
      },
    )
    await page.keyboard.press(r.one(['Enter', 'Escape', 'Escape', 'ArrowDown']))
    await page.keyboard.press('Escape')
  },
})
