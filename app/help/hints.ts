/** A rectangle on the schematic check of a hint: millimetres on a check of 152 by 70. */
export interface Mark {
  readonly x: number
  readonly y: number
  readonly w: number
  readonly h: number
}
/** What a newcomer cannot know of a field, and where it is found on a check; no mark: it is not on one. */
export interface Hint {
  readonly title: string
  readonly text: string
  readonly mark?: Mark
}
const MICR = { y: 58, h: 7 }
const hintsOf = <K extends string>(hints: Readonly<Record<K, Hint>>): Readonly<Record<K, Hint>> => hints

export const hints = hintsOf({
  routing: {
    title: 'Routing number',
    text: 'Nine digits that name the bank. They are the first group of the MICR line on most checks, between two signs like |: on an old check.',
    mark: { x: 40, w: 34, ...MICR },
  },
  onUs: {
    title: 'Account number',
    text: 'The account as the bank prints it in the MICR line, also called on-us. Banks place dashes and spaces in their own way, so copy it from an old check.',
    mark: { x: 78, w: 40, ...MICR },
  },
  fraction: {
    title: 'Fraction',
    text: 'The small number near the top right, such as 12-3456/7890. It identifies the bank a second time, in case the MICR line cannot be read. Copy it from an old check or leave it empty.',
    mark: { x: 122, y: 11, w: 24, h: 6 },
  },
  positions: {
    title: 'Positions',
    text: 'Every character of the MICR line has a place, counted from the right edge of the check, eight to the inch. Your bank knows which parts it needs at which positions.',
    mark: { x: 6, w: 140, ...MICR },
  },
  numbers: {
    title: 'Number range',
    text: 'The first and the last number of the box, without leading zeros. They are on its label, and at the top right of the first and the last check.',
    mark: { x: 128, y: 4, w: 18, h: 7 },
  },
  terms: {
    title: 'Terms',
    text: 'When a bill is due and which discount is granted for paying early. Net 30: 30 days after the bill’s date. 2/10 net 30: 2 % off within 10 days, everything after 30. Eom + 10: ten days after the end of the month. They are on the payee’s bills, not on a check.',
  },
  taxBox: {
    title: '1099 box',
    text: 'The box of the information return in which payments to this payee are reported at the end of the year. Your tax adviser knows which one. It is not printed on a check.',
  },
})
export type HintName = keyof typeof hints
