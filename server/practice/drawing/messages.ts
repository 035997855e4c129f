import type { DrawingName } from './work'

/** A question to the process that draws, and its answer. */
export interface Question {
  readonly id: number
  readonly name: DrawingName
  readonly args: readonly unknown[]
}
export type Answer = { readonly id: number } & (
  | { readonly value: unknown }
  /** A PDF that cannot be used, in a sentence; otherwise a fault of ours. */
  | { readonly unusable: string }
  | { readonly fault: string }
)
/** Marks a server that was begun to draw, and does nothing else. */
export const DRAWS = 'VIOLET_LANE_DRAWS'
