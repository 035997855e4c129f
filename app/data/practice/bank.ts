import { refuse, type Result } from '#core/base/result'
import type { PlainDate } from '#core/base/dates'
import type { BankOrder, BankReport } from '#core/practice/bankReport'
import { statementFormats, type StatementFormat } from '#core/practice/statementFiles'
import { askStandIn, sending } from './ask'

const BASE = '/api/practice-bank'
const NAME = 'practice bank'

export const orderBank = (order: BankOrder): Promise<Result<BankReport>> =>
  askStandIn(NAME, BASE, sending('POST', order))
/** An account at the practice bank; nothing where it has none of that number. */
export const bankReport = (account: string): Promise<Result<BankReport | undefined>> =>
  askStandIn(NAME, `${BASE}?account=${account}`)

/** A statement of the practice bank, as the file that a bank gives. */
export async function bankStatement(
  account: string,
  from: PlainDate,
  through: PlainDate,
  format: StatementFormat,
): Promise<Result<File>> {
  const query = new URLSearchParams({ account, from, through, format })
  const answer = await fetch(`${BASE}/statement?${query}`).catch(() => undefined)
  if (!answer?.ok) return refuse('practice-refused', 'The practice bank gave no statement')
  const { name } = statementFormats[format]
  return { ok: true, value: new File([await answer.blob()], name) }
}
