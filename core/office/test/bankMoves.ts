import { addDays, plainDate, type PlainDate } from '../../base/dates'
import { idOf } from '../../base/id'
import { must } from '../../base/result'
import type { BankLine, IncomingLine } from '../../bank/bankLine'
import { waitsForOrder } from '../../bank/pain/sendTransfers'
import { movementKinds, type MovementKind } from '../../bank/movement'
import { startingLayouts } from '../../bank/positivePay/layout'
import { reconcile, type Reconciliation } from '../../bank/reconcile'
import { openStatement, type Statement } from '../../bank/statement'
import { suggestionsFor } from '../../bank/suggest'
import { cents } from '../../money/cents'
import { reconcileKnown } from '../lookupBank'
import type { Chance, Move, Moves, Tried } from './chance'
import { account } from './office'
import type { World } from './world'

const today = must(plainDate('2026-11-24'))
const dayBefore = (c: Chance): PlainDate => addDays(today, -c.r.between(0, 40))
const statements = (c: Chance): Statement[] =>
  c.seen.found('statements', 'account', [account.id]) as Statement[]
const openLines = (c: Chance): BankLine[] => {
  const open = openStatement(statements(c))
  return open ? c.seen.found('bankLines', 'statement', [open.id]) : []
}

/** What an act changed of numbers and payments, as the plain model has it. */
type Written = Partial<{
  numbers: readonly { readonly number: number; readonly fate: string }[]
  payments: readonly { readonly id: string; readonly state: string }[]
  entries: readonly {
    readonly lines: readonly { readonly ledgerId: string; readonly debit: number; readonly credit: number }[]
  }[]
}>
/** The bank moves checks between issued and cleared, and nothing else. */
function bankMoved(w: World, { numbers = [], payments = [], entries = [] }: Written): void {
  for (const { number, fate } of numbers) {
    const was = w.fates.get(number)
    if (![was, fate].every(f => f === 'issued' || f === 'cleared'))
      throw new Error(`the bank made ${number}, ${was}, ${fate}`)
    w.fates.set(number, fate)
  }
  for (const { id, state } of payments) {
    const payment = w.payments.get(id)!
    if (![payment.state, state].every(s => s === 'issued' || s === 'cleared'))
      throw new Error(`the bank made payment ${id}, ${payment.state}, ${state}`)
    payment.state = state
  }
  for (const e of entries)
    for (const l of e.lines) if (l.ledgerId === account.cashLedgerId) w.cash += l.debit - l.credit
}
/** A move whose effect is what the act says that it wrote, held against the rules above. */
function bankMove(name: string, act: Move['act']): Move {
  let written: Written = {}
  return {
    name,
    act: async () => {
      const done = await act()
      if (done.ok) written = done.value as Written
      return done
    },
    effect: w => bankMoved(w, written),
  }
}

const begin = (c: Chance): Move =>
  bankMove('begin statements', () =>
    c.office(
      'beginStatements',
      {
        accountId: account.id,
        from: c.r.next() < 0.9 ? dayBefore(c) : addDays(today, 2),
        opening: cents(c.r.between(0, 9000)),
      },
      c.stamp,
    ),
  )

