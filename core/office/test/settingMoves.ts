import { addDays, plainDate } from '../../base/dates'
import { idOf } from '../../base/id'
import { must } from '../../base/result'
import type { CheckNumber } from '../../numbers/book'
import { noDeviation } from '../../fit/fit'
import { cents } from '../../money/cents'
import { layoutById, stockById } from '../../paper/builtIn'
import { formOf } from '../../payees/savePayee'
import { reasonKinds, type ReasonKind } from '../settings'
import type { Chance, Move, Moves, Tried } from './chance'
import { account, company } from './office'

const day = must(plainDate('2026-11-24'))
/** An act that the plain model does not know of: whatever it does, what must always hold goes on holding. */
const quiet = (name: string, act: Move['act']): Move => ({ name, act, effect: () => {} })

/** The limit above which a bill waits for a second person moves, or goes. */
function saveApprovalLimit(c: Chance): Move {
  const secondAbove = c.r.one([null, cents(0), cents(100_00), cents(300_00), cents(-1)])
  return {
    name: 'set a limit for bills',
    act: () => c.office('saveApprovalLimit', { companyId: company.id, secondAbove }, c.stamp),
    effect: w => {
      w.limit = secondAbove
    },
  }
}
function changePayee(c: Chance): Move {
  const payee = c.r.one([...c.seen.kept.payees.values()])
  const from = formOf(payee)
  const ledger = c.r.one(['wood', 'owed', 'nowhere'] as const)
  const to = {
    ...from,
    name: c.r.one([from.name, `${from.name} Ltd`]),
    split: [{ ledgerId: idOf<'ledger'>(ledger), weight: 1 }],
  }
  const input = { id: payee.id, companyId: payee.companyId, from, to }
  return quiet('change a payee', () => c.office('savePayee', input, c.stamp))
}
function undoPayeeChange(c: Chance): Move {
  const payee = c.r.one([...c.seen.kept.payees.values()])
  const input = { payeeId: payee.id }
  return quiet('take a change of a payee back', () => c.office('undoPayeeChange', input, c.stamp))
}
function sharePayee(c: Chance): Move {
  const payee = c.r.one([...c.seen.kept.payees.values()])
  const other = c.r.one([...c.seen.kept.companies.values()])
  const input = { payeeId: payee.id, companyId: other.id, id: idOf<'payee'>(`shared${c.n}`) }
  return quiet('share a payee', () => c.office('sharePayee', input, c.stamp))
}
function unsharePayee(c: Chance): Move {
  const payee = c.r.one([...c.seen.kept.payees.values()])
  return quiet('share a payee no more', () => c.office('unsharePayee', { payeeId: payee.id }, c.stamp))
}
function addPrinter(c: Chance): Move {
  const printer = {
    id: idOf<'printer'>(`printer${c.r.between(1, 3)}`),
    name: `Laser ${c.r.between(1, 3)}`,
    trays: ['T'],
  }
  return quiet('add a printer', () => c.office('addPrinter', { printer }, c.stamp))
}
function saveFit(c: Chance): Move {
  const fit = {
    ...{
      id: idOf<'fit'>(`fit${c.n}`),
      printerId: idOf<'printer'>('printer1'),
      tray: 'T',
      stockId: account.stockId,
    },
    deviation: { ...noDeviation, shift: { x: c.r.between(-20, 20), y: 0 } },
    ...{ how: 'by ruler' as const, residual: 0.1 },
  }
  return quiet('keep a fit', () => c.office('saveFit', { fit }, c.stamp))
}
function confirmFit(c: Chance): Move | undefined {
  const fit = c.some([...c.seen.kept.fits.values()])
  return (
    fit && quiet('confirm a fit', () => c.office('confirmFit', { fitId: fit.id, worst: c.r.next() }, c.stamp))
  )
}
function saveMicr(c: Chance): Move | undefined {
  const printer = c.some([...c.seen.kept.printers.values()])
  const micr = { width: c.r.one([0.9, 0.98, 1]), weight: 'normal' as const, how: 'by eye' as const }
  return (
    printer &&
    quiet('keep the MICR line of a printer', () => c.office('saveMicr', { printer, micr }, c.stamp))
  )
}
function saveReasons(c: Chance): Move {
  const id = c.r.one(Object.keys(reasonKinds) as ReasonKind[])
  return quiet('keep reasons', () =>
    c.office('saveReasons', { id, reasons: [`torn ${c.r.between(1, 4)}`] }, c.stamp),
  )
}
const keepPdfsFor = (c: Chance): Move =>
  quiet('keep PDFs for', () => c.office('keepPdfsFor', { days: c.r.one([null, 0, 30]) }, c.stamp))
