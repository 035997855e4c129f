import type { Id } from '../base/id'
import type { Printer } from './printers'

/** The stand-in that ships with the product: known in every office, by this key. */
export const practicePrinterId = 'practice-printer' as Id<'printer'>
/** Trays that the practice printer has. */
export const practiceTrays = ['Tray 1', 'Tray 2', 'Tray 3'] as const
export type PracticeTray = (typeof practiceTrays)[number]

/** The stand-in as an office has it that never named its trays. */
export const practicePrinter: Printer = {
  id: practicePrinterId,
  name: 'Practice printer',
  trays: practiceTrays,
}