/** A line of the bank: mostly a check of ours, now and then with something wrong; or money in, or a fee. */
function lineOf(c: Chance): IncomingLine {
  const row = c.some(c.r.next() < 0.7 ? c.rows.filter(r => r.fate === 'issued') : c.rows)
  const date = dayBefore(c)
  const luck = c.r.next()
  if (row?.check && luck < 0.7) {
    const wrong = c.r.next()
    return {
      date,
      amount: cents(-row.check.amount - (wrong < 0.35 ? 9 : 0)),
      ...(wrong < 0.9 && { number: wrong < 0.85 ? row.number : c.anyNumber() }),
      text: 'CHECK PAID',
      ...(c.r.next() < 0.5 && { reference: `ref${c.n}` }),
    }
  }
  const movement = c.some([...c.seen.kept.movements.values()].filter(m => m.state === 'open'))
  return {
    date: movement && luck < 0.8 ? movement.date : date,
    amount: movement && luck < 0.9 ? movement.amount : cents(c.r.between(-3, 3) * 100 || 250),
    text: c.r.one(['MONTHLY FEE', 'DEPOSIT']),
  }
}
function importStatement(c: Chance): Move {
  const lines = Array.from({ length: c.r.between(1, 4) }, () => lineOf(c))
  // Now and then what was there already comes once more.
  const again = openLines(c)
    .filter(() => c.r.next() < 0.3)
    .map(({ date, amount, number, text, reference }) => ({
      ...{ date, amount, text },
      ...(number !== undefined && { number }),
      ...(reference && { reference }),
    }))
  return bankMove('import a statement', () =>
    c.office(
      'importStatement',
      {
        accountId: account.id,
        fileId: idOf<'bankFile'>(c.r.next() < 0.95 ? `file${c.n}` : 'file'),
        ...{ file: 'bank.ofx', format: 'OFX', lines: [...again, ...lines] },
      },
      c.stamp,
    ),
  )
}
function matchLines(c: Chance): Move | undefined {
  const line = c.some(c.r.next() < 0.9 ? openLines(c).filter(l => !l.match) : openLines(c))
  if (!line) return undefined
  const payments = c.payments.filter(p => p.accountId === account.id)
  const numbers = new Map(c.rows.flatMap(r => (r.check ? [[r.check.paymentId, r] as const] : [])))
  const movements = [...c.seen.kept.movements.values()]
  const found = suggestionsFor(line, { movements, payments, numbers })
  const odd = c.some(movements)
  const to = c.some(found)?.match ?? (odd && { kind: 'movement' as const, movementId: odd.id })
  return (
    to &&
    bankMove('match a line', () =>
      c.office('matchLines', { accountId: account.id, matches: [{ lineId: line.id, to }] }, c.stamp),
    )
  )
}
function undoMatch(c: Chance): Move | undefined {
  const all = [...c.seen.kept.bankLines.values()]
  const line = c.some(c.r.next() < 0.8 ? openLines(c).filter(l => l.match) : all)
  return (
    line &&
    bankMove('undo a match', () => c.office('undoMatch', { accountId: account.id, lineId: line.id }, c.stamp))
  )
}
function undoFile(c: Chance): Move | undefined {
  const file = c.some(statements(c).flatMap(s => s.files))
  return (
    file &&
    bankMove('undo a file', () =>
      c.office('undoStatementFile', { accountId: account.id, fileId: file.id }, c.stamp),
    )
  )
}
function enterMovement(c: Chance): Move {
  const kind = c.r.one(Object.keys(movementKinds) as MovementKind[])
  const { way } = movementKinds[kind]
  const amount = cents((way || c.r.one([1, -1])) * c.r.between(c.r.next() < 0.1 ? -1 : 1, 3) * 100)
  const line = c.r.next() < 0.4 ? c.some(openLines(c).filter(l => !l.match)) : undefined
  const whole = line ? line.amount : amount
  const ledgerId = idOf<'ledger'>(c.r.one(['wood', 'wood', 'wood', 'owed', account.cashLedgerId, 'nowhere']))
  return bankMove('enter a movement', () =>
    c.office(
      'enterMovement',
      {
        ...{ accountId: account.id, id: idOf<'entry'>(`moved${c.n}`), kind, amount: whole },
        date: c.r.next() < 0.5 ? dayBefore(c) : today,
        parts: [
          { ledgerId, amount: cents(whole - 1) },
          { ledgerId, amount: cents(c.r.next() < 0.95 ? 1 : 2) },
        ],
        text: c.r.one(['fee', 'fee', ' ']),
        ...(line && { lineId: line.id }),
      },
      c.stamp,
    ),
  )
}
function reverseMovement(c: Chance): Move | undefined {
  const all = [...c.seen.kept.movements.values()]
  const movement = c.some(c.r.next() < 0.7 ? all.filter(m => m.state === 'open') : all)
  return (
    movement &&
    bankMove('reverse a movement', () =>
      c.office(
        'reverseMovement',
        {
          movementId: movement.id,
          why: c.r.one(['wrong', 'wrong', ' ']),
          date: c.r.one([today, dayBefore(c)]),
        },
        c.stamp,
      ),
    )
  )
}
function acceptBankAmount(c: Chance): Move | undefined {
  const rowOf = (l: BankLine) => c.rows.find(r => r.number === l.number)
  const lines = openLines(c).filter(l => !l.match && rowOf(l))
  const line = c.some(c.r.next() < 0.9 ? lines.filter(l => rowOf(l)!.fate === 'issued') : lines)
  const row = line && rowOf(line)
  if (!row) return undefined
  return bankMove('accept the amount of the bank', () =>
    c.office(
      'acceptBankAmount',
      {
        ...{
          accountId: account.id,
          lineId: line.id,
          numberId: row.id,
          id: idOf<'entry'>(`difference${c.n}`),
        },
        ...{ ledgerId: idOf<'ledger'>('wood'), text: 'bank error' },
      },
      c.stamp,
    ),
  )
}
function noteLine(c: Chance): Move | undefined {
  const line = c.some([...c.seen.kept.bankLines.values()])
  return (
    line &&
    bankMove('note a line', () =>
      c.office(
        'noteBankLine',
        { accountId: account.id, lineId: line.id, note: 'asked the bank', isReported: c.r.next() < 0.5 },
        c.stamp,
      ),
    )
  )
}

