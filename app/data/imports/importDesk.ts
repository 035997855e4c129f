import { proxy, wrap, type Remote } from 'comlink'
import type { PlainDate } from '#core/base/dates'
import type { Id } from '#core/base/id'
import { good, refuse, type Result } from '#core/base/result'
import type { MatchingFile } from '#core/exchange/matchingFile'
import type { ImportSeen } from '#core/imports/context'
import type { ImportKind } from '#core/imports/fields'
import type { ControlTotals } from '#core/imports/controlTotals'
import type { ImportColumns, ImportSpec } from '#core/imports/readRows'
import type { ImportedFile } from '#core/imports/importRows'
import type { Stamp } from '#core/trail/trail'
import { db } from '../store/db'
import { storeName } from '../store/storeName'
import { onFailure, Questions } from '../store/inWorker'
import type { ImportApi, ImportAsk, OpenedFile, ImportDone, TableSize } from './importWork'

export type { ImportAsk, CheckedImport, ImportPlan } from './importWork'

/** A file under the eyes of the person who takes it in: it is held in a worker of its own until `end`. */
export class ImportDesk {
  private worker = new Worker(new URL('../../workers/import.worker.ts', import.meta.url), {
    type: 'module',
    name: storeName(),
  })
  private remote: Remote<ImportApi> = wrap<ImportApi>(this.worker)
  private readonly questions = new Questions()

  constructor() {
    onFailure(this.worker, fault => this.questions.fail(fault))
  }
  private readonly during = <T>(work: Promise<T>): Promise<T> => this.questions.until(work)
  /** Ends the worker, and whatever it does: an act under way is not done then. */
  end(): void {
    this.worker.terminate()
    this.questions.fail(new DOMException('Stopped.', 'AbortError'))
  }
  async open(file: Blob): Promise<Result<OpenedFile>> {
    const bytes = new Uint8Array(await file.arrayBuffer())
    return this.during(this.remote.open(bytes) as Promise<Result<OpenedFile>>)
  }
  sheet = (at: number, withHidden: boolean): Promise<Result<TableSize>> =>
    this.during(this.remote.sheet(at, withHidden) as Promise<Result<TableSize>>)
  plan = (kind: ImportKind, headerRow?: number, accountId?: Id<'account'>) =>
    this.during(this.remote.plan(kind, headerRow, accountId))
  apply = (file: MatchingFile) => this.during(this.remote.apply(file))
  written = (spec: ImportColumns, today: PlainDate) => this.during(this.remote.written(spec, today))
  check = (ask: ImportAsk) => this.during(this.remote.check(ask))
  correct = (at: number, column: number, text: string) => this.during(this.remote.correct(at, column, text))
  /** Takes the good rows in; refused where it was stopped before it was done. `tell` hears how far it is, from 0 to 1. */
  async take(
    id: Id<'intake'>,
    spec: ImportSpec,
    control: ControlTotals,
    stamp: Stamp & { readonly key: string },
    tell: (part: number) => void,
  ): Promise<Result<Pick<ImportDone, 'summary'>>> {
    try {
      return await this.during(
        this.remote.take(id, spec, control, stamp, proxy(tell)) as Promise<Result<ImportDone>>,
      )
    } catch (error) {
      if ((error as Error).name !== 'AbortError') throw error
      // It may have been done in the moment in which it was stopped; this waits for what the worker had begun.
      return (await db.trail.where('key').equals(stamp.key).count())
        ? good({ summary: 'everything before it could be stopped' })
        : refuse('intake-stopped', 'Stopped. Nothing was imported.', { field: 'file' })
    }
  }
  leftOut = (states: readonly ImportSeen['state'][]) => this.during(this.remote.leftOut(states))
}

const MOST_LISTED = 20
/** What came in out of files, the newest first. */
export const readImports = (): Promise<ImportedFile[]> =>
  db.intakes.orderBy('at').reverse().limit(MOST_LISTED).toArray()
