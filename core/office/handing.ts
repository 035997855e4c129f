import { dayText, dayOfMoment } from '../base/dates'
import { good, refuse, type Result } from '../base/result'
import type { Decision, Stamp } from '../trail/trail'
import type { HandedOver, OfficeSettings } from './settings'

const MOST_LETTERS = 60
const handedText = ({ to, at }: HandedOver): string => `handed over to ${to} on ${dayText(dayOfMoment(at))}`

/** The refusal of every other act in an office that was handed over; good where it was not. */
export const stillHere = (settings: OfficeSettings | undefined): Result<true> =>
  settings?.handedOver
    ? refuse(
        'handed-over',
        `This office was ${handedText(settings.handedOver)}. To work here, continue or take it back under Files, Hand over`,
        {
          field: 'act',
        },
      )
    : good(true)

/**
 * Hands the office over to another desk, by its name: two desks with the same office would use the same
 * numbers. The backup made after it is what the other takes on.
 */
export function handOver(
  known: { settings: OfficeSettings },
  act: { to: string },
  stamp: Stamp,
): Decision<{ settings: OfficeSettings[] }> {
  const to = act.to.trim()
  if (!to) return refuse('to-blank', 'Enter a person or computer', { field: 'to' })
  if (to.length > MOST_LETTERS)
    return refuse('to-long', `Enter at most ${MOST_LETTERS} characters`, { field: 'to', limit: MOST_LETTERS })
  return good({
    changes: { settings: [{ ...known.settings, handedOver: { to, at: stamp.at, by: stamp.by } }] },
    trail: { act: 'Office handed over', text: `Handed the office over to ${to}.`, about: {} },
  })
}

/**
 * Work goes on here: at the desk that it was handed to, or (`back`) at the one that handed it over, where the
 * other never took it on. Refused where it was not handed over.
 */
export function continueOffice(
  known: { settings: OfficeSettings },
  act: { back: boolean },
): Decision<{ settings: OfficeSettings[] }> {
  const { handedOver, ...settings } = known.settings
  if (!handedOver) return refuse('handed-not', 'This office was not handed over', { field: 'act' })
  return good({
    changes: { settings: [settings] },
    trail: {
      act: act.back ? 'Office taken back' : 'Office taken on',
      text: act.back
        ? `Took the office back. It was ${handedText(handedOver)}; nobody worked there.`
        : `Continued here the office that was ${handedText(handedOver)}.`,
      about: {},
    },
  })
}