/** What is left to explain is explained, where that is possible, and the statement closed. */
function closeStatement(c: Chance): Move | undefined {
  const open = openStatement(statements(c)) ?? c.some(statements(c))
  if (!open) return undefined
  const through = c.r.next() < 0.5 ? today : dayBefore(c)
  const [explains, isRight] = [c.r.next() < 0.8, c.r.next() < 0.9]
  let state: Reconciliation | undefined
  return bankMove('close a statement', async () => {
    state ??= reconcile(await reconcileKnown(c.seen, account, open, through), through)
    const { office, stamp } = c
    if (state.difference !== 0 && explains) {
      // A correction of before it makes the books agree as far as they can.
      return office(
        'enterMovement',
        {
          ...{ accountId: account.id, id: idOf<'entry'>(`put${c.n}`), kind: 'correction' },
          ...{ date: addDays(open.from, -1), amount: state.difference, text: 'opening difference' },
          parts: [{ ledgerId: idOf<'ledger'>('wood'), amount: state.difference }],
        },
        stamp,
      )
    }
    const balance = isRight ? state.bank : cents(state.bank + 1)
    return office('closeStatement', { statementId: open.id, through, balance }, stamp)
  })
}
function reopenStatement(c: Chance): Move | undefined {
  const closed = c.some(statements(c).filter(s => s.closing || c.r.next() < 0.1))
  return (
    closed &&
    bankMove('reopen a statement', () =>
      c.office('reopenStatement', { statementId: closed.id, why: c.r.one(['missed a line', '']) }, c.stamp),
    )
  )
}
const saveBankRule = (c: Chance): Move =>
  bankMove('save a rule', () =>
    c.office(
      'saveBankRule',
      {
        rule: {
          ...{ id: idOf<'bankRule'>(`rule${c.r.between(1, 4)}`), companyId: account.companyId },
          ...{ contains: c.r.one(['MONTHLY', 'deposit', 'x']), way: c.r.one(['in', 'out'] as const) },
          ...{ kind: c.r.one(['deposit', 'bank fee'] as const), ledgerId: idOf<'ledger'>('wood') },
        },
        remove: c.r.next() < 0.2,
      },
      c.stamp,
    ),
  )

