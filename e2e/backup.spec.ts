import { execFileSync } from 'node:child_process'
import { readFileSync, writeFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import { freshProfile, forget } from './profile'
import { button, demoOffice, drawForm, expect, test, toPrintStep, todayOf, visit, settled } from './office'

const saved = async (page: Page, press: () => Promise<unknown>, path: string): Promise<string> => {
  const download = page.waitForEvent('download')
  await press()
  await (await download).saveAs(path)
  return path
}
const give = (page: Page, file: string) => page.getByTestId('backup-file').setInputFiles(file)
/** From now on a worker's word takes 400 ms to the page, and is lost where the worker is ended before. */
const slowWord = (page: Page) =>
  page.evaluate(() => {
    const { addEventListener: listen, terminate } = Worker.prototype
    const ended = new WeakSet<Worker>()
    Worker.prototype.terminate = function () {
      ended.add(this)
      terminate.call(this)
    }
    Worker.prototype.addEventListener = function (type: string, heard: unknown) {
      const late = (event: Event): void => {
        if (!ended.has(this)) (heard as EventListener)(event)
      }
      listen.call(this, type, (event: Event) => setTimeout(late, 400, event))
    }
  })
const draw = async (page: Page, amount: string): Promise<void> => {
  await visit(page, '/lane/draw')
  const form = drawForm(page)
  await form.payee.fill('Saltgrass Bakery')
  await form.amount.fill(amount)
  await form.draw.click()
  await expect(page.getByText(`Drew $${amount} to Saltgrass Bakery.`)).toBeVisible()
}

test('a backup opens without us, is proved without a browser, and brings a cleared browser back', async ({
  page,
}, info) => {
  const outputPath = (name: string): string => info.outputPath(name)
  await demoOffice(page)
  await draw(page, '11.00')
  const before = await todayOf(page, 'Operating')
  await expect(page.getByTestId('backup-due')).toContainText('This office has not been backed up yet')
  await visit(page, '/files/backups')
  const file = await saved(page, () => button(page, 'Save backup').click(), outputPath('a.zip'))
  await expect(page.getByTestId('backup-state')).toContainText('0 actions since')
  expect(execFileSync('unzip', ['-tq', file], { encoding: 'utf8' })).toContain('No errors detected')
  // Locked with a passphrase, it is the same file to anybody who knows that, and none to others.
  await page.getByTestId('backup-phrase').getByRole('textbox').fill('sixteen lanterns')
  const locked = await saved(page, () => button(page, 'Save backup').click(), outputPath('a.zip.age'))
  expect(readFileSync(locked, 'latin1').slice(0, 21)).toBe('age-encryption.org/v1')
  await expect(page.getByTestId('backup-phrase').locator('input')).toHaveValue('')
  const audit = execFileSync('npm', ['run', '-s', 'audit', '--', '--backup', file], { encoding: 'utf8' })
  expect(audit).toContain('no problems found')
  await visit(page, '/office')
  await page.getByRole('checkbox', { name: 'Yes, delete everything in this office' }).check()
  await button(page, 'Delete everything').click()
  await expect(page.getByRole('button', { name: 'Load the demo office' })).toBeVisible()
  await slowWord(page)
  await give(page, locked)
  const opens = page.getByTestId('backup-opens').locator('input')
  await expect(opens).toBeFocused()
  await opens.fill('sixteen lantern')
  await opens.press('Enter')
  await expect(page.getByTestId('backup-fault')).toContainText('This passphrase or key is wrong')
  await opens.fill('sixteen lanterns')
  await button(page, 'Open').click()
  await expect(page.getByTestId('backup-seen')).toContainText('This browser has no office yet')
  await button(page, 'Restore').click()
  await expect(page.getByText('Backup restored.')).toBeVisible()
  expect(await todayOf(page, 'Operating')).toEqual(before)
  await expect(page.getByTestId('backup-due')).toHaveCount(0)
  await draw(page, '12.00')
  expect((await todayOf(page, 'Operating'))[2]).toBe(before[2])
})

test('a file that is older, or went another way, is told in words; what is replaced is saved first; a damaged one is refused', async ({
  page,
}, info) => {
  const outputPath = (name: string): string => info.outputPath(name)
  await demoOffice(page)
  await visit(page, '/files/backups')
  const first = await saved(page, () => button(page, 'Save backup').click(), outputPath('first.zip'))
  await draw(page, '21.00')
  await visit(page, '/files/backups')
  await give(page, first)
  const seen = page.getByTestId('backup-seen')
  await expect(seen).toContainText('The backup is older: 1 action done here is not in it')
  await expect(page.getByTestId('backup-restore')).toBeDisabled()
  await page.getByTestId('backup-sure').locator('input').check()
  // Something is done here while the file lies open: it is looked at anew.
  const other = await page.context().newPage()
  await draw(other, '22.00')
  await other.close()
  const second = await saved(page, () => button(page, 'Restore').click(), outputPath('second.zip'))
  await expect(page.getByTestId('backup-fault')).toContainText(
    'This office changed after the file was checked',
  )
  await give(page, first)
  await expect(seen).toContainText('2 actions done here are not in it')
  await page.getByTestId('backup-sure').locator('input').check()
  await saved(page, () => button(page, 'Restore').click(), outputPath('third.zip'))
  await expect(page.getByText('Backup restored.')).toBeVisible()
  // The same office goes another way now.
  await draw(page, '23.00')
  await visit(page, '/files/backups')
  await give(page, second)
  await expect(seen).toContainText('have diverged at line')
  await expect(seen).toContainText('$23.00 to Saltgrass Bakery')
  await expect(seen).toContainText('$21.00 to Saltgrass Bakery')
  await page.getByRole('button', { name: 'Cancel' }).click()
  const bytes = readFileSync(first)
  bytes[Math.floor(bytes.length / 2)]! ^= 1
  writeFileSync(outputPath('hurt.zip'), bytes)
  await give(page, outputPath('hurt.zip'))
  await expect(page.getByTestId('backup-fault')).toContainText('hurt.zip cannot be restored')
  await expect(seen).toHaveCount(0)
})

test('an office that is handed over does nothing here, goes on at the other desk, and comes back newer', async ({
  page,
  playwright,
}, info) => {
  await demoOffice(page)
  await visit(page, '/files/hand-over')
  await page.getByTestId('hand-over').click()
  await expect(page.getByText('Enter a person or computer')).toBeVisible()
  await page.getByLabel('Hand over to (person or computer)', { exact: true }).fill('Back desk')
  const over = await saved(page, () => page.getByTestId('hand-over').click(), info.outputPath('over.zip'))
  const band = page.getByTestId('band')
  await expect(band).toContainText('Handed over to Back desk')
  await expect(band).toContainText('Take office back')
  await visit(page, '/lane/draw')
  const form = drawForm(page)
  await form.payee.fill('Saltgrass Bakery')
  await form.amount.fill('31.00')
  await form.draw.click()
  await expect(page.getByText('This office was handed over to Back desk')).toBeVisible()
  // What was typed stays; the other desk takes the file, which knows nothing of this browser.
  await expect(form.amount).toHaveValue('31.00')
  const folder = freshProfile('nothing')
  const there = await playwright.chromium.launchPersistentContext(folder)
  const back = there.pages()[0]!
  await visit(back, '/')
  await give(back, over)
  await button(back, 'Restore').click()
  await expect(back.getByTestId('band')).toContainText('Continue here')
  await back.getByTestId('band').getByRole('link').click()
  await expect(back.getByTestId('hand-back')).toHaveCount(0)
  await button(back, 'Continue here').click()
  await expect(back.getByTestId('band')).toHaveCount(0)
  await draw(back, '32.00')
  await visit(back, '/files/hand-over')
  await back.getByLabel('Hand over to (person or computer)', { exact: true }).fill('Front desk')
  const home = await saved(back, () => back.getByTestId('hand-over').click(), info.outputPath('home.zip'))
  await there.close()
  forget(folder)
  await visit(page, '/files/backups')
  await give(page, home)
  await expect(page.getByTestId('backup-seen')).toContainText(
    'The backup is newer: the same office with 3 actions more',
  )
  await saved(page, () => button(page, 'Restore').click(), info.outputPath('before.zip'))
  await expect(band).toContainText('Handed over to Front desk')
  await band.getByRole('link').click()
  await button(page, 'Continue here').click()
  await expect(band).toHaveCount(0)
  await visit(page, '/lane?account=operating')
  await expect(page.getByTestId('lane')).toContainText('Galley32.00')
})

/** A folder of the page's own stands in for the one that a person would choose in a window of the browser. */
const standInFolder = () => {
  const pick = async () =>
    (await navigator.storage.getDirectory()).getDirectoryHandle('backups', { create: true })
  Object.assign(window, { showDirectoryPicker: pick })
}
const inFolder = (page: Page): Promise<string[]> =>
  page.evaluate(async () => {
    const folder = await (
      await navigator.storage.getDirectory()
    ).getDirectoryHandle('backups', { create: true })
    const names: string[] = []
    for await (const name of (folder as unknown as { keys(): AsyncIterable<string> }).keys()) names.push(name)
    return names
  })

test('backups go into a folder by themselves, after a count-off; one that cannot be written is told', async ({
  page,
}) => {
  await page.addInitScript(standInFolder)
  await demoOffice(page)
  await visit(page, '/files/backups')
  await button(page, 'Choose folder').click()
  await expect(page.getByTestId('folder-told')).toContainText('backups')
  // There was none before: the first is written at once.
  await expect.poll(() => inFolder(page)).toHaveLength(1)
  await expect(page.getByTestId('backup-state')).toContainText('0 actions since')
  await draw(page, '41.00')
  await toPrintStep(page, 'operating')
  await button(page, 'Save as PDF instead').click()
  await button(page, 'All good').click()
  await page.waitForTimeout(1100)
  expect(await inFolder(page)).toHaveLength(1)
  await button(page, 'Count off').click()
  await expect(page.getByTestId('outcomes')).toBeVisible()
  await expect.poll(() => inFolder(page)).toHaveLength(2)
  await visit(page, '/')
  await expect(page.getByTestId('backup-due')).toHaveCount(0)
  // Each file is named by the last line of the trail in it, which the record is held against.
  const record = page.getByTestId('record-state')
  await expect(record).toContainText('and with 2 files in the backup folder')
  const [forged] = (await inFolder(page)).sort().slice(-1)
  await page.evaluate(async name => {
    const root = await navigator.storage.getDirectory()
    const folder = await root.getDirectoryHandle('backups')
    await folder.removeEntry(name)
    await folder.getFileHandle(name.replace(/[0-9a-f]{8}\.zip$/, '00000000.zip'), { create: true })
  }, forged!)
  await visit(page, '/books')
  await visit(page, '/')
  await expect(record).toContainText('in the backup folder: line')
  await expect(record).toHaveRole('alert')
  // The disk is full from now on.
  await page.evaluate(() => {
    FileSystemFileHandle.prototype.createWritable = () =>
      Promise.reject(new DOMException('no room is left', 'QuotaExceededError'))
  })
  await page.getByTestId('waits-for-count').first().getByRole('link').click()
  await button(page, 'All good').click()
  await button(page, 'Count off').click()
  await expect(page.getByTestId('outcomes')).toBeVisible()
  await page.getByRole('link', { name: 'Files' }).click()
  await page.getByRole('link', { name: 'Backups' }).click()
  await expect(page.getByTestId('folder-fault')).toContainText('no room is left')
})

test('backups in the folder are locked for a key: its page or the passphrase opens them, and nothing else', async ({
  page,
}, info) => {
  await page.addInitScript(standInFolder)
  await demoOffice(page)
  await visit(page, '/files/backups')
  await button(page, 'Choose folder').click()
  await expect.poll(() => inFolder(page)).toHaveLength(1)
  await page.getByTestId('folder-lock-begin').click()
  const phrase = page.getByTestId('lock-phrase').locator('input')
  await expect(phrase).toBeFocused()
  await phrase.fill('sixteen lanterns')
  await page.getByTestId('lock-again').locator('input').fill('sixteen lantern')
  await page.getByTestId('lock-make').click()
  await expect(page.getByText('This differs from the passphrase above.')).toBeVisible()
  await page.getByTestId('lock-again').locator('input').fill('sixteen lanterns')
  await settled(page)
  const paper = await saved(page, () => page.keyboard.press('Enter'), info.outputPath('key.pdf'))
  const lines = execFileSync('pdftotext', ['-raw', paper, '-'], { encoding: 'utf8' })
  // It stands in groups; the words behind it begin with a capital.
  const bare = /AGE-SE[A-Z0-9\s-]*/.exec(lines)![0].replaceAll(/\s/g, '').slice(0, 74)
  const key = bare.replaceAll(/.{6}/g, '$& ')
  await page.getByTestId('lock-go').click()
  await expect(page.getByTestId('folder-lock')).toContainText('Locked since')
  await draw(page, '41.00')
  await toPrintStep(page, 'operating')
  await button(page, 'Save as PDF instead').click()
  await button(page, 'All good').click()
  await button(page, 'Count off').click()
  await expect.poll(() => inFolder(page)).toHaveLength(2)
  const bytes = await page.evaluate(async () => {
    const folder = await (await navigator.storage.getDirectory()).getDirectoryHandle('backups')
    const names: string[] = []
    for await (const name of (folder as unknown as { keys(): AsyncIterable<string> }).keys()) names.push(name)
    const locked = names.filter(name => name.endsWith('.zip.age'))
    const file = await (await folder.getFileHandle(locked[0]!)).getFile()
    return [...new Uint8Array(await file.arrayBuffer())]
  })
  const path = info.outputPath('locked.zip.age')
  writeFileSync(path, new Uint8Array(bytes))
  await visit(page, '/files/backups')
  for (const [opensWith, opens] of [
    ['sixteen lantern', false],
    ['sixteen lanterns', true],
    [key.toLowerCase(), true],
  ] as const) {
    await give(page, path)
    await page.getByTestId('backup-opens').locator('input').fill(opensWith)
    await page.getByTestId('backup-open').click()
    await expect(page.getByTestId(opens ? 'backup-seen' : 'backup-fault')).toBeVisible()
    if (opens) await button(page, 'Cancel').click()
  }
  await page.getByTestId('folder-unlock').click()
  await expect(page.getByTestId('folder-lock')).toContainText('not locked')
})

test('the journal of a closed period goes out once; too little room is said before a run', async ({
  page,
}) => {
  await page.addInitScript(() => {
    navigator.storage.estimate = () => Promise.resolve({ usage: 5e6, quota: 45e6 })
  })
  await demoOffice(page)
  await visit(page, '/office/companies?company=ferry')
  const closing = page.getByRole('form', { name: 'Closed period of Pellam Sound Ferry' })
  await closing.getByLabel('Close through', { exact: true }).fill('10/31/2026')
  await closing.getByRole('button', { name: 'Close', exact: true }).click()
  await expect(page.getByText('Closed through Oct 31, 2026.', { exact: true })).toBeVisible()
  await visit(page, '/files/export')
  const through = page.getByTestId('journal-through').locator('input')
  await expect(through).toHaveValue('10/31/2026')
  await through.fill('11/02/2026')
  await button(page, 'Export as CSV').click()
  await expect(page.getByText('The books are not closed through Nov 2, 2026')).toBeVisible()
  await through.fill('10/31/2026')
  const file = page.waitForEvent('download')
  await button(page, 'Export as CSV').dblclick()
  const rows = readFileSync(await (await file).path(), 'utf8').split('\r\n')
  expect(rows.length).toBeGreaterThan(100)
  expect(rows.slice(1).every(row => row < '2026-11')).toBe(true)
  await expect(page.getByTestId('journal')).toContainText('Last exported through Oct 31, 2026.')
  await settled(page)
  await button(page, 'Export as CSV').click()
  await expect(page.getByText('The journal was already exported through Oct 31, 2026')).toBeVisible()
  await visit(page, '/office/companies?company=ferry')
  await page.getByRole('button', { name: 'Reopen' }).first().click()
  await expect(page.getByText('those days stay closed')).toBeVisible()
  await visit(page, '/run/new?account=operating')
  await expect(page.getByTestId('room-short')).toContainText('space for 40 MB more')
})
