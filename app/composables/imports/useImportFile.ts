import { onScopeDispose, ref } from 'vue'
import type { SheetName } from '#core/exchange/workbook'
import { ImportDesk } from '~/data/imports/importDesk'

/** The file under the eyes of the person: its sheets, what is being done with it, and what is wrong with it. */
export function useImportFile() {
  const file = ref('')
  const encoding = ref('')
  const sheets = ref<readonly SheetName[]>([])
  const sheet = ref(0)
  /** Rows of the sheet that are hidden, and whether they are read too. */
  const hiddenRows = ref(0)
  const withHidden = ref(false)
  const doing = ref('')
  const fault = ref('')
  let desk: ImportDesk | undefined
  /** How much is being done with the file: of two things at once, the second may end first. */
  let underWay = 0
  onScopeDispose(() => desk?.end())

  /** Does something with the file; undefined where it failed, or where another file was given meanwhile. */
  async function during<T>(what: string, work: (of: ImportDesk) => Promise<T>): Promise<T | undefined> {
    const of = desk
    if (!of) return undefined
    doing.value = what
    underWay++
    try {
      const done = await work(of)
      return desk === of ? done : undefined
    } catch (error) {
      if (desk === of) fault.value = `The file could not be read: ${(error as Error).message}`
      return undefined
    } finally {
      if (desk === of && --underWay === 0) doing.value = ''
    }
  }
  /** Ends what is being done, and puts the file away. */
  function close(): void {
    desk?.end()
    desk = undefined
    underWay = 0
    doing.value = fault.value = file.value = encoding.value = ''
    sheets.value = []
    hiddenRows.value = 0
    withHidden.value = false
  }
  /** Opens a file at its first sheet that is not hidden. Gives whether it could be read. */
  async function open(given: File): Promise<boolean> {
    close()
    desk = new ImportDesk()
    const opened = await during('Reading the file', of => of.open(given))
    if (opened && !opened.ok) fault.value = `${given.name} cannot be imported. ${opened.refusal.text}`
    if (!opened?.ok) return false
    file.value = given.name
    sheets.value = opened.value.sheets
    sheet.value = opened.value.sheet
    hiddenRows.value = opened.value.table.hidden
    encoding.value = opened.value.encoding ?? ''
    return true
  }
  /** Goes to a sheet. Gives whether it could be read. */
  async function openSheet(at: number, hiddenToo: boolean): Promise<boolean> {
    const laid = await during('Opening the sheet', of => of.sheet(at, hiddenToo))
    if (!laid) return false
    fault.value = laid.ok ? '' : `${sheets.value[at]?.name ?? ''} cannot be read. ${laid.refusal.text}`
    if (!laid.ok) return false
    sheet.value = at
    withHidden.value = hiddenToo
    hiddenRows.value = laid.value.hidden
    return true
  }
  return {
    ...{ file, encoding, sheets, sheet, hiddenRows, withHidden, doing, fault },
    ...{ during, open, openSheet, close, current: () => desk },
  }
}
