import Dexie, { type Table } from 'dexie'
import type { DigestedTable, TableDigest } from '#core/office/rowDigests'
import type { KeyOf, TableName, Tables } from '#core/office/tables'
import { storeName } from './storeName'
import type { KeptBlock } from '../find/keptBlock'
import type { NumberBlock } from '../find/numberLines'
import type { TrailBlock } from '../history/trailLines'
import type { Strip } from '../numbers/strips'
import type { LaneTotal } from '../payments/laneTotals'
import {
  eventsByKind,
  ledgersForBills,
  movementsFromEntries,
  addLifeToNumbers,
  payeesToCompanies,
  reasonsOfHolds,
  runningBalances,
  settingsToTables,
  stripsByLetter,
  stripsByPlace,
  sumsOfLanes,
} from './upgrades'

/** The newest version of the store that this program knows. */
export const STORE_VERSION = 13

/** A scan of the real stock, straightened to the size of its sheet, to lie under the layout. */
export interface StockScan {
  readonly stockId: string
  readonly picture: Blob
  readonly addedAt: string
}
/** Small facts about this browser's copy of the office, by name. */
export interface Fact {
  readonly name: string
  readonly value: string
}

type Keys = { [T in TableName]: KeyOf<T> }

/**
 * Everything this browser keeps. Only `app/data` touches it: screens read through `reads.ts` and act through
 * `useAct`.
 */
export class OfficeDb extends Dexie {
  declare companies: Table<Tables['companies'], Keys['companies']>
  declare ledgers: Table<Tables['ledgers'], Keys['ledgers']>
  declare accounts: Table<Tables['accounts'], Keys['accounts']>
  declare books: Table<Tables['books'], Keys['books']>
  declare payees: Table<Tables['payees'], Keys['payees']>
  declare bills: Table<Tables['bills'], Keys['bills']>
  declare payments: Table<Tables['payments'], Keys['payments']>
  declare numbers: Table<Tables['numbers'], Keys['numbers']>
  declare runs: Table<Tables['runs'], Keys['runs']>
  declare copies: Table<Tables['copies'], Keys['copies']>
  declare layoutVersions: Table<Tables['layoutVersions'], Keys['layoutVersions']>
  declare layouts: Table<Tables['layouts'], Keys['layouts']>
  declare owns: Table<Tables['owns'], Keys['owns']>
  declare stocks: Table<Tables['stocks'], Keys['stocks']>
  declare printers: Table<Tables['printers'], Keys['printers']>
  declare fits: Table<Tables['fits'], Keys['fits']>
  declare entries: Table<Tables['entries'], Keys['entries']>
  declare totals: Table<Tables['totals'], Keys['totals']>
  declare reasonLists: Table<Tables['reasonLists'], Keys['reasonLists']>
  declare settings: Table<Tables['settings'], Keys['settings']>
  declare intakes: Table<Tables['intakes'], Keys['intakes']>
  declare statements: Table<Tables['statements'], Keys['statements']>
  declare bankLines: Table<Tables['bankLines'], Keys['bankLines']>
  declare movements: Table<Tables['movements'], Keys['movements']>
  declare bankRules: Table<Tables['bankRules'], Keys['bankRules']>
  declare digests: Table<TableDigest, DigestedTable>
  declare payLayouts: Table<Tables['payLayouts'], Keys['payLayouts']>
  declare positivePay: Table<Tables['positivePay'], Keys['positivePay']>
  declare bankItems: Table<Tables['bankItems'], Keys['bankItems']>
  declare sentFiles: Table<Tables['sentFiles'], Keys['sentFiles']>
  declare bankQuestions: Table<Tables['bankQuestions'], Keys['bankQuestions']>
  declare trail: Table<Tables['trail'], Keys['trail']>
  declare strips: Table<Strip, string>
  declare lanes: Table<LaneTotal, Keys['accounts']>
  declare numberTexts: Table<KeptBlock<NumberBlock>, string>
  declare trailTexts: Table<KeptBlock<TrailBlock>, string>
  declare papers: Table<Tables['papers'], Keys['papers']>
  declare facts: Table<Fact, string>
  declare scans: Table<StockScan, string>

