import type { Fact } from '../store/db'

/** Under which name it is kept. */
export const AUDITED = 'last audit'
/** What the last look at all rows came to. */
export interface LastAudit {
  readonly at: string
  /** The last line of the trail then. */
  readonly seq: number
  /** How many things did not hold. */
  readonly findings: number
}
export const auditFact = ({ at, seq, findings }: LastAudit): Fact => ({
  name: AUDITED,
  value: `${at} ${seq} ${findings}`,
})
/** The last look at all rows; undefined where there was none. */
export function lastAudit(fact: Fact | undefined): LastAudit | undefined {
  const [at, seq, findings] = fact?.value.split(' ') ?? []
  return at ? { at, seq: Number(seq), findings: Number(findings) } : undefined
}
