import { applyEdit, editBetween, undoEdit, type LayoutEdit } from './edit'
import type { Layout } from './layout'
import { applyOwn, noOwn, ownOf, type OwnSettings } from './own'

/** Where an edit belongs: `''` is all companies, else the key of the one company. */
export type Scope = string
/**
 * One edit: of the common layout, or of what a company has of its own, which is small enough to be kept
 * whole.
 */
type Step =
  | { readonly scope: ''; readonly edit: LayoutEdit }
  | { readonly scope: string; readonly before: OwnSettings; readonly after: OwnSettings }

/**
 * A layout on the Light table: common part, what companies have of their own, and every edit of the session,
 * done and taken back.
 */
export interface Workpiece {
  readonly common: Layout
  readonly owns: Readonly<Record<string, OwnSettings>>
  readonly done: readonly Step[]
  readonly undone: readonly Step[]
}

/** A layout laid on the Light table, without any edits. */
export const workpieceOf = (common: Layout, owns: Readonly<Record<string, OwnSettings>> = {}): Workpiece => ({
  common,
  owns,
  done: [],
  undone: [],
})

/** The layout as it is for all, or as one company sees it. */
export const seen = (work: Workpiece, scope: Scope): Layout =>
  scope === '' ? work.common : applyOwn(work.common, work.owns[scope] ?? noOwn)

const take = (work: Workpiece, step: Step): Workpiece => ({ ...work, done: [...work.done, step], undone: [] })

/** The workpiece after a change to what one scope sees; the same object where nothing differs. */
export function changed(work: Workpiece, scope: Scope, to: Layout): Workpiece {
  if (scope !== '') return withOwn(work, scope, ownOf(work.common, to))
  const edit = editBetween(work.common, to)
  return edit ? take({ ...work, common: to }, { scope: '', edit }) : work
}

/** The workpiece with other own settings of a company, as one edit. */
export function withOwn(work: Workpiece, scope: Scope, after: OwnSettings): Workpiece {
  const before = work.owns[scope] ?? noOwn
  if (scope === '' || JSON.stringify(before) === JSON.stringify(after)) return work
  return take({ ...work, owns: { ...work.owns, [scope]: after } }, { scope, before, after })
}

const put = (work: Workpiece, step: Step, side: 'before' | 'after'): Workpiece =>
  'edit' in step
    ? { ...work, common: (side === 'before' ? undoEdit : applyEdit)(work.common, step.edit) }
    : { ...work, owns: { ...work.owns, [step.scope]: step[side] } }

/** The scope in which the next step taken back, or done again, was made; undefined where there is none. */
export const scopeOfUndo = (work: Workpiece): Scope | undefined => work.done.at(-1)?.scope
/** The scope in which the next redone step was made; undefined where there is none. */
export const scopeOfRedo = (work: Workpiece): Scope | undefined => work.undone.at(-1)?.scope

/** The workpiece before its last edit; the same object where there is none. */
export function undo(work: Workpiece): Workpiece {
  const step = work.done.at(-1)
  return step
    ? { ...put(work, step, 'before'), done: work.done.slice(0, -1), undone: [...work.undone, step] }
    : work
}
/** The workpiece with the last undone edit made again; the same object where there is none. */
export function redo(work: Workpiece): Workpiece {
  const step = work.undone.at(-1)
  return step
    ? { ...put(work, step, 'after'), done: [...work.done, step], undone: work.undone.slice(0, -1) }
    : work
}
