import { operatorKey } from '../base/operator'
import { howMany } from '../base/howMany'
import { daysBetween, dayOfMoment } from '../base/dates'
import type { Id } from '../base/id'
import { good, refuse } from '../base/result'
import type { Run } from '../runs/run'
import type { Decision, Stamp } from '../trail/trail'

/** Where an act asks why, and what the list of reasons offered there is called. */
export const reasonKinds = {
  spoiled: 'Spoiled in the printer',
  replace: 'A check is replaced',
  cancel: 'A payment is cancelled',
  withdraw: 'A payment is withdrawn',
  fate: 'The fate of a number is set',
} as const
export type ReasonKind = keyof typeof reasonKinds

/** The reasons that an office offers in one place; before it has its own, the usual ones are offered. */
export interface ReasonList {
  readonly id: ReasonKind
  readonly reasons: readonly string[]
}
/** Reasons that are offered until the office has a list of its own. */
export const usualReasons: Readonly<Record<ReasonKind, readonly string[]>> = {
  spoiled: [
    'crumpled in the feed',
    'toner smeared',
    'printed out of place',
    'upside down',
    'torn off wrongly',
  ],
  replace: ['lost in the mail', 'destroyed', 'stale-dated', 'wrong address', 'signature missing'],
  cancel: ['wrong payee', 'paid twice', 'bill disputed', 'drawn by mistake'],
  withdraw: ['drawn by mistake', 'paid another way', 'not due yet'],
  fate: ['not in the box when it was opened', 'torn when the box was opened', 'kept for the other tray'],
}

const MOST_REASONS = 20
const MOST_LETTERS = 120
/**
 * Keeps a list of reasons: blank lines and doubles go. Refused where one is too long, there are too many,
 * or the list says all that already.
 */
export function saveReasons(
  known: { reasons: readonly string[] },
  act: ReasonList,
): Decision<{ reasonLists: ReasonList[] }> {
  const reasons = [...new Set(act.reasons.map(r => r.trim()).filter(Boolean))]
  const long = reasons.find(r => r.length > MOST_LETTERS)
  if (long) {
    return refuse(
      'reason-long',
      `A reason can have at most ${MOST_LETTERS} characters: “${long.slice(0, 40)}…”`,
      {
        field: 'reasons',
        limit: MOST_LETTERS,
      },
    )
  }
  if (reasons.length > MOST_REASONS) {
    return refuse(
      'reasons-many',
      `A list can have at most ${MOST_REASONS} reasons, and this one has ${reasons.length}`,
      {
        field: 'reasons',
        value: reasons.length,
        limit: MOST_REASONS,
      },
    )
  }
  if (reasons.join('\n') === known.reasons.join('\n')) {
    return refuse('reasons-same', 'Nothing was changed', { field: 'reasons' })
  }
  return good({
    changes: { reasonLists: [{ id: act.id, reasons }] },
    trail: {
      act: 'Reasons saved',
      text: `Saved the reasons for “${reasonKinds[act.id]}”: ${reasons.join('; ') || 'none'}.`,
      about: { reasons: act.id },
    },
  })
}

/** That the office went to another desk, when and by whom: until it is taken on or back, nothing is done in it. */
export interface HandedOver {
  readonly to: string
  readonly at: string
  readonly by: string
}
/** What holds for the office as a whole, in one row. */
export interface OfficeSettings {
  readonly id: 'office'
  /** For how many days the PDF of a counted-off run is kept; null: for ever. */
  readonly keepPapersDays: number | null
  /** Where it went to another desk. */
  readonly handedOver?: HandedOver
}
/** An office in which nothing was set: PDFs are kept for good. */
export const usualSettings: OfficeSettings = { id: 'office', keepPapersDays: null }

/** Says for how many days the PDFs of runs are kept: whole days, at least one. */
export function keepPdfsFor(
  known: { settings: OfficeSettings },
  act: { days: number | null },
): Decision<{ settings: OfficeSettings[] }> {
  const { days } = act
  if (days !== null && !(Number.isSafeInteger(days) && days >= 1)) {
    return refuse('days-number', 'Enter a whole number of days, at least one', { field: 'days' })
  }
  if (days === known.settings.keepPapersDays) {
    return refuse('days-same', 'Nothing was changed', { field: 'days' })
  }
  return good({
    changes: { settings: [{ ...known.settings, keepPapersDays: days }] },
    trail: {
      act: 'PDF retention changed',
      text:
        days === null
          ? 'PDFs of runs are kept forever.'
          : `PDFs of runs are kept for ${days} days after the count-off.`,
      about: {},
    },
  })
}

/**
 * Lets go of the PDFs of runs that were counted off longer ago than the office keeps them; what was printed
 * on every check stays, so that each can be made again. Refused where a run is not counted off, or not long
 * enough ago.
 */
export function discardPdfs(
  known: { settings: OfficeSettings; runs: readonly Run[] },
  stamp: Stamp,
): Decision<Record<never, never>> {
  const { keepPapersDays: days } = known.settings
  if (!known.runs.length) return refuse('papers-none', 'There are no PDFs to delete', { field: 'runs' })
  if (days === null) return refuse('papers-kept', 'PDFs are kept forever here', { field: 'runs' })
  const today = dayOfMoment(stamp.at)
  const young = known.runs.find(
    r => r.state !== 'counted off' || daysBetween(dayOfMoment(r.countedAt), today) <= days,
  )
  if (young) {
    return refuse('papers-young', `The PDF of a run is kept for ${days} days after its count-off`, {
      field: 'runs',
      value: young.id,
    })
  }
  return good({
    changes: {},
    removes: { papers: known.runs.map(r => r.id) },
    trail: {
      act: 'PDFs deleted',
      text: `Deleted the PDFs of ${howMany(known.runs.length, 'run')} counted off more than ${days} days ago.`,
      about: {},
    },
  })
}

/** Says who works at this browser: it stands beside every act that follows. */
export function nameOperator(act: { name: string }, stamp: Stamp): Decision<Record<never, never>> {
  const name = act.name.trim()
  if (!operatorKey(name))
    return refuse('operator-blank', 'Enter your name. It is recorded in the trail', { field: 'name' })
  if (name === stamp.by) return refuse('operator-same', `Your name is already ${name}`, { field: 'name' })
  return good({
    changes: {},
    trail: { act: 'Name changed', text: `${stamp.by} is now called ${name}.`, about: {} },
  })
}

/** The keys of runs whose PDFs may be let go, among those that are kept. */
export const pdfsToDiscard = (settings: OfficeSettings, runs: readonly Run[], today: string): Id<'run'>[] =>
  settings.keepPapersDays === null
    ? []
    : runs.filter(r => discardPdfs({ settings, runs: [r] }, { at: today, by: '' }).ok).map(r => r.id)
