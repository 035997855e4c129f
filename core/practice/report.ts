import type { Feeding, PracticeTray, Press, SheetOut } from './press'

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
export interface PracticeState { readonly trays: readonly { readonly tray: PracticeTray, readonly press: Press }[], readonly jobs: readonly JobReport[] }
