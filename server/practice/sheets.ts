import { refuseRequest } from './office'
import type { PracticePrinter } from './printer'
import type { Sheet } from './sheetPicture'

/** A sheet that is out, or a refusal. */
export const sheetOf = (printer: PracticePrinter, id: string, sheet: number): Sheet =>
  printer.sheet(id, sheet) ??
  refuseRequest(404, 'This sheet has not come out, or the practice printer no longer has the job')
