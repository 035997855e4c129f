import { ref, shallowRef } from 'vue'
import { faultLine, readJson, type Fault } from '#core/exchange/fault'
import { layoutSchema, type Layout } from '#core/paper/layout'
import { stockSchema } from '#core/paper/stock'
import type { LayoutRow } from '#core/paper/versions'
import { useOffice } from '~/stores/office'
import { useAct } from '../base/useAct'

/** A layout from a file, and the one here that has its key or its code. */
export interface LayoutTaken {
  readonly layout: Layout
  readonly known: LayoutRow
  readonly file: string
}
/** So many faults of a file are told. */
const MOST_TOLD = 12

/** Keeps a layout that came from a file. `take` says whether it was done. */
export function useSaveLayoutFile() {
  const office = useOffice()
  const { busy, fault, act } = useAct()
  async function take(layout: Layout, from: number): Promise<boolean> {
    const done = await act('saveLayout', { key: layout.id, layout, from, owns: [] })
    if (!done?.ok) return false
    office.said = `Imported layout ${layout.code} as version ${done.value.layouts[0]?.revision}.`
    return true
  }
  return { busy, fault, take }
}

/**
 * Takes in layouts and stocks as files: what is wrong with one stands in `faults`; a layout that is known here
 * waits in `taking` for what it is to be.
 */
export function useLayoutImport(layouts: () => readonly LayoutRow[]) {
  const office = useOffice()
  const { fault, act } = useAct()
  const { fault: refused, take } = useSaveLayoutFile()
  const faults = ref<readonly string[]>([])
  const taking = shallowRef<LayoutTaken>()
  const tell = (file: string, found: readonly Fault[]): void => {
    faults.value = found.slice(0, MOST_TOLD).map(f => faultLine(file, f))
  }
  const knownAs = ({ id, code }: Layout): LayoutRow | undefined =>
    layouts().find(r => r.key === id) ??
    layouts().find(r => r.layout.code.toLowerCase() === code.toLowerCase())

  async function importLayoutFile(text: string, file: string): Promise<void> {
    const read = readJson(text, layoutSchema)
    if (!read.ok) return tell(file, read.faults)
    const known = knownAs(read.value)
    if (known) taking.value = { layout: read.value, known, file }
    else if (!(await take(read.value, 0))) faults.value = [`${file}: ${refused.value}`]
  }
  async function importStockFile(text: string, file: string): Promise<void> {
    const read = readJson(text, stockSchema)
    if (!read.ok) return tell(file, read.faults)
    const done = await act('saveStock', { stock: read.value })
    if (!done) return
    if (done.ok)
      office.said = `Imported stock “${read.value.name}” as version ${done.value.stocks[0]?.revision}.`
    else faults.value = [`${file}: ${fault.value}`]
  }
  async function takeFile(file: File): Promise<void> {
    faults.value = []
    const text = await file.text()
    const format = /"format"\s*:\s*"violet-lane\/(layout|stock)"/.exec(text)?.[1]
    if (format === 'layout') await importLayoutFile(text, file.name)
    else if (format === 'stock') await importStockFile(text, file.name)
    else
      faults.value = [
        `${file.name} is not a Violet Lane layout or stock file. Its “format” should be violet-lane/layout or violet-lane/stock.`,
      ]
  }
  return { faults, taking, takeFile }
}
