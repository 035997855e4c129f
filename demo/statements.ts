import { addDays, daysBetween, dayText, type PlainDate } from '../core/base/dates'
import { idOf, type Id } from '../core/base/id'
import type { Random } from '../core/base/random'
import { must } from '../core/base/result'
import type { IncomingLine } from '../core/bank/bankLine'
import { STALE_DAYS } from '../core/bank/staleDays'
import { openStatement } from '../core/bank/statement'
import { suggestionsFor } from '../core/bank/suggest'
import { cents } from '../core/money/cents'
import type { CheckNumber, NumberRow } from '../core/numbers/book'
import { perform } from '../core/office/actTypes'
import type { MemoryOffice } from '../core/office/memory'
import type { Stamp } from '../core/trail/trail'

/** Where the bank's fees go. */
const FEE = { text: 'MONTHLY SERVICE FEE', amount: cents(-12_00) }
/** A check takes so many days to its bank, at least and at most. */
const DAYS = [3, 11] as const

/** What the bank does in the story of one account. */
export class DemoBank {
  constructor(
    private readonly office: MemoryOffice,
    private readonly accountId: Id<'account'>,
    private readonly fees: Id<'ledger'>,
    private readonly r: Random,
    private readonly stamp: () => Stamp,
  ) {}

  /** Statements begin with what the account was opened with. */
  async begin(from: PlainDate, opening: number): Promise<void> {
    const input = { accountId: this.accountId, from, opening: cents(opening) }
    must(await perform(this.office, 'beginStatements', input, this.stamp()))
  }
  private statement() {
    return openStatement(this.office.found('statements', 'account', [this.accountId]))!
  }
  private lineOf(row: NumberRow, through: PlainDate, more: Partial<IncomingLine> = {}): IncomingLine {
    const check = row.check!
    const longest = Math.max(DAYS[0], Math.min(DAYS[1], daysBetween(check.date, through)))
    const date = addDays(check.date, this.r.between(DAYS[0], longest))
    const { from } = this.statement()
    return {
      date: date < from ? from : date > through ? through : date,
      amount: cents(-check.amount),
      number: row.number,
      text: 'CHECK PAID',
      reference: `${this.r.between(10_000_000, 99_999_999)}`,
      ...more,
    }
  }
  /** Money that is on its way: deposits and transfers up to a day. */
  private deposits(through: PlainDate): IncomingLine[] {
    const { from } = this.statement()
    return this.office
      .found('movements', 'open', [this.accountId])
      .filter(m => m.date <= through)
      .map(m => ({
        date: m.date < from ? from : m.date,
        amount: m.amount,
        text: m.kind === 'transfer' ? 'TRANSFER' : 'DEPOSIT',
        reference: `${this.r.between(10_000_000, 99_999_999)}`,
      }))
  }
  private async importLines(lines: readonly IncomingLine[], through: PlainDate): Promise<void> {
    const { from } = this.statement()
    const input = {
      accountId: this.accountId,
      fileId: idOf<'bankFile'>(`${this.accountId}-${through}`),
      ...{ file: `statement ${dayText(through)}.xml`, format: 'camt.053' as const, from, through },
      lines: [...lines].sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0)),
    }
    must(await perform(this.office, 'importStatement', input, this.stamp()))
  }
  /** Matches deposits, and enters fees from their lines. */
  private async matchRest(): Promise<void> {
    const { accountId, office } = this
    const open = office
      .found('bankLines', 'statement', [this.statement().id])
      .filter(l => !l.match && l.number === undefined)
    const used = new Set<string>()
    const matches = open.flatMap(line => {
      const movements = office.found('movements', 'open', [accountId]).filter(m => !used.has(m.id))
      const [first] = suggestionsFor(line, { movements, payments: [], numbers: new Map() })
      if (first?.match.kind !== 'movement') return []
      used.add(first.match.movementId)
      return [{ lineId: line.id, to: first.match }]
    })
    if (matches.length) must(await perform(office, 'matchLines', { accountId, matches }, this.stamp()))
    for (const line of open.filter(l => l.text === FEE.text))
      must(
        await perform(
          office,
          'enterMovement',
          {
            ...{ accountId, id: idOf<'entry'>(`${line.id}/fee`), kind: 'bank fee', date: line.date },
            ...{ amount: line.amount, parts: [{ ledgerId: this.fees, amount: line.amount }] },
            ...{ text: 'Monthly service fee', lineId: line.id },
          },
          this.stamp(),
        ),
      )
  }
  /** A month as banks tell it: checks that were paid, deposits and a fee; matched and closed. */
  async month(paid: readonly NumberRow[], through: PlainDate): Promise<void> {
    const lines = [...paid.map(row => this.lineOf(row, through)), ...this.deposits(through)]
    await this.importLines([...lines, { date: through, ...FEE }], through)
    await this.matchRest()
    const statement = this.statement()
    const balance = this.office
      .found('bankLines', 'statement', [statement.id])
      .reduce((sum, l) => sum + l.amount, Number(statement.opening))
    const input = { statementId: statement.id, through, balance: cents(balance) }
    must(await perform(this.office, 'closeStatement', input, this.stamp()))
  }
  private isStale = ({ check }: NumberRow, day: PlainDate): boolean =>
    check !== null && daysBetween(check.date, day) > STALE_DAYS
  /** The weeks since, with what an office must look at: a line of each kind. */
  async since(rows: readonly NumberRow[], through: PlainDate): Promise<void> {
    const { r } = this
    const of = (fate: string): NumberRow[] => rows.filter(n => n.fate === fate)
    const [paid, altered, other] = of('issued').filter(
      n => n.check && n.check.date < through && n.bookId.endsWith('-book') && !this.isStale(n, through),
    )
    const [spoiled] = of('spoiled').slice(-1)
    const [missing] = of('missing')
    const [stopped] = of('stopped').slice(-1)
    const [twice] = of('cleared').slice(-1)
    const day = (): PlainDate => addDays(through, -r.between(0, 4))
    const strange = (more: Omit<IncomingLine, 'amount' | 'date'> & { amount: number }): IncomingLine => ({
      ...{ date: day(), reference: `${r.between(10_000_000, 99_999_999)}` },
      ...more,
      amount: cents(more.amount),
    })
    const lines = [
      ...(paid ? [this.lineOf(paid, through)] : []),
      ...(altered ? [this.lineOf(altered, through, { amount: cents(swapped(-altered.check!.amount)) })] : []),
      ...(other ? [this.lineOf(other, through, { payee: 'Somebody Else & Sons' })] : []),
      ...(spoiled ? [this.lineOf(spoiled, through)] : []),
      ...(twice ? [this.lineOf(twice, through)] : []),
      ...(stopped ? [this.lineOf(stopped, through)] : []),
      ...(missing ? [strange({ amount: -480_00, number: missing.number, text: 'CHECK PAID' })] : []),
      strange({ amount: -775_00, number: 99_001 as CheckNumber, text: 'CHECK PAID' }),
      strange({ amount: 1_318_40, text: 'DEPOSIT BRANCH 2' }),
      strange({ amount: -35_00, text: 'RETURNED ITEM FEE' }),
      ...this.deposits(through).slice(0, 3),
    ]
    await this.importLines(
      lines.filter(l => l.date <= through),
      through,
    )
  }
}

/** An amount with two neighbouring digits swapped, or where all are the same, one more. */
function swapped(amount: number): number {
  const digits = [...String(Math.abs(amount))]
  const at = digits.findIndex((d, i) => i > 0 && d !== digits[i - 1])
  if (at < 0) return amount - 9
  const other = [...digits.slice(0, at - 1), digits[at]!, digits[at - 1]!, ...digits.slice(at + 1)]
  return Math.sign(amount) * Number(other.join(''))
}
