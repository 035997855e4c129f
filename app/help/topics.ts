/** The page of the manual for each page of the program: the first whose beginning the address has. */
const topics: readonly (readonly [path: string, topic: string])[] = [
  ['/bills/pile', 'add-bills'],
  ['/bills/settle', 'settle'],
  ['/bills/payee', 'payees'],
  ['/bills/ledger', 'ledger'],
  ['/bills', 'bills'],
  ['/lane/draw', 'draw'],
  ['/lane', 'lane'],
  ['/run/together', 'several-accounts'],
  ['/run', 'run'],
  ['/register', 'register'],
  ['/books/proof', 'proof-of-numbers'],
  ['/books', 'number-books'],
  ['/papers/layout', 'light-table'],
  ['/papers/stock', 'stock'],
  ['/papers/compare', 'compare-versions'],
  ['/papers', 'stocks-and-layouts'],
  ['/fit', 'fit'],
  ['/accounts', 'accounts'],
  ['/files/export', 'export'],
  ['/files/backups', 'backups'],
  ['/files/hand-over', 'hand-over'],
  ['/files', 'import'],
  ['/office/companies', 'company-settings'],
  ['/office/practice', 'practice-printer'],
  ['/office/trail', 'trail'],
  ['/office', 'office'],
]
/** The topic of an address; what no page has of its own is on Today's. */
export const topicOf = (path: string): string =>
  topics.find(([begins]) => path.startsWith(begins))?.[1] ?? 'today'
