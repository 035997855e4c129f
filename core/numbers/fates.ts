/** What became of one check number. */
export const fates = [
  'unused',
  'on paper',
  'issued',
  'cleared',
  'spoiled',
  'voided',
  'stopped',
  'missing',
  'set aside',
] as const
export type Fate = (typeof fates)[number]

/**
 * Which fate may follow which. What is not here can never happen; `spoiled` and the like are ends; what is
 * missing may be found.
 */
const next: Readonly<Record<Fate, readonly Fate[]>> = {
  unused: ['on paper', 'issued', 'spoiled', 'missing', 'set aside'],
  'on paper': ['issued', 'spoiled', 'unused'],
  issued: ['cleared', 'voided', 'stopped', 'spoiled'],
  // The match with a bank line is undone.
  cleared: ['issued'],
  spoiled: [],
  voided: [],
  stopped: ['voided'],
  missing: ['unused', 'set aside'],
  'set aside': ['unused'],
}

/** Whether a check under this number stands for its payment: it is out, on its way, or paid. */
export const isStanding = (fate: Fate): boolean =>
  fate === 'on paper' || fate === 'issued' || fate === 'cleared'

/** Whether a number may go from one fate to another. */
export const mayBecome = (from: Fate, to: Fate): boolean => next[from].includes(to)
