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
}
/** Where English differs from the American. */
const elsewhere: Partial<Record<Locale, Partial<Record<FieldKind, string>>>> = {
  'en-CA': { number: 'Cheque number', stubTotal: 'Cheque total' },
  'en-GB': { payee: 'Pay', number: 'Cheque number', stubTotal: 'Cheque total', signature: 'Authorised signature' },
  'en-IN': { payee: 'Pay', number: 'Cheque number', stubTotal: 'Cheque total', signature: 'Authorised signatory' },
}

/** The usual caption of a kind of field in a locale; empty where it has none. */
export const usualCaption = (kind: FieldKind, locale: Locale): string => elsewhere[locale]?.[kind] ?? captions[kind]?.[languageOf(locale)] ?? ''

const columns: Readonly<Record<StubColumn, InLanguages>> = {
  reference: { en: 'Reference', fr: 'Référence', es: 'Referencia' }, date: { en: 'Date', fr: 'Date', es: 'Fecha' }, description: { en: 'Description', fr: 'Description', es: 'Descripción' },
  gross: { en: 'Gross', fr: 'Brut', es: 'Bruto' }, discount: { en: 'Discount', fr: 'Escompte', es: 'Descuento' }, amount: { en: 'Amount', fr: 'Montant', es: 'Importe' },
  ourNumber: { en: 'Our number', fr: 'Notre numéro', es: 'Nuestro número' }, purchaseOrder: { en: 'Order', fr: 'Commande', es: 'Pedido' }, ledger: { en: 'Ledger account', fr: 'Compte', es: 'Cuenta' },
  quantity: { en: 'Quantity', fr: 'Quantité', es: 'Cantidad' }, item: { en: 'Item', fr: 'Article', es: 'Artículo' },
}
export const usualTitle = (column: StubColumn, locale: Locale): string => columns[column][languageOf(locale)]

const sentences = {
  more: { en: 'and {n} more, listed on request', fr: 'et {n} autres, liste sur demande', es: 'y {n} más, lista a petición' },
  onSheet: { en: 'and {n} more on the continuation sheet', fr: 'et {n} autres sur la feuille suivante', es: 'y {n} más en la hoja siguiente' },
  continues: { en: 'Continues check {n}', fr: 'Suite du chèque {n}', es: 'Continúa el cheque {n}' },
  brought: { en: 'Told on the check’s stub', fr: 'Reporté du talon', es: 'Según el talón' },
  voidAfter: { en: 'Void after {n} days', fr: 'Nul après {n} jours', es: 'Nulo después de {n} días' },
  earnings: { en: 'Earnings', fr: 'Gains', es: 'Ingresos' }, deductions: { en: 'Deductions', fr: 'Retenues', es: 'Deducciones' },
  thisPeriod: { en: 'This period', fr: 'Cette période', es: 'Este período' }, yearToDate: { en: 'Year to date', fr: 'Cumul annuel', es: 'Acumulado del año' }, netPay: { en: 'Net pay', fr: 'Net à payer', es: 'Pago neto' },
  advice: { en: 'NON-NEGOTIABLE', fr: 'NON NÉGOCIABLE', es: 'NO NEGOCIABLE' },
} as const satisfies Record<string, InLanguages>

/** A printed sentence in the language of the locale, `{n}` filled in. */
export const say = (sentence: keyof typeof sentences, locale: Locale, n: number | string = ''): string => sentences[sentence][languageOf(locale)].replace('{n}', String(n))
