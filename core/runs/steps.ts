import { howMany } from '../base/howMany'
import type { Refusal, Result } from '../base/result'
import { spans } from '../numbers/spans'
import type { Run } from './run'

/** The steps of a run on its page, in their order. */
export const runSteps = ['pick', 'load', 'proof', 'print', 'count off', 'done'] as const
export type RunStep = (typeof runSteps)[number]

/** What the step depends on besides the run itself. */
export interface StepKnown {
  /** The step that a person went back to. */
  readonly back: 'pick' | 'load' | undefined
  /** Which number goes on which sheet, or why it no longer fits; undefined while it is not known. */
  readonly planned: Result<unknown> | undefined
  /** Whether the proof was approved since. */
  readonly approved: boolean
}

/** What was picked or loaded no longer holds: back to the step whose matter it is. */
const stepOfRefusal = (refusal: Refusal): RunStep => (refusal.field === 'payments' ? 'pick' : 'load')

/** The step that a run stands at; without a run, the first. */
export function stepOf(run: Run | undefined, { back, planned, approved }: StepKnown): RunStep {
  if (!run) return 'pick'
  if (run.state === 'counted off' || run.state === 'dropped') return 'done'
  if (run.state === 'at the printer') return 'count off'
  if (back === 'pick') return 'pick'
  if (back === 'load' || run.top === null) return 'load'
  if (planned && !planned.ok) return stepOfRefusal(planned.refusal)
  return approved ? 'print' : 'proof'
}

/** Whether a step is behind the present one, at it, or still to come. */
export const stateOfStep = (step: RunStep, now: RunStep): 'done' | 'open' | 'later' =>
  step === now ? 'open' : runSteps.indexOf(step) < runSteps.indexOf(now) ? 'done' : 'later'

/** What each step came to, in a line; `total` as it is written, `moment` writes a moment. */
export function stepLines(
  run: Run | undefined,
  { total, sheets, moment }: { total: string; sheets: number; moment: (at: string) => string },
): Readonly<Record<Exclude<RunStep, 'done'>, string>> {
  if (!run) return { pick: '', load: '', proof: '', print: '', 'count off': '' }
  const outcome = (kind: string): string =>
    `${run.checks.filter(c => c.outcome?.kind === kind).length} ${kind}`
  const looked = run.state === 'prepared' ? `${howMany(sheets, 'sheet')} checked` : ''
  return {
    pick: `${howMany(run.paymentIds.length, 'check')}, ${total}, order ${run.order}`,
    load: run.top ? `${run.top} on the top sheet` : '',
    proof: run.printedAt && !looked ? 'checked' : looked,
    print: run.printedAt
      ? `${spans(run.checks.map(c => c.number))}, ${moment(run.printedAt)}${run.sentTo ? `, sent away to ${run.sentTo}` : ''}`
      : '',
    'count off': run.countedAt ? ['good', 'spoiled', 'never came out'].map(outcome).join(', ') : '',
  }
}

/** What the heading of a run's page adds to a run that is over. */
const ends: Readonly<Partial<Record<Run['state'], string>>> = {
  'counted off': ', counted off',
  dropped: ', dropped',
}
/**
 * The heading of a run's page: `account` is the name of its bank account. Undefined: the run is not started or
 * not read yet.
 */
export function runTitle(run: Run | undefined, isNew: boolean, account: string | undefined): string {
  const on = account ? ` on ${account}` : ''
  if (isNew || !run) return `${isNew ? 'New run' : 'Run'}${on}`
  return `Run${on}, ${howMany(run.paymentIds.length, 'check')}${ends[run.state] ?? ''}`
}
