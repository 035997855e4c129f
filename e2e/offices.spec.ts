import { button, demoOffice, expect, test, visit, settled } from './office'

test('several offices in one browser: a made-up one that says so beside an own one, each alone; one is removed after a backup', async ({
  page,
  context,
}) => {
  await demoOffice(page)
  await expect(page.getByTestId('made-up')).toBeVisible()
  await expect(page.getByTestId('office-choice')).toHaveCount(0)
  await visit(page, '/office')
  await button(page, 'Start another office').click()
  await page.getByRole('button', { name: 'Start empty' }).click()
  await expect(page.getByTestId('begin')).toBeVisible()
  await expect(page.getByTestId('made-up')).toHaveCount(0)
  // What is done here is done here alone; a reload stays, and another tab can stay in the other office.
  await visit(page, '/office')
  await page.getByLabel('Name', { exact: true }).fill('Petra')
  await button(page, 'Save').click()
  await expect(page.getByText('Your name is now Petra.')).toBeVisible()
  const other = await context.newPage()
  await visit(other, '/')
  // Beginning another office changes nothing for tabs that are opened from now on.
  await expect(other.getByTestId('made-up')).toBeVisible()
  await visit(other, '/office/trail')
  await expect(other.getByTestId('trail')).not.toContainText('Name changed')
  await page.reload()
  await expect(page.getByTestId('made-up')).toHaveCount(0)
  await visit(page, '/office/trail')
  await expect(page.getByTestId('trail')).toContainText('Name changed')
  // The empty one is removed from within the made-up one; the tab that stood in it goes there too.
  await visit(other, '/office')
  // The question takes the focus, and gives it back where it is left.
  const ask = other.getByTestId('office-remove')
  const name = other.getByTestId('office-name').locator('input')
  await ask.focus()
  await other.keyboard.press('Enter')
  await expect(name).toBeFocused()
  await other.keyboard.press('Escape')
  await expect(ask).toBeFocused()
  await settled(other)
  await ask.click()
  const verb = other.getByTestId('ask-go')
  await name.fill('A new offic')
  await expect(verb).toBeDisabled()
  await name.fill('A new office')
  const download = other.waitForEvent('download')
  await verb.click()
  expect((await download).suggestedFilename()).toContain('removed office')
  await expect(other.getByText('A new office removed')).toBeVisible()
  await expect(other.getByTestId('offices').getByRole('row')).toHaveCount(2)
  await expect(page.getByText('This office was removed in another tab')).toBeVisible()
  await page.getByRole('button', { name: 'Reload' }).click()
  await expect(page.getByTestId('made-up')).toBeVisible()
})
