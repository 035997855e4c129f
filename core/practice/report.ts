import type { PracticeTray } from '../fit/practicePrinter'
import type { Feeding, Press, SheetOut } from './press'

/** How a job of the practice printer stands. `sheets` are those that are out, from the top of the tray. */
export interface JobReport {
  readonly id: string
  readonly name: string
  readonly ref: string
  readonly tray: PracticeTray
  readonly stock: string
  readonly pages: number
  readonly done: number
  readonly of: number
  readonly state: 'printing' | Feeding['end']
  readonly stacking: Press['stacking']
  readonly startedAt: string
  readonly sheets: readonly SheetOut[]
}
/** Everything the page of the practice printer shows. */
export interface PracticeState {
  readonly trays: readonly { readonly tray: PracticeTray; readonly press: Press }[]
  readonly jobs: readonly JobReport[]
}

/**
 * What a job came to, in words, e.g. “12 printed, 1 blank, 1 upside down; out of paper”. `clean` where
 * nothing went wrong.
 */
export function outcomeOf({ sheets, state }: Pick<JobReport, 'sheets' | 'state'>): {
  readonly text: string
  readonly clean: boolean
} {
  const count = (takes: (s: SheetOut) => boolean, word: string): string[] => {
    const n = sheets.filter(takes).length
    return n ? [`${n} ${word}`] : []
  }
  const wrong = [
    ...count(s => s.came === 'jammed', 'jammed'),
    ...count(s => s.came === 'blank', 'blank'),
    ...count(s => s.upsideDown, 'upside down'),
  ]
  const ended = state === 'all printed' || state === 'printing'
  return {
    text: [...count(s => s.came === 'printed', 'printed'), ...wrong].join(', ') + (ended ? '' : `; ${state}`),
    clean: !wrong.length && ended,
  }
}
