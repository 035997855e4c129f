import { sentence } from '../base/sentence'
import type { TrailLine } from './trail'

/** What acts were called in lines written before version 0.10; such lines stay as they are. */
const namesBefore: Readonly<Record<string, string>> = {
  'adjust a balance': 'Balance adjusted',
  'bring back': 'Payment brought back',
  'cancel a bill': 'Bill cancelled',
  'cancel a payment': 'Payment cancelled',
  'change a bill': 'Bill changed',
  'change a payee': 'Payee changed',
  'change an account': 'Account changed',
  'change in the lane': 'Payment changed',
  clear: 'Checks cleared',
  'close a period': 'Books closed',
  'confirm a fit': 'Fit confirmed',
  'count off': 'Run counted off',
  draw: 'Payment drawn',
  'drop a run': 'Run dropped',
  'enter a bill': 'Bill entered',
  'give a fate': 'Fate set',
  'hand the office over': 'Office handed over',
  'hold a bill': 'Bill held',
  'hold a payee': 'Payee put on hold',
  'keep a fit': 'Fit saved',
  'keep a list of reasons': 'Reasons saved',
  'keep a MICR fit': 'MICR fit saved',
  'let a bill go': 'Bill released',
  'let a payee go': 'Payee released',
  'let go of PDFs': 'PDFs deleted',
  load: 'Run loaded',
  'load another book': 'Other book loaded',
  'merge payees': 'Payees merged',
  'name a printer': 'Printer saved',
  'name who works here': 'Name changed',
  'open a number book': 'Number book added',
  'open a period again': 'Books reopened',
  'open an account': 'Account added',
  'pay another way': 'Payment recorded',
  pick: 'Run picked',
  print: 'Run printed',
  'print again': 'Printed again',
  'put a book away': 'Number book archived',
  'record by hand': 'Handwritten check recorded',
  replace: 'Check replaced',
  'save a company’s own settings': 'Company settings saved',
  'save a layout': 'Layout saved',
  'save a stock': 'Stock saved',
  'say how long PDFs are kept': 'PDF retention changed',
  'say where books are kept': 'Place of books changed',
  'say yes to a bill': 'Bill approved',
  'send away': 'Run sent away',
  'send the journal': 'Journal exported',
  'write a payee down': 'Payee added',
  'set a limit for bills': 'Approval limit changed',
  settle: 'Bills settled',
  'share a payee': 'Payee shared',
  'stop sharing a payee': 'Payee no longer shared',
  'take a book out': 'Number book unarchived',
  'take a change in the lane back': 'Payment change undone',
  'take a change of a bill back': 'Bill change undone',
  'take a change of a payee back': 'Payee change undone',
  'take a file back': 'Import undone',
  'take back': 'Fate undone',
  'take in': 'Data imported',
  'take in what was before': 'Earlier checks imported',
  'take the office back': 'Office taken back',
  'take the office on': 'Office taken on',
  withdraw: 'Payment withdrawn',
}
/** The name of an act as the trail shows it. */
export const actName = (act: string): string => namesBefore[act] ?? act

/** All names under which lines of an act were ever written. */
export const namesOf = (name: string): string[] => [
  name,
  ...Object.keys(namesBefore).filter(before => namesBefore[before] === name),
]

/** A line of the trail as a sentence; one that was written as notes, years ago, begins with its act. */
export const lineText = ({ act, text }: Pick<TrailLine, 'act' | 'text'>): string =>
  /^\p{Lu}.*\.$/su.test(text) ? text : sentence(`${actName(act)}: ${text}`)