function discardPdfs(c: Chance): Move {
  const runIds = c.runs.filter(() => c.r.next() < 0.5).map(run => run.id)
  return quiet('let go of PDFs', () => c.office('discardPdfs', { runIds }, c.stamp))
}
const nameOperator = (c: Chance): Move =>
  quiet('name who works here', () =>
    c.office('nameOperator', { name: c.r.one(['Test', 'Second', '\u200b']) }, c.stamp),
  )
function addBook(c: Chance): Move {
  const start = c.r.between(600, 700)
  const book = {
    ...{ id: idOf<'book'>(`book${c.n}`), accountId: account.id, kind: 'printed by us' as const },
    ...{ start: start as CheckNumber, end: (start + c.r.between(-1, 3)) as CheckNumber },
  }
  return quiet('open a number book', () => c.office('addBook', { book }, c.stamp))
}
/** Another account of another company, opened once; after that it is known already. */
function addAccount(c: Chance): Move {
  const id = c.r.between(1, 2)
  const other = { id: idOf<'company'>(`co${id}`), name: [`Company ${id}`], address: [] }
  const cash = idOf<'ledger'>(`cash of ${id}`)
  const equity = idOf<'ledger'>(`equity of ${id}`)
  const ledgers = [
    { id: cash, companyId: other.id, code: '1010', name: 'Cash', kind: 'asset' as const },
    { id: equity, companyId: other.id, code: '3000', name: 'Equity', kind: 'equity' as const },
  ]
  const next = {
    ...account,
    id: idOf<'account'>(`account ${id}`),
    companyId: other.id,
    account: `77-${id}`,
    cashLedgerId: cash,
  }
  const book = {
    ...{ id: idOf<'book'>(`book of ${id}`), accountId: next.id, kind: 'printed by us' as const },
    ...{ start: (20_000 + id * 1000) as CheckNumber, end: (20_010 + id * 1000) as CheckNumber },
  }
  const input = {
    company: other,
    ledgers,
    account: next,
    book,
    opening: cents(c.r.between(-500, 500)),
    equity,
  }
  return quiet('open an account', () => c.office('addAccount', input, c.stamp))
}
function saveAccount(c: Chance): Move | undefined {
  const now = c.seen.kept.accounts.get(account.id)
  const held = c.seen.kept.companies.get(company.id)
  if (!now || !held) return undefined
  const { closedThrough: _, payables: __, journal: ___, ...form } = held
  const from = { account: now, company: form }
  const to = { ...from, account: { ...now, name: c.r.one(['Yard', 'Yard account', '']) } }
  return quiet('save an account', () => c.office('saveAccount', { from, to }, c.stamp))
}
function saveLayout(c: Chance): Move {
  const layout = layoutById(account.layoutId)!
  const newest = [...c.seen.kept.layouts.values()].filter(row => row.key === layout.id)
  const from = c.r.next() < 0.9 ? Math.max(1, ...newest.map(row => row.revision)) : 0
  const input = { key: layout.id, layout: { ...layout, name: `Letter ${c.n}` }, from, owns: [] }
  return quiet('save a layout', () => c.office('saveLayout', input, c.stamp))
}
const saveStock = (c: Chance): Move =>
  quiet('save a stock', () => c.office('saveStock', { stock: stockById('loose-leaf-blank')! }, c.stamp))
function exportJournal(c: Chance): Move {
  const through = addDays(day, -c.r.between(0, 60))
  return quiet('send the journal', () =>
    c.office('exportJournal', { companyId: company.id, through }, c.stamp),
  )
}
function setBooksElsewhere(c: Chance): Move {
  const input = { companyId: company.id, elsewhere: c.r.next() < 0.5 }
  return quiet('say where books are kept', () => c.office('setBooksElsewhere', input, c.stamp))
}

/** Moves of what the office sets for itself, its papers, printers and accounts. */
export const settingMoves = {
  saveApprovalLimit: [2, saveApprovalLimit],
  undoPayeeChange: [1, undoPayeeChange],
  sharePayee: [1, sharePayee],
  unsharePayee: [1, unsharePayee],
  addPrinter: [1, addPrinter],
  saveFit: [1, saveFit],
  confirmFit: [1, confirmFit],
  saveMicr: [1, saveMicr],
  saveReasons: [1, saveReasons],
  keepPdfsFor: [1, keepPdfsFor],
  discardPdfs: [1, discardPdfs],
  beginProof: [
    1,
    c => ({ name: 'begin proof', act: () => c.office('beginProof', {}, c.stamp), effect: () => {} }),
  ],
  nameOperator: [1, nameOperator],
  addBook: [1, addBook],
  addAccount: [1, addAccount],
  saveAccount: [1, saveAccount],
  saveLayout: [1, saveLayout],
  saveStock: [1, saveStock],
  exportJournal: [1, exportJournal],
  setBooksElsewhere: [1, setBooksElsewhere],
} as const satisfies Moves
/** Changing what is known of a payee is the same act as adding one. */
export const payeeChange: Tried = [1, changePayee]
