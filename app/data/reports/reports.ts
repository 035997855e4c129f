import { reportPaper, type Report } from '#core/reports/tables/report'
import { localToday } from '~/stores/office'
import { fileTypes, saveBlob } from '../files/fileOut'
import { saveList } from '../runs/listPaper'
import { inWorker } from '../store/inWorker'
import { storeName } from '../store/storeName'
import { onlyAsked } from './reportNames'
import type { ReportApi, ReportAsk } from './reportWork'

export type { ReportAsk } from './reportWork'

const worker = (): Worker =>
  new Worker(new URL('../../workers/report.worker.ts', import.meta.url), {
    type: 'module',
    name: storeName(),
  })

/** Makes a report from what the office is now. */
export const makeReport = (ask: ReportAsk): Promise<Report> =>
  inWorker<ReportApi, Report>(worker(), remote => remote.make(onlyAsked(ask)))

/** Saves a report as it is shown, as a file of that kind. */
export async function saveReport(report: Report, company: string, as: 'pdf' | 'csv' | 'xlsx'): Promise<void> {
  if (as === 'pdf') {
    return saveList(reportPaper(report, company, localToday()), `${report.name}.pdf`)
  }
  const bytes = await inWorker<ReportApi, Uint8Array>(worker(), remote => remote.file(report, as))
  saveBlob(new Blob([bytes as BlobPart], { type: fileTypes[as] }), `${report.name}.${as}`)
}