const setPositivePay = (c: Chance): Move =>
  bankMove('choose what the bank is told', () =>
    c.office(
      'setPositivePay',
      {
        accountId: account.id,
        layoutId: c.r.next() < 0.15 ? null : idOf<'payLayout'>(`layout${c.r.between(0, 2)}`),
      },
      c.stamp,
    ),
  )
const savePayLayout = (c: Chance): Move => {
  const n = c.r.between(0, 2)
  const layout = startingLayouts[n % 2]!
  return bankMove('save a layout for the bank', () =>
    c.office(
      'savePayLayout',
      {
        ...{ companyId: account.companyId, id: idOf<'payLayout'>(`layout${n}`) },
        layout: c.r.next() < 0.2 ? null : { ...layout, name: `${layout.name} ${n}` },
      },
      c.stamp,
    ),
  )
}
const sendBankFile = (c: Chance): Move =>
  bankMove('send a file to the bank', () =>
    c.office(
      'sendBankFile',
      {
        accountId: account.id,
        fileId: idOf<'sentFile'>(`sent${c.n}`),
        shorten: c.r.next() < 0.5,
      },
      c.stamp,
    ),
  )
function sendTransfers(c: Chance): Move | undefined {
  const waiting = c.payments.filter(p => p.otherwise && (c.r.next() < 0.03 || waitsForOrder(p)))
  const chosen = waiting.filter(() => c.r.next() < 0.7)
  return chosen.length
    ? bankMove('order transfers', () =>
        c.office(
          'sendTransfers',
          {
            ...{ accountId: account.id, fileId: idOf<'sentFile'>(`orders${c.n}`), currency: 'USD' },
            ...{ paymentIds: chosen.map(p => p.id), date: c.r.next() < 0.9 ? today : dayBefore(c) },
          },
          c.stamp,
        ),
      )
    : undefined
}

const importQuestions = (c: Chance): Move =>
  bankMove('import questions', () =>
    c.office(
      'importBankQuestions',
      {
        ...{ accountId: account.id, file: 'questions.csv' },
        questions: Array.from({ length: c.r.between(1, 2) }, (_, i) => ({
          ...{
            reference: `Q${c.r.between(1, 9)}${i}`,
            number: c.anyNumber(),
            amount: cents(c.r.between(1, 900)),
          },
          ...{ date: dayBefore(c), reason: 'amount', deadline: addDays(today, c.r.between(-1, 2)) },
        })),
      },
      c.stamp,
    ),
  )
function answerQuestion(c: Chance): Move | undefined {
  const question = c.some([...c.seen.kept.bankQuestions.values()])
  const why = c.r.one(['ours', 'not ours', ' '])
  return (
    question &&
    bankMove('answer a question', () =>
      c.office(
        'answerBankQuestion',
        { questionId: question.id, decision: c.r.one(['pay', 'return'] as const), why },
        c.stamp,
      ),
    )
  )
}

/** What is done with the bank's statements, and with money that moves without a check. */
export const bankMoves = {
  beginStatements: [2, begin],
  importStatement: [4, importStatement],
  matchLines: [3, matchLines],
  undoMatch: [2, undoMatch],
  undoStatementFile: [1, undoFile],
  enterMovement: [4, enterMovement],
  reverseMovement: [2, reverseMovement],
  acceptBankAmount: [14, acceptBankAmount],
  noteBankLine: [1, noteLine],
  closeStatement: [4, closeStatement],
  reopenStatement: [3, reopenStatement],
  saveBankRule: [1, saveBankRule],
  setPositivePay: [3, setPositivePay],
  savePayLayout: [3, savePayLayout],
  sendBankFile: [3, sendBankFile],
  sendTransfers: [10, sendTransfers],
  importBankQuestions: [2, importQuestions],
  answerBankQuestion: [2, answerQuestion],
} as const satisfies Moves
/** A move with the bank, each as often as it is tried. */
export const someBankMove = (c: Chance): Move | undefined =>
  c.r.one(
    Object.values<Tried>(bankMoves).flatMap(([often, make]) => Array.from({ length: often }, () => make)),
  )(c)
