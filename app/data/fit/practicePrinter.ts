import type { z } from 'zod'
import { good, refuse, type Result } from '#core/base/result'
import type { Stock } from '#core/paper/stock'
import type { PracticeTray } from '#core/fit/practicePrinter'
import type { Press, pressJobSchema } from '#core/practice/press'
import type { JobReport, PracticeState } from '#core/practice/report'
import { askStandIn, sending } from '../practice/ask'

export type PracticeJob = z.input<typeof pressJobSchema>
const BASE = '/api/practice-printer'

const ask = <T>(path: string, init?: RequestInit): Promise<Result<T>> =>
  askStandIn('practice printer', BASE + path, init)

export const practiceState = (): Promise<Result<PracticeState>> => ask('')
export const practiceReport = (id: string): Promise<Result<JobReport>> => ask(`/jobs/${id}`)
export const practiceStop = (id: string): Promise<Result<JobReport>> =>
  ask(`/jobs/${id}`, { method: 'DELETE' })
export const setPracticeTray = (tray: PracticeTray, press: Press): Promise<Result<PracticeState>> =>
  ask(`/trays/${encodeURIComponent(tray)}`, sending('PUT', press))

/** Sends a PDF to the practice printer; gives the key of its job. */
export function practicePrint(job: PracticeJob, pdf: Blob | Uint8Array): Promise<Result<{ id: string }>> {
  const form = new FormData()
  form.append('job', JSON.stringify(job))
  form.append(
    'pdf',
    pdf instanceof Blob ? pdf : new Blob([pdf as BlobPart], { type: 'application/pdf' }),
    'print.pdf',
  )
  return ask('/jobs', { method: 'POST', body: form })
}

/** Address of a sheet's picture: as it came out, or as a scan of it. */
export const practiceSheetUrl = (
  id: string,
  sheet: number,
  dpi: number,
  view: 'sheet' | 'scan' = 'sheet',
): string => `${BASE}/jobs/${id}/sheets/${sheet}?dpi=${dpi}&view=${view}`
export const practiceTrayUrl = (id: string, dpi: number): string => `${BASE}/jobs/${id}/tray?dpi=${dpi}`
/** A scan of a sheet that came out, lying upright on the glass or turned by half. */
export async function practiceScan(
  id: string,
  sheet: number,
  dpi: number,
  turned = false,
): Promise<Result<Blob>> {
  const url = practiceSheetUrl(id, sheet, dpi, 'scan')
  const answer = await fetch(turned ? `${url}&turned=yes` : url)
  return answer.ok
    ? good(await answer.blob())
    : refuse('practice-refused', 'the practice printer no longer has this sheet')
}

/** Plain paper of a stock's size. */
export const plainPaper = (stock: Stock): Stock => ({
  ...stock,
  carries: [],
  numbered: false,
  perforations: [],
})
