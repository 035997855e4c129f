import { languageOf, type Language, type Locale } from '../money/locale'
import type { StubColumn } from '../paper/layout'
import type { FieldKind } from '../paper/kinds'

type InLanguages = Readonly<Record<Language, string>>

const captions: Partial<Record<FieldKind, InLanguages>> = {
  date: { en: 'Date', fr: 'Date', es: 'Fecha' },
  payee: { en: 'Pay to the order of', fr: 'Payez à l’ordre de', es: 'Páguese a la orden de' },
  memo: { en: 'Memo', fr: 'Pour', es: 'Concepto' },
  signature: { en: 'Authorized signature', fr: 'Signature autorisée', es: 'Firma autorizada' },
  number: { en: 'Check number', fr: 'Numéro de chèque', es: 'Número de cheque' },
  stubTotal: { en: 'Check total', fr: 'Total du chèque', es: 'Total del cheque' },
  amountFigures: { en: 'Amount', fr: 'Montant', es: 'Importe' },
  accountNumber: { en: 'Account number', fr: 'Numéro de compte', es: 'Número de cuenta' },
  bankCode: { en: 'Bank code', fr: 'Code de la banque', es: 'Código del banco' },
}
/** Where English differs from the American. */
const elsewhere: Partial<Record<Locale, Partial<Record<FieldKind, string>>>> = {
  'en-CA': { number: 'Cheque number', stubTotal: 'Cheque total' },
  'en-GB': {
    payee: 'Pay',
    number: 'Cheque number',
    stubTotal: 'Cheque total',
    signature: 'Authorised signature',
    bankCode: 'Sort code',
  },
  'en-IN': {
    payee: 'Pay',
    number: 'Cheque number',
    stubTotal: 'Cheque total',
    signature: 'Authorised signatory',
    accountNumber: 'A/c no.',
    bankCode: 'MICR code',
  },
}

/** The usual caption of a kind of field in a locale; empty where it has none. */
export const usualCaption = (kind: FieldKind, locale: Locale): string =>
  elsewhere[locale]?.[kind] ?? captions[kind]?.[languageOf(locale)] ?? ''

const columns: Readonly<Record<StubColumn, InLanguages>> = {
  reference: { en: 'Reference', fr: 'Référence', es: 'Referencia' },
  date: { en: 'Date', fr: 'Date', es: 'Fecha' },
  description: { en: 'Description', fr: 'Description', es: 'Descripción' },
  gross: { en: 'Gross', fr: 'Brut', es: 'Bruto' },
  discount: { en: 'Discount', fr: 'Escompte', es: 'Descuento' },
  amount: { en: 'Amount', fr: 'Montant', es: 'Importe' },
  ourNumber: { en: 'Our number', fr: 'Notre numéro', es: 'Nuestro número' },
  purchaseOrder: { en: 'Order', fr: 'Commande', es: 'Pedido' },
  ledger: { en: 'Ledger account', fr: 'Compte', es: 'Cuenta' },
  quantity: { en: 'Quantity', fr: 'Quantité', es: 'Cantidad' },
  item: { en: 'Item', fr: 'Article', es: 'Artículo' },
}
/** The usual title of a stub column in the language of the check. */
export const usualTitle = (column: StubColumn, locale: Locale): string => columns[column][languageOf(locale)]

const sentences = {
  more: {
    en: 'and {n} more, listed on request',
    fr: 'et {n} autres, liste sur demande',
    es: 'y {n} más, lista a petición',
  },
  onSheet: {
    en: 'and {n} more on the continuation sheet',
    fr: 'et {n} autres sur la feuille suivante',
    es: 'y {n} más en la hoja siguiente',
  },
  continues: { en: 'Continues check {n}', fr: 'Suite du chèque {n}', es: 'Continúa el cheque {n}' },
  brought: { en: 'See the check’s stub', fr: 'Reporté du talon', es: 'Según el talón' },
  voidAfter: { en: 'Void after {n} days', fr: 'Nul après {n} jours', es: 'Nulo después de {n} días' },
  earnings: { en: 'Earnings', fr: 'Gains', es: 'Ingresos' },
  deductions: { en: 'Deductions', fr: 'Retenues', es: 'Deducciones' },
  thisPeriod: { en: 'This period', fr: 'Cette période', es: 'Este período' },
  yearToDate: { en: 'Year to date', fr: 'Cumul annuel', es: 'Acumulado del año' },
  netPay: { en: 'Net pay', fr: 'Net à payer', es: 'Pago neto' },
  advice: { en: 'NON-NEGOTIABLE', fr: 'NON NÉGOCIABLE', es: 'NO NEGOCIABLE' },
} as const satisfies Record<string, InLanguages>

/**
 * Fixed words that our own layouts carry, in every language we print: a layout's locale decides, so that none
 * of them stays English.
 */
const fixed: readonly InLanguages[] = [
  {
    en: 'Our copy. Keep with the bills paid.',
    fr: 'Notre copie. À garder avec les factures payées.',
    es: 'Nuestra copia. Guárdese con las facturas pagadas.',
  },
  { en: 'or order', fr: 'ou à l’ordre de', es: 'o a su orden' },
  { en: 'A/c payee', fr: 'Au compte du bénéficiaire', es: 'Para abono en cuenta' },
  { en: 'NON-NEGOTIABLE', fr: 'NON NÉGOCIABLE', es: 'NO NEGOCIABLE' },
  { en: 'SAMPLE', fr: 'SPÉCIMEN', es: 'MUESTRA' },
  { en: 'VOID', fr: 'NUL', es: 'NULO' },
  { en: 'COPY', fr: 'COPIE', es: 'COPIA' },
]
/**
 * Words of a layout in the language of its locale, where they are among our own fixed words; any other text
 * as it was typed.
 */
export const inLanguage = (text: string, locale: Locale): string =>
  fixed.find(f => f.en === text)?.[languageOf(locale)] ?? text

/** A printed sentence in the language of the locale, `{n}` filled in. */
export const say = (sentence: keyof typeof sentences, locale: Locale, n: number | string = ''): string =>
  sentences[sentence][languageOf(locale)].replace('{n}', String(n))
