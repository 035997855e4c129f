import type { Refusal } from '../base/result'
import { sentence } from '../base/sentence'

/**
 * What is wrong, or may be, with one field of one check or of the layout. An error stops a run; a warning
 * wants a look.
 */
export interface Note extends Refusal {
  readonly severity: 'error' | 'warning'
  /** The field's id in the layout. */
  readonly field: string
  /** The check's number, where the note is about one check and not about the layout. */
  readonly check?: number
}

/** A note that stops printing, at a field of the layout. */
export const error = (code: string, field: string, text: string, more: Partial<Note> = {}): Note => ({
  severity: 'error',
  code,
  field,
  text: sentence(text),
  ...more,
})
/** A note that should be looked at and stops nothing. */
export const warning = (code: string, field: string, text: string, more: Partial<Note> = {}): Note => ({
  severity: 'warning',
  code,
  field,
  text: sentence(text),
  ...more,
})

/** Whether any note stops printing. */
export const hasErrors = (notes: readonly Note[]): boolean => notes.some(n => n.severity === 'error')
