/** Lists that leave the office, and what each is called. */
export const listNames = {
  payees: 'Payees',
  bills: 'Bills and credit notes',
  payments: 'Payments',
  register: 'Register: everything that moves accounts',
  numbers: 'Check numbers',
  entries: 'Journal: entries by day',
  trial: 'Trial balance',
  trail: 'Trail',
} as const
export type ListName = keyof typeof listNames
