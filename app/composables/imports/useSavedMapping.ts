import { ref } from 'vue'
import { faultLine, readJson } from '#core/exchange/fault'
import { matchingFileSchema, type MatchingFile } from '#core/exchange/matchingFile'
import { importKinds } from '#core/imports/fields'
import { specOf, type ImportForm } from '#core/imports/importForm'
import { matchingFile } from '#core/imports/savedMapping'
import { saveText } from '~/data/files/fileOut'

/** How many faults of a file are shown. */
const MOST_FAULTS = 3

/** A column mapping as a file: read and saved. `wrong` is what is wrong with the file that was given last. */
export function useSavedMapping() {
  const wrong = ref('')
  /** Reads a saved mapping; undefined where it is none, or is one for another type of data. */
  async function readMapping(given: File, form: ImportForm): Promise<MatchingFile | undefined> {
    const read = readJson(await given.text(), matchingFileSchema)
    wrong.value = read.ok
      ? ''
      : read.faults
          .slice(0, MOST_FAULTS)
          .map(f => faultLine(given.name, f))
          .join('; ')
    if (!read.ok) return undefined
    if (read.value.kind === form.kind) return read.value
    wrong.value = `${given.name} is a mapping for ${importKinds[read.value.kind].title.toLowerCase()}. Choose that above first.`
    return undefined
  }
  /** Saves how the columns are mapped, under a name. What the file does not prove is saved as it was answered. */
  function saveMapping(name: string, form: ImportForm, titles: readonly string[]): void {
    const made = matchingFile(
      name,
      { ...specOf(form), order: form.asksOrder ? (form.order ?? null) : null },
      titles,
    )
    saveText(`${JSON.stringify(made, null, 1)}\n`, `${made.name}.matching.json`, 'application/json')
  }
  return { wrong, readMapping, saveMapping }
}
