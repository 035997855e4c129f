import { drawingWork, type DrawingWork } from './work'

let work: DrawingWork = drawingWork
/** Has PDFs opened and drawn elsewhere from now on: by the built server in a process of its own. */
export function drawElsewhere(of: DrawingWork): void {
  work = of
}
/** Whatever opens and draws PDFs. */
export const drawing = (): DrawingWork => work
