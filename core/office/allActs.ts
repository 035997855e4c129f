import type { Act } from './defineAct'
import { beginProof } from './acts/beginProof'
import { beginStatements } from './acts/beginStatements'
import { importStatement } from './acts/importStatement'
import { matchLines } from './acts/matchLines'
import { undoMatch } from './acts/undoMatch'
import { undoStatementFile } from './acts/undoStatementFile'
import { enterMovement } from './acts/enterMovement'
import { reverseMovement } from './acts/reverseMovement'
import { acceptBankAmount } from './acts/acceptBankAmount'
import { noteBankLine } from './acts/noteBankLine'
import { closeStatement } from './acts/closeStatement'
import { reopenStatement } from './acts/reopenStatement'
import { saveBankRule } from './acts/saveBankRule'
import { sendBankFile } from './acts/sendBankFile'
import { sendTransfers } from './acts/sendTransfers'
import { setPositivePay } from './acts/setPositivePay'
import { savePayLayout } from './acts/savePayLayout'
import { answerBankQuestion } from './acts/answerBankQuestion'
import { importBankQuestions } from './acts/importBankQuestions'
import { recordMail } from './acts/recordMail'
import { confirmStop } from './acts/confirmStop'
import { writeBack } from './acts/writeBack'
import { addPrinter } from './acts/addPrinter'
import { amend } from './acts/amend'
import { archiveBook } from './acts/archiveBook'
import { bringBack } from './acts/bringBack'
import { cancel } from './acts/cancel'
import { closePeriod } from './acts/closePeriod'
import { confirmFit } from './acts/confirmFit'
import { countOff } from './acts/countOff'
import { draw } from './acts/draw'
import { drop } from './acts/drop'
import { handOver } from './acts/handOver'
import { giveFate } from './acts/giveFate'
import { saveFit } from './acts/saveFit'
import { saveMicr } from './acts/saveMicr'
import { keepPdfsFor } from './acts/keepPdfsFor'
import { saveReasons } from './acts/saveReasons'
import { discardPdfs } from './acts/discardPdfs'
import { nameOperator } from './acts/nameOperator'
import { load } from './acts/load'
import { addAccount } from './acts/addAccount'
import { addBook } from './acts/addBook'
import { pick } from './acts/pick'
import { print } from './acts/print'
import { printAgain } from './acts/printAgain'
import { printCopy } from './acts/printCopy'
import { record } from './acts/record'
import { replace } from './acts/replace'
import { saveAccount } from './acts/saveAccount'
import { saveLayout } from './acts/saveLayout'
import { saveStock } from './acts/saveStock'
import { switchBook } from './acts/switchBook'
import { continueOffice } from './acts/continueOffice'
import { undoFate } from './acts/undoFate'
import { withdraw } from './acts/withdraw'
import { enterBill } from './acts/enterBill'
import { changeBill } from './acts/changeBill'
import { approveBill } from './acts/approveBill'
import { holdBill } from './acts/holdBill'
import { cancelBill } from './acts/cancelBill'
import { saveApprovalLimit } from './acts/saveApprovalLimit'
import { savePayee } from './acts/savePayee'
import { holdPayee } from './acts/holdPayee'
import { mergePayees } from './acts/mergePayees'
import { exportJournal } from './acts/exportJournal'
import { sharePayee } from './acts/sharePayee'
import { unsharePayee } from './acts/unsharePayee'
import { undoPayeeChange } from './acts/undoPayeeChange'
import { importRows } from './acts/importRows'
import { importEarlierChecks } from './acts/importEarlierChecks'
import { undoEarlierChecks } from './acts/undoEarlierChecks'
import { undoImport } from './acts/undoImport'
import { undoAmend } from './acts/undoAmend'
import { undoBillChange } from './acts/undoBillChange'
import { setBooksElsewhere } from './acts/setBooksElsewhere'
import { drawWithBill } from './acts/drawWithBill'
import { settle } from './acts/settle'
import { payByOtherMeans } from './acts/payByOtherMeans'

/** Every act of the office, by name: a new one is a file of its own and a word here. */
export const acts = {
  addPrinter,
  amend,
  archiveBook,
  bringBack,
  cancel,
  closePeriod,
  confirmFit,
  countOff,
  draw,
  drop,
  giveFate,
  handOver,
  saveFit,
  saveMicr,
  keepPdfsFor,
  saveReasons,
  discardPdfs,
  nameOperator,
  load,
  addAccount,
  addBook,
  pick,
  print,
  printAgain,
  printCopy,
  record,
  replace,
  saveAccount,
  saveLayout,
  saveStock,
  switchBook,
  undoFate,
  continueOffice,
  withdraw,
  enterBill,
  changeBill,
  approveBill,
  holdBill,
  cancelBill,
  saveApprovalLimit,
  savePayee,
  holdPayee,
  mergePayees,
  exportJournal,
  sharePayee,
  unsharePayee,
  undoPayeeChange,
  importRows,
  importEarlierChecks,
  undoEarlierChecks,
  undoImport,
  undoAmend,
  undoBillChange,
  setBooksElsewhere,
  drawWithBill,
  settle,
  payByOtherMeans,
  beginStatements,
  importStatement,
  matchLines,
  undoMatch,
  undoStatementFile,
  enterMovement,
  reverseMovement,
  acceptBankAmount,
  noteBankLine,
  closeStatement,
  reopenStatement,
  saveBankRule,
  beginProof,
  sendBankFile,
  sendTransfers,
  setPositivePay,
  savePayLayout,
  confirmStop,
  writeBack,
  importBankQuestions,
  answerBankQuestion,
  recordMail,
} as const
export type ActName = keyof typeof acts
type Inputs = {
  readonly [N in ActName]: (typeof acts)[N] extends Act<infer Input, infer _Known, infer _Out> ? Input : never
}
type Outs = {
  readonly [N in ActName]: (typeof acts)[N] extends Act<infer _Input, infer _Known, infer Out> ? Out : never
}
/** What an act is told, and the rows that it writes. */
export type InputOf<N extends ActName> = Inputs[N]
export type WrittenBy<N extends ActName> = Outs[N]
