import { applyEdit, editBetween, takeBack, type LayoutEdit } from './edit'
import type { Layout } from './layout'
import { applyOwn, noOwn, ownOf, type OwnSettings } from './own'

/** Where an edit belongs: `''` is all companies, else the key of the one company. */
export type Scope = string
interface Step { readonly scope: Scope, readonly edit: LayoutEdit }

/** A layout on the Light table: common part, what companies have of their own, and every edit of the session, done and taken back. */
export interface Workpiece { readonly common: Layout, readonly owns: Readonly<Record<string, OwnSettings>>, readonly done: readonly Step[], readonly undone: readonly Step[] }

export const workpieceOf = (common: Layout, owns: Readonly<Record<string, OwnSettings>> = {}): Workpiece => ({ common, owns, done: [], undone: [] })

/** The layout as it is for all, or as one company sees it. */
export const seen = (work: Workpiece, scope: Scope): Layout => (scope === '' ? work.common : applyOwn(work.common, work.owns[scope] ?? noOwn))

function put(work: Workpiece, scope: Scope, layout: Layout): Workpiece {
  if (scope === '') return { ...work, common: layout }
  return { ...work, owns: { ...work.owns, [scope]: ownOf(work.common, layout) } }
}

/** The workpiece after a change to what one scope sees; the same object where nothing differs. */
export function changed(work: Workpiece, scope: Scope, to: Layout): Workpiece {
  const before = seen(work, scope)
  if (before === to) return work
  const next = put(work, scope, to)
  // What a company may have of its own is less than any layout (no order of its own): the edit is what really came of it.
  const edit = editBetween(before, seen(next, scope))
  return edit ? { ...next, done: [...work.done, { scope, edit }], undone: [] } : work
}

/** The workpiece with other own settings of a company, as one edit. */
export const withOwn = (work: Workpiece, scope: Scope, own: OwnSettings): Workpiece => (scope === '' ? work : changed(work, scope, applyOwn(work.common, own)))

export function undo(work: Workpiece): Workpiece {
  const step = work.done.at(-1)
  if (!step) return work
  return { ...put(work, step.scope, takeBack(seen(work, step.scope), step.edit)), done: work.done.slice(0, -1), undone: [...work.undone, step] }
}
export function redo(work: Workpiece): Workpiece {
  const step = work.undone.at(-1)
  if (!step) return work
  return { ...put(work, step.scope, applyEdit(seen(work, step.scope), step.edit)), done: [...work.done, step], undone: work.undone.slice(0, -1) }
}
