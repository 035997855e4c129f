import { idOf } from '#core/base/id'
import { editBetween } from '#core/paper/edit'
import type { Layout } from '#core/paper/layout'
import { noOwn, type OwnSettings } from '#core/paper/own'
import { ownId, type OwnRow } from '#core/paper/versions'
import type { LayoutDraft } from './layoutDraft'

/** What is saved of one layout: its versions, oldest first, and what companies have of their own. */
export interface SavedLayout {
  readonly key: string
  readonly versions: readonly { readonly revision: number; readonly layout: Layout }[]
  readonly owns: readonly OwnRow[]
}

/** The newest saved version, as a draft without changes; undefined where nothing is saved. */
export function draftOfSaved({ key, versions, owns }: SavedLayout): LayoutDraft | undefined {
  const latest = versions.at(-1)
  const ownOf = owns.filter(o => o.layoutKey === key).map(o => [o.companyId, o.own] as const)
  return latest && { from: latest.revision, common: latest.layout, owns: Object.fromEntries(ownOf) }
}

/** Whether the common layout is as it is in the version that the draft was made over. */
export function isCommonSaved({ versions }: SavedLayout, { from, common }: LayoutDraft): boolean {
  const version = versions.find(v => v.revision === from)
  return version !== undefined && !editBetween(version.layout, common)
}

/** What companies have of their own in a draft, where it is other than saved. */
export function unsavedOwns({ key, owns }: SavedLayout, draft: LayoutDraft): [string, OwnSettings][] {
  const saved = (companyId: string): OwnSettings =>
    owns.find(o => o.id === ownId(key, idOf<'company'>(companyId)))?.own ?? noOwn
  return Object.entries(draft.owns).filter(
    ([companyId, own]) => JSON.stringify(own) !== JSON.stringify(saved(companyId)),
  )
}

/** Whether a draft holds nothing that is not saved. */
export const isSaved = (saved: SavedLayout, draft: LayoutDraft): boolean =>
  isCommonSaved(saved, draft) && unsavedOwns(saved, draft).length === 0
