import { ref, shallowRef, type Ref } from 'vue'
import type { CheckedImport } from '~/data/imports/importDesk'

/** How long after the last mended cell the rows are looked at again. */
const REST_MS = 300

/** A cell by its row and field. */
const keyOf = (at: number, field: string): string => `${at} ${field}`

/**
 * Cells that are mended by hand. A cell that was once wrong stays a field with what was typed in it, so that
 * looking at the rows again takes nothing from under the hand; that happens behind it, after a rest.
 */
export function useCellEdits(
  checked: Ref<CheckedImport | undefined>,
  write: (at: number, field: string, text: string) => Promise<void>,
  look: () => Promise<CheckedImport | undefined>,
) {
  const typed = ref(new Map<string, string>())
  const wrongOnce = shallowRef<ReadonlySet<string>>(new Set())
  /** What was written into cells already. */
  const written = new Map<string, string>()
  let waiting: ReturnType<typeof setTimeout> | undefined
  let round = 0
  /** A mended cell is not looked at yet: until then nothing is imported. */
  const pending = ref(false)

  /** Notes the cells that are wrong now. */
  function note(of: CheckedImport | undefined): void {
    const more = (of?.rows ?? []).flatMap(row => row.faults.map(f => keyOf(row.at, f.field)))
    if (more.some(key => !wrongOnce.value.has(key))) wrongOnce.value = new Set([...wrongOnce.value, ...more])
  }
  function forget(): void {
    typed.value = new Map()
    written.clear()
    wrongOnce.value = new Set()
    clearTimeout(waiting)
    round++
    pending.value = false
  }
  const textOf = (at: number, field: string, text: string): string =>
    typed.value.get(keyOf(at, field)) ?? text
  const isCorrected = (at: number, field: string): boolean => wrongOnce.value.has(keyOf(at, field))
  function type(at: number, field: string, text: string): void {
    typed.value.set(keyOf(at, field), text)
  }
  /** Rows that are as they were stay the same objects: only what changed is drawn anew. */
  function put(now: CheckedImport): void {
    const before = new Map(checked.value?.rows.map(row => [row.at, row]))
    const rows = now.rows.map(row => {
      const old = before.get(row.at)
      return old && JSON.stringify(old) === JSON.stringify(row) ? old : row
    })
    checked.value = { ...now, rows }
    note(now)
  }
  /**
   * Mends a cell with what was typed in it, where that is not what it holds. It is called whenever a field is
   * left, by Enter, and when its row is drawn anew: a field that was put in place of another tells no change.
   */
  async function correct(at: number, field: string, text: string): Promise<void> {
    const typedText = typed.value.get(keyOf(at, field))
    if (typedText === undefined || typedText === (written.get(keyOf(at, field)) ?? text)) return
    written.set(keyOf(at, field), typedText)
    pending.value = true
    await write(at, field, typedText)
    clearTimeout(waiting)
    const mine = ++round
    waiting = setTimeout(async () => {
      const now = await look()
      if (mine !== round) return
      if (now) put(now)
      pending.value = false
    }, REST_MS)
  }
  return { note, forget, textOf, isCorrected, type, correct, pending }
}
