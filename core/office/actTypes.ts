import type { Result } from '../base/result'
import type { Stamp } from '../trail/trail'
import { perform as performAct, type Act, type Keeping } from './defineAct'
import { acts, type ActName, type InputOf, type WrittenBy } from './allActs'
import { inputFault } from './inputs'

export type { ActName, InputOf, WrittenBy } from './allActs'

/**
 * Does an act of this name: the only way in which anything in an office changes. Gives the rows that were
 * written. What it is told passes its schema first.
 */
export const perform = <N extends ActName>(
  office: Keeping,
  name: N,
  input: InputOf<N>,
  stamp: Stamp,
): Promise<Result<WrittenBy<N>>> => {
  const refusal = inputFault(name, input)
  if (refusal) return Promise.resolve({ ok: false, refusal })
  return performAct(office, acts[name] as unknown as Act<InputOf<N>, unknown, WrittenBy<N>>, input, stamp)
}
