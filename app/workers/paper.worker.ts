import { expose } from 'comlink'
import type { Layout } from '#core/paper/layout'
import type { Stock } from '#core/paper/stock'
import { proofer, sheetsOf } from '#core/proof/compose'
import type { AccountFacts, CheckFacts } from '#core/proof/facts'
import type { Note } from '#core/proof/note'
import { drawingsPdf } from '#core/render/pdf'
import sansUrl from '#core/type/faces/sans.ttf?url'
import sansBoldUrl from '#core/type/faces/sans-bold.ttf?url'
import serifBoldUrl from '#core/type/faces/serif-bold.ttf?url'

export interface PaperJob { readonly layout: Layout, readonly stock: Stock, readonly account: AccountFacts, readonly checks: readonly CheckFacts[], readonly title: string, readonly madeAt: string }
export interface PaperMade { readonly bytes: Uint8Array, readonly notes: readonly Note[] }

const bytesOf = async (url: string): Promise<Uint8Array> => new Uint8Array(await (await fetch(url)).arrayBuffer())

const api = {
  async make(job: PaperJob, onSheet: (done: number, of: number) => void): Promise<PaperMade> {
    const [sans, sansBold, serifBold] = await Promise.all([bytesOf(sansUrl), bytesOf(sansBoldUrl), bytesOf(serifBoldUrl)])
    const ready = proofer(job.layout, job.stock, job.account)
    const notes: Note[] = [...ready.notes]
    const sheets = sheetsOf(job.checks, ready.perSheet)
    function* drawings() {
      for (const sheet of sheets) {
        const set = ready.sheet(sheet)
        notes.push(...set.notes)
        yield set.drawing
      }
    }
    const bytes = await drawingsPdf(drawings(), { 'sans': sans, 'sans-bold': sansBold, 'serif-bold': serifBold }, {
      title: job.title, madeAt: job.madeAt, onSheet: (done) => { if (done % 20 === 0 || done === sheets.length) onSheet(done, sheets.length) },
    })
    return { bytes, notes }
  },
}
export type PaperApi = typeof api
expose(api)
