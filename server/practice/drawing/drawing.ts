import type { DrawingWork } from './work'

let elsewhere: DrawingWork | undefined
/** Has PDFs opened and drawn elsewhere from now on: by the built server in a process of its own. */
export function drawElsewhere(work: DrawingWork): void {
  elsewhere = work
}
/** Whatever opens and draws PDFs; what that takes is loaded only where it is done here. */
export const drawing = async (): Promise<DrawingWork> => elsewhere ?? (await import('./work')).drawingWork
