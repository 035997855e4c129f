import { registerColumns, registerLines } from '../../lists/register'
import { cents, sum } from '../../money/cents'
import type { Report, ReportThing } from './report'

type Line = ReturnType<typeof registerLines>[number]
/** Whether a line moved money: a spoiled, voided or reversed one did not. */
const isMoney = ({ of }: Line): boolean =>
  'number' in of ? ['issued', 'cleared'].includes(of.number.fate) : of.movement.state !== 'reversed'
const thingOf = ({ of }: Line): ReportThing =>
  'number' in of ? { kind: 'number', id: of.number.id } : { kind: 'movement', id: of.movement.id }

/** The register of some accounts within some days; the sum is of what moved money. */
export function registerReport(under: string, ...of: Parameters<typeof registerLines>): Report {
  const lines = registerLines(...of)
  const money = lines.filter(isMoney)
  return {
    ...{ name: 'register', title: 'Register by dates', under, columns: registerColumns },
    rows: lines.map(line => line.cells),
    sum: ['', null, null, 'Money', '', '', '', '', sum(money.map(l => cents(Number(l.cells.at(-1) ?? 0))))],
    notes: [
      'Money in is above zero. The sum leaves out checks that are not issued or have ended, and reversed lines.',
    ],
    things: lines.map(thingOf),
  }
}
