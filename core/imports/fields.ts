/** What a cell holds, by which it is read and guessed. */
type Holds = 'text' | 'day' | 'amount'

/** A field that a column of a file may fill. */
export interface ImportField {
  readonly key: string
  readonly title: string
  readonly holds: Holds
  /** Each row must tell it. */
  readonly needed?: true
  /** One of the fields with this name must have a column. */
  readonly oneOf?: string
  /** Other words that stand over such columns, without spaces and marks. */
  readonly names: readonly string[]
}
const text = (key: string, title: string, ...names: string[]): ImportField => ({
  key,
  title,
  holds: 'text',
  names,
})
const day = (key: string, title: string, ...names: string[]): ImportField => ({
  key,
  title,
  holds: 'day',
  names,
})
const amount = (key: string, title: string, ...names: string[]): ImportField => ({
  key,
  title,
  holds: 'amount',
  names,
})
const oneOf = (name: string, field: ImportField): ImportField => ({ ...field, oneOf: name })
const needed = (field: ImportField): ImportField => ({ ...field, needed: true })

const address = [1, 2, 3, 4, 5].map(n =>
  text(`address ${n}`, `Address, line ${n}`, `addressline${n}`, `addr${n}`),
)
const payeeNames = ['vendor', 'vendorname', 'supplier', 'suppliername', 'payto', 'payeename', 'creditor']
const ledger = text(
  'ledger',
  'Ledger account',
  'account',
  'glaccount',
  'ledgeraccount',
  'expenseaccount',
  'category',
)

