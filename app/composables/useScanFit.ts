import { onScopeDispose, ref, shallowRef } from 'vue'
import type { Stock } from '#core/paper/stock'
import { readCheckFile, readFitFile, type FitScan } from '~/data/fitScan'
import { drawingOfSheet } from '~/data/papers'
import { practiceScan } from '~/data/practicePrinter'
import { readFit, type PrintedCheck } from '~/data/reads'
import type { FitWork } from './useFitSheet'

/** Dots to the inch at which the practice printer's sheet is scanned. */
const PRACTICE_DPI = 200

/** A fit found in a picture: of the fit sheet, or of a check that was printed. */
export function useScanFit(stock: () => Stock, { busy, fault }: FitWork) {
  const scan = shallowRef<FitScan>()
  const fromCheck = ref(false)
  function forget(): void {
    if (scan.value) URL.revokeObjectURL(scan.value.url)
    scan.value = undefined
    fault.value = ''
  }
  onScopeDispose(forget)
  const onStage = (stage: string): void => {
    busy.value = stage
  }
  async function readCheck(file: Blob, of: PrintedCheck) {
    const drawing = await drawingOfSheet(of.run, of.sheet)
    if (!drawing) return undefined
    const through = await readFit(of.run.printing?.fitId)
    return readCheckFile(file, drawing, through?.deviation ?? null, onStage)
  }
  /** Reads a picture: of the sheet of `check` where one is named, else of the fit sheet. */
  async function read(file: Blob, check?: PrintedCheck): Promise<void> {
    forget()
    busy.value = 'Opening the picture'
    const { sheet, id } = stock()
    const ofCheck = check && (await readCheck(file, check))
    const done = ofCheck ?? (await readFitFile(file, sheet, id, onStage))
    busy.value = ''
    fromCheck.value = ofCheck !== undefined
    if (done.ok) scan.value = done.value
    else fault.value = done.refusal.text
  }
  /** Scans a sheet that lies in the tray of the practice printer. */
  async function scanPractice(job: string): Promise<void> {
    busy.value = 'Scanning'
    const picture = await practiceScan(job, 1, PRACTICE_DPI)
    busy.value = ''
    if (picture.ok) await read(picture.value)
    else fault.value = picture.refusal.text
  }
  return { scan, fromCheck, read, scanPractice, forget }
}
