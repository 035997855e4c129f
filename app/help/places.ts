import type { Hit } from '~/data/find/hits'

/** Pages, and acts that begin on one, with other words that they are looked for by. */
const places: readonly (readonly [title: string, to: string, words?: string])[] = [
  ['Today', '/', 'home start'],
  ['Bills', '/bills', 'payables invoices'],
  ['Add bills', '/bills/pile', 'enter new bill invoice'],
  ['Settle bills', '/bills/settle', 'due'],
  ['Payees', '/bills/payees', 'suppliers vendors customers employees'],
  ['Add payee', '/bills/payee/new', 'new supplier vendor'],
  ['Ledger', '/bills/ledger', 'entries journal balance'],
  ['Lane', '/lane', 'waiting payments'],
  ['Draw a check', '/lane/draw', 'new write payment'],
  ['Start a run', '/run/new', 'print checks'],
  ['Runs on several accounts', '/run/together', 'print checks'],
  ['Register', '/register', 'checks replace cancel print again stub copy record handwritten'],
  ['Enter money in or out', '/register', 'deposit withdrawal fee interest transfer small cash correction'],
  ['Statement', '/bank', 'bank reconcile match import close'],
  ['Closed statements', '/bank/closed', 'bank reconciliation'],
  ['Files to the bank', '/bank/files', 'positive pay issue void stop'],
  ['Transfers', '/bank/transfers', 'pain.001 payment file pay'],
  ['Questions of the bank', '/bank/questions', 'positive pay exceptions'],
  ['Rules for bank lines', '/bank/rules', 'bank'],
  ['Number books', '/books', 'check numbers box pad fate'],
  ['Proof of the books', '/books/proof', 'audit gaps numbers record'],
  ['Reports', '/reports', '1099 outstanding stale aged trial balance cash pay'],
  ['Stocks and layouts', '/papers', 'light table design fields'],
  ['Compare versions of a layout', '/papers/compare', 'history'],
  ['Fit', '/fit', 'printer alignment scan'],
  ['Accounts', '/accounts', 'bank signature'],
  ['Add account', '/accounts/new', 'new bank'],
  ['Import', '/files', 'csv excel file payees bills payments statement'],
  ['Export', '/files/export', 'csv excel list journal'],
  ['Backups', '/files/backups', 'save restore'],
  ['Hand over', '/files/hand-over', 'another computer'],
  ['Office', '/office', 'your name reasons pdf keys start over'],
  ['Company settings', '/office/companies', 'approval limit closed period'],
  ['Practice printer', '/office/practice', 'devices'],
  ['Trail', '/office/trail', 'history audit log'],
]
const MOST = 5

/** Pages and acts that have every word that is typed, those whose name begins with it first. */
export function placesFound(typed: string): Hit[] {
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean)
  if (!words.length) return []
  const found = places.filter(([title, , more = '']) =>
    words.every(word => `${title} ${more}`.toLowerCase().includes(word)),
  )
  const begins = ([title]: (typeof places)[number]): number =>
    title.toLowerCase().startsWith(words[0]!) ? 0 : 1
  return found
    .sort((a, b) => begins(a) - begins(b))
    .slice(0, MOST)
    .map(([title, to]) => ({ id: `place ${title}`, title, note: '', to }))
}
