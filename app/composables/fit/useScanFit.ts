import { computed, onScopeDispose, ref, shallowRef } from 'vue'
import type { Result } from '#core/base/result'
import { proved, type Proved } from '#core/fit/proved'
import type { Mm } from '#core/paper/length'
import type { Stock } from '#core/paper/stock'
import { readCheckFile, readFitFile, type FitScan } from '~/data/fit/fitScan'
import { drawingOfSheet } from '~/data/runs/keptPdfs'
import { practiceScan } from '~/data/fit/practicePrinter'
import { readFit } from '~/data/fit/printerReads'
import type { PrintedCheck } from '~/data/runs/copyReads'
import type { FitWork } from './useFitSheet'

/** Dots to the inch at which the practice printer's sheet is scanned. */
const PRACTICE_DPI = 200

/**
 * A fit found in pictures of the fit sheet, or of a check that was printed: a first reading by one scan, proved by
 * a second of the same sheet turned by half.
 */
export function useScanFit(stock: () => Stock, { busy, fault }: FitWork) {
  const first = shallowRef<FitScan>()
  const second = shallowRef<FitScan>()
  const fromCheck = ref(false)
  /** The two upper squares are so far apart, in mm, by a ruler: for pictures that do not say their scale. */
  const span = ref<Mm>()
  const proveBy = (one: FitScan, other: FitScan): Result<Proved> =>
    proved(one.reading, other.reading, stock().sheet, fromCheck.value ? undefined : span.value)
  const proof = computed(() => {
    const both = first.value && second.value && proveBy(first.value, second.value)
    return both?.ok ? both.value : undefined
  })
  function drop(scan: FitScan | undefined): void {
    if (scan) URL.revokeObjectURL(scan.url)
  }
  function forget(): void {
    drop(first.value)
    drop(second.value)
    first.value = second.value = undefined
    span.value = undefined
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
  /** Takes a scan as the second one where there is a first of the same kind, else as the first. */
  function take(scan: FitScan, isCheck: boolean): void {
    if (!first.value || second.value || fromCheck.value !== isCheck) {
      forget()
      fromCheck.value = isCheck
      first.value = scan
      return
    }
    const both = proveBy(first.value, scan)
    if (both.ok) {
      second.value = scan
      return
    }
    drop(scan)
    fault.value = both.refusal.text
  }
  /** Reads a picture: of the sheet of `check` where one is named, else of the fit sheet. */
  async function read(file: Blob, check?: PrintedCheck): Promise<void> {
    fault.value = ''
    busy.value = 'Opening the file'
    const { sheet, id } = stock()
    const ofCheck = check && (await readCheck(file, check))
    const done = ofCheck ?? (await readFitFile(file, sheet, id, onStage))
    busy.value = ''
    if (done.ok) take(done.value, ofCheck !== undefined)
    else fault.value = done.refusal.text
  }
  /** Scans a sheet that lies in the tray of the practice printer; the second time it is turned by half. */
  async function scanPractice(job: string): Promise<void> {
    busy.value = 'Scanning'
    const turned = first.value !== undefined && !second.value
    const picture = await practiceScan(job, 1, PRACTICE_DPI, turned)
    busy.value = ''
    if (picture.ok) await read(picture.value)
    else fault.value = picture.refusal.text
  }
  return { first, second, proof, span, fromCheck, read, scanPractice, forget }
}
