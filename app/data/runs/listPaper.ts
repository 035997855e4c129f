import { listPages, type ListPaper } from '#core/reports/listPages'
import { savePdf } from '../files/fileOut'
import { drawingsToPdf } from './makePaper'

/** A paper of lists and words as a PDF. */
export const listPdf = (paper: ListPaper): Promise<Uint8Array> => drawingsToPdf(listPages(paper), paper.title)
/** Saves such a paper as a file of that name. */
export const saveList = async (paper: ListPaper, name: string): Promise<void> =>
  savePdf(await listPdf(paper), name)