/** What can be taken in, and the fields of each kind, in the order in which we write them. */
export const importKinds = {
  payees: {
    title: 'Payees',
    fields: [
      needed(text('name', 'Name', ...payeeNames, 'company')),
      text('code', 'Code', 'vendorcode', 'supplierid', 'vendorid', 'shortname'),
      text('kind', 'Kind', 'type', 'payeetype'),
      ...address,
      text('memo', 'Memo', 'defaultmemo', 'note', 'notes'),
      text(
        'accountWithPayee',
        'Our account number with them',
        'ouraccountwiththem',
        'customernumber',
        'ouraccount',
        'accountno',
      ),
      text('email', 'E-mail', 'mail', 'emailaddress'),
      text('bankCode', 'Bank code', 'routing', 'routingnumber', 'sortcode', 'bic', 'bankrouting'),
      text('bankAccount', 'Bank account number', 'iban', 'bankaccount', 'payeebankaccount'),
      text('terms', 'Terms', 'paymentterms'),
      text('taxForm', '1099', 'is1099', 'eligiblefor1099', '1099vendor'),
      text('taxId', 'Tax number', 'taxid', 'tin', 'ein', 'ssn'),
      ledger,
    ],
  },
  ledgers: {
    title: 'Ledger accounts',
    fields: [
      needed(text('code', 'Number', 'accountnumber', 'no', 'accountno', 'code', 'account')),
      needed(text('name', 'Name', 'accountname', 'description', 'title')),
      needed(text('kind', 'Kind', 'type', 'accounttype', 'class')),
    ],
  },
  bills: {
    title: 'Bills and credit notes',
    fields: [
      needed(text('payee', 'Payee', ...payeeNames, 'from', 'name')),
      needed(
        text(
          'number',
          'Bill number',
          'invoice',
          'invoicenumber',
          'invoiceno',
          'billno',
          'reference',
          'docno',
        ),
      ),
      needed(day('date', 'Date', 'invoicedate', 'billdate', 'docdate', 'dated')),
      needed(amount('amount', 'Amount', 'total', 'invoiceamount', 'gross', 'amountdue', 'balance')),
      day('due', 'Due', 'duedate', 'payby', 'dueon'),
      amount('discount', 'Discount', 'earlypaymentdiscount', 'discountamount'),
      day('until', 'Discount until', 'discountdate', 'discountuntil'),
      ledger,
      text('memo', 'Memo', 'whatitisfor', 'description', 'for', 'notes', 'details'),
      text('purchaseOrder', 'Purchase order', 'po', 'ponumber', 'ordernumber'),
      text('taxForm', '1099', 'is1099', 'include1099'),
      amount('line amount', 'Line: amount', 'lineamount', 'splitamount', 'distributionamount'),
      text('line memo', 'Line: memo', 'linememo', 'linewhatitisfor', 'linedescription'),
      text('job', 'Line: job or department', 'job', 'department', 'project'),
    ],
  },
  payments: {
    title: 'Payments and pay, with stub lines',
    fields: [
      needed(text('payee', 'Payee', ...payeeNames, 'name', 'employee', 'employeename')),
      needed(day('date', 'Date', 'checkdate', 'paymentdate', 'paydate')),
      needed(amount('amount', 'Amount', 'checkamount', 'total', 'netpay', 'net')),
      ...address,
      text('memo', 'Memo', 'note', 'notes'),
      text(
        'accountWithPayee',
        'Our account number with them',
        'accountwithpayee',
        'ouraccountwiththem',
        'customernumber',
        'ouraccount',
      ),
      ledger,
      text('reference', 'Line: reference', 'reference', 'invoice', 'invoicenumber', 'billnumber'),
      day('line date', 'Line: date', 'linedate', 'invoicedate', 'billdate'),
      text('description', 'Line: description', 'description', 'details'),
      amount('line amount', 'Line: amount', 'lineamount', 'netamount'),
      amount('gross', 'Line: gross', 'gross', 'grossamount'),
      amount('discount', 'Line: discount', 'discount', 'discounttaken'),
      text('our number', 'Line: our number', 'ournumber', 'voucher'),
      text('purchase order', 'Line: purchase order', 'purchaseorder', 'po', 'ponumber'),
      text('pay kind', 'Pay: earning or deduction', 'paykind', 'earningordeduction'),
      text(
        'pay ledger',
        'Pay: ledger account of deduction',
        'payledger',
        'paywithheldto',
        'withheldto',
        'deductionaccount',
      ),
      text('pay name', 'Pay: description', 'payname', 'paywhat', 'payline', 'payitem'),
      amount('pay period', 'Pay: this period', 'payperiod', 'thisperiod', 'current'),
      amount('pay year', 'Pay: year to date', 'payyear', 'yeartodate', 'ytd'),
    ],
  },
  statement: {
    title: 'Bank statement',
    fields: [
      needed(day('date', 'Date', 'posted', 'postingdate', 'transactiondate', 'bookingdate', 'valuedate')),
      oneOf('amount', amount('amount', 'Amount', 'transactionamount', 'value', 'netamount')),
      oneOf(
        'amount',
        amount('out', 'Money out', 'debit', 'dr', 'withdrawal', 'withdrawals', 'paidout', 'payments'),
      ),
      oneOf('amount', amount('in', 'Money in', 'credit', 'cr', 'deposit', 'deposits', 'paidin', 'receipts')),
      text('number', 'Check number', 'checkno', 'check', 'checknumber', 'chequenumber', 'num', 'serial'),
      text('text', 'Text', 'description', 'details', 'memo', 'narrative', 'transaction', 'particulars'),
      text('payee', 'Payee', 'name', 'payeename', 'beneficiary'),
      text('reference', 'Bank’s reference', 'reference', 'transactionid', 'fitid', 'bankreference', 'id'),
    ],
  },
  before: {
    title: 'Earlier checks and numbers',
    fields: [
      needed(text('number', 'Check number', 'checkno', 'check', 'no', 'num', 'chequenumber')),
      text('state', 'Outcome', 'state', 'whatbecameofit', 'status', 'fate', 'cleared'),
      text('payee', 'Payee', ...payeeNames, 'name'),
      day('date', 'Date', 'checkdate', 'paymentdate', 'dated'),
      amount('amount', 'Amount', 'checkamount', 'total'),
      text('why', 'Reason', 'why', 'remark'),
      text('memo', 'Memo', 'note', 'notes', 'description'),
      ledger,
    ],
  },
} as const satisfies Record<string, { readonly title: string; readonly fields: readonly ImportField[] }>
export type ImportKind = keyof typeof importKinds
/** The fields that rows of this kind can have, in the order of the screen. */
export const fieldsOf = (kind: ImportKind): readonly ImportField[] => importKinds[kind].fields

/** Which column fills which field: the column's place, from 0. */
export type Matching = Readonly<Record<string, number>>
