/** Every kind of field that a layout may hold. */
export const fieldKinds = [
  'payerName', 'payerAddress', 'logo', 'bankName', 'bankAddress', 'bankLogo', 'bankCode', 'accountNumber', 'fraction', 'number', 'date', 'payee', 'payeeAddress', 'amountFigures', 'amountWords', 'currencyName', 'memo',
  'signature', 'signatureImage', 'crossing', 'voidAfter', 'text', 'stubTable', 'payTable', 'stubTotal', 'line', 'rect', 'image', 'ground', 'microprint', 'overlay', 'micr',
] as const
export type FieldKind = (typeof fieldKinds)[number]

/** What a kind of field is called on the screen. */
export const kindNames: Readonly<Record<FieldKind, string>> = {
  payerName: 'Payer name', payerAddress: 'Payer address', logo: 'Payer logo', bankName: 'Bank name', bankAddress: 'Bank address', bankLogo: 'Bank logo', bankCode: 'Bank code', accountNumber: 'Account number', fraction: 'Fraction', number: 'Check number', date: 'Date',
  payee: 'Payee', payeeAddress: 'Payee address', amountFigures: 'Amount in figures', amountWords: 'Amount in words', currencyName: 'Currency name', memo: 'Memo', signature: 'Signature line', signatureImage: 'Signature image',
  crossing: 'Crossing', voidAfter: 'Void after', text: 'Text', stubTable: 'What is paid', payTable: 'Pay stub', stubTotal: 'Check total', line: 'Line', rect: 'Rectangle', image: 'Image', ground: 'Guilloche ground',
  microprint: 'Microprint line', overlay: 'Overlay words', micr: 'MICR line',
}

/** What a stationer usually prints on a preprinted check. */
export const usuallyPrinted: readonly FieldKind[] = ['payerName', 'payerAddress', 'logo', 'bankName', 'bankAddress', 'bankLogo', 'bankCode', 'accountNumber', 'fraction', 'number', 'ground', 'microprint', 'micr', 'line', 'rect', 'signature', 'crossing', 'voidAfter', 'currencyName']