  constructor(name = storeName()) {
    // Rows that are read again are the same rows, not copies: nobody writes into one (a list is sorted as a new list).
    super(name, { cache: 'immutable' })
    this.version(1).stores({
      companies: 'id',
      ledgers: 'id, companyId',
      accounts: 'id, companyId',
      books: 'id, accountId',
      payees: 'id, name',
      payments: 'id, [accountId+state], state',
      numbers: 'id, bookId, [accountId+number], check.paymentId',
      runs: 'id, [bookId+state], state, accountId',
      copies: 'id, runId',
      layoutVersions: 'id',
      layouts: 'id, key',
      owns: 'id, layoutKey',
      stocks: 'id, key',
      printers: 'id',
      fits: 'id, printerId',
      scans: 'stockId',
      entries: 'id, *ledgers',
      trail: 'seq',
      papers: 'runId',
      facts: 'name',
    })
    // The fate of every number can be read from keys alone, and each number tells its life.
    this.version(2)
      .stores({
        numbers: 'id, bookId, [accountId+number], [bookId+fate], check.paymentId',
        trail: 'seq, act',
      })
      .upgrade(addLifeToNumbers)
    // A whole book is read from its strips; the pace of a book from the moments of its runs.
    this.version(3)
      .stores({
        numbers: 'id, [accountId+number], [bookId+fate], check.paymentId',
        runs: 'id, [bookId+state], [bookId+printedAt], state, accountId',
        strips: 'id, bookId',
      })
      .upgrade(stripsByPlace)
    // A payee belongs to one company; the key of an act is found in the trail.
    this.version(4)
      .stores({ payees: 'id, name, companyId', trail: 'seq, act, key' })
      .upgrade(payeesToCompanies)
    // A fate in a strip has a letter of its own for ever.
    this.version(5).stores({}).upgrade(stripsByLetter)
    // Each ledger account has a running balance; the newest version of a layout is found without opening the
    // others.
    this.version(6)
      .stores({ totals: 'id', layouts: 'id, [key+revision]', stocks: 'id, [key+revision]' })
      .upgrade(runningBalances)
    // What an office sets for itself stands in tables of its own, written by acts.
    this.version(7).stores({ reasonLists: 'id', settings: 'id' }).upgrade(settingsToTables)
    // What happened to a number besides its fates is told by kind.
    this.version(8).stores({}).upgrade(eventsByKind)
    // What a company owes, by payee and by stage; each company has ledger accounts for it.
    this.version(9)
      .stores({
        bills: 'id, payeeId, alike, [companyId+ourNumber], [companyId+stage+due], [companyId+date]',
        payments: 'id, [accountId+state], state, payeeId',
        trail: 'seq, act, key, about.bill, about.payee',
      })
      .upgrade(ledgersForBills)
    // What came in out of one file, to be taken back as a whole.
    this.version(10).stores({ intakes: 'id, at' })
    // What the bank says of an account, and money that moved it without a check.
    this.version(11)
      .stores({
        statements: 'id, accountId',
        bankLines: 'id, statementId, fileId, [accountId+date], match.paymentId, match.movementId',
        movements: 'id, [accountId+state], [accountId+date]',
        bankRules: 'id, companyId',
        payLayouts: 'id, companyId',
        positivePay: 'id',
        bankItems: 'id, [accountId+state]',
        sentFiles: 'id, accountId',
        bankQuestions: 'id, accountId',
        digests: 'id',
        entries: 'id, *ledgers, date',
        trail: 'seq, act, key, about.bill, about.payee, about.payment, about.number, about.run',
      })
      .upgrade(movementsFromEntries)
    // What waits in each lane and is on paper is kept as sums; payees on hold are found by their reason.
    this.version(12)
      .stores({ lanes: 'id', payees: 'id, name, companyId, holdWhy' })
      .upgrade(async tx => {
        await sumsOfLanes(tx)
        await reasonsOfHolds(tx)
      })
    // What searches look through, laid out when it is first asked for.
    this.version(STORE_VERSION).stores({ numberTexts: 'id', trailTexts: 'id' })
  }
}

export const db = new OfficeDb()
