import { computed, ref, watch, type Ref } from 'vue'
import { idOf, type Id } from '#core/base/id'
import { good, type Refusal, type Result } from '#core/base/result'
import type { Language } from '#core/money/locale'
import { nearlyNamed } from '#core/payees/findPayee'
import type { Payee, PayeeForm, PayeeKind, UsualWay } from '#core/payees/payee'
import { readTerms, termsText } from '#core/payees/terms'
import { readPayees } from '~/data/payees/payeeReads'
import { useOffice } from '~/stores/office'
import { focusField } from '../base/focusNext'
import { useAct } from '../base/useAct'
import { plainCopy } from '~/data/store/plainCopy'
import { useFormDraft } from '../base/useFormDraft'
import { useLive } from '../base/useLive'

/** A payee as they are typed. */
export interface PayeeTyped {
  code: string
  kind: PayeeKind
  name: string
  address: string
  others: { name: string; lines: string }[]
  memo: string
  accountWithPayee: string
  bankCode: string
  bankAccount: string
  email: string
  mails: boolean
  terms: string
  /** Days until payment, where the terms are words of another kind. */
  termDays: string
  accountId: Id<'account'> | null
  way: UsualWay
  /** Blank: that of the layout. */
  language: Language | ''
  taxForm: '1099' | 'none'
  taxBox: string
  taxId: string
  split: { ledgerId: Id<'ledger'> | null; weight: number }[]
}
const blank = (): PayeeTyped => ({
  code: '',
  kind: 'supplier',
  name: '',
  address: '',
  others: [],
  memo: '',
  accountWithPayee: '',
  bankCode: '',
  bankAccount: '',
  email: '',
  mails: false,
  terms: '',
  termDays: '',
  accountId: null,
  way: 'check',
  language: '',
  taxForm: 'none',
  taxBox: '',
  taxId: '',
  split: [],
})
const isBlank = (f: PayeeTyped): boolean => !f.name && !f.address && !f.code && !f.memo

const typedOf = (p: Payee): PayeeTyped => ({
  code: p.code ?? '',
  kind: p.kind,
  name: p.name,
  address: p.address.join('\n'),
  others: (p.others ?? []).map(o => ({ name: o.name, lines: o.lines.join('\n') })),
  memo: p.memo,
  accountWithPayee: p.accountWithPayee ?? '',
  bankCode: p.bankCode ?? '',
  bankAccount: p.bankAccount ?? '',
  email: p.email ?? '',
  mails: p.mails ?? false,
  terms: p.terms ? termsText(p.terms) : '',
  termDays: '',
  accountId: p.accountId ?? null,
  way: p.way ?? 'check',
  language: p.language ?? '',
  taxForm: p.taxForm,
  taxBox: p.taxBox ?? '',
  taxId: p.taxId ?? '',
  split: p.split.map(s => ({ ...s })),
})
type TextField = 'code' | 'accountWithPayee' | 'bankCode' | 'bankAccount' | 'email' | 'taxBox' | 'taxId'
/** The terms as typed; words that are not the trade's are kept beside the days that the person gives. */
function termsOf({ terms, termDays = '' }: PayeeTyped) {
  if (!terms.trim()) return good(undefined)
  return readTerms(terms, 'terms', /^\d{1,3}$/.test(termDays.trim()) ? Number(termDays) : undefined)
}
/** What is kept of what was typed; refused where the terms are none. */
function formOf(typed: PayeeTyped): Result<PayeeForm> {
  const terms = termsOf(typed)
  if (!terms.ok) return terms
  const text = (name: TextField) => (typed[name].trim() ? { [name]: typed[name].trim() } : {})
  return good({
    kind: typed.kind,
    name: typed.name.trim(),
    address: typed.address.split('\n').filter(l => l.trim()),
    memo: typed.memo.trim(),
    split: typed.split.flatMap(s => (s.ledgerId ? [{ ledgerId: s.ledgerId, weight: Number(s.weight) }] : [])),
    taxForm: typed.taxForm,
    ...text('code'),
    ...text('accountWithPayee'),
    ...text('bankCode'),
    ...text('bankAccount'),
    ...text('email'),
    ...(typed.mails && { mails: true as const }),
    ...text('taxBox'),
    ...text('taxId'),
    ...(typed.others.length && {
      others: typed.others.map(o => ({ name: o.name, lines: o.lines.split('\n') })),
    }),
    ...(terms.value && { terms: terms.value }),
    ...(typed.accountId && { accountId: typed.accountId }),
    ...(typed.way !== 'check' && { way: typed.way }),
    ...(typed.language && { language: typed.language }),
  })
}

/**
 * A payee being written down, or changed: the form with its draft, names that are nearly the same, the act. The
 * company's payees are read where a name is typed or `wantsAll` says so: they may be thousands.
 */
export function usePayeeForm(
  companyId: Readonly<Ref<Id<'company'> | undefined>>,
  payee: Readonly<Ref<Payee | undefined>>,
  wantsAll: Readonly<Ref<boolean>>,
  draftName: () => string,
) {
  const office = useOffice()
  const { busy, refusal, act, at } = useAct()
  const form = ref<PayeeTyped>(blank())
  const began = ref<PayeeTyped>()
  const draft = useFormDraft(
    draftName,
    form,
    f => isBlank(f) || JSON.stringify(f) === JSON.stringify(began.value),
    () => plainCopy(began.value ?? blank()),
  )
  const isChanged = computed(() => !began.value || JSON.stringify(form.value) !== JSON.stringify(began.value))
  watch(
    payee,
    async of => {
      if (!of || (began.value && isChanged.value)) return
      const isFirst = !began.value
      began.value = typedOf(of)
      if (isFirst) await draft.restored
      if (!isFirst || isBlank(form.value)) form.value = typedOf(of)
    },
    { immediate: true },
  )
  const terms = computed(() => termsOf(form.value))
  /** Whether the terms are words that need days beside them. */
  const asksDays = computed(() => form.value.terms.trim() !== '' && !readTerms(form.value.terms).ok)
  const isNamedAnew = computed(() => !['', payee.value?.name].includes(form.value.name.trim()))
  const of = computed(() => (wantsAll.value || isNamedAnew.value ? companyId.value : undefined))
  const payees = useLive(
    () => of.value && readPayees(of.value),
    () => of.value,
  )
  const near = computed(() => nearlyNamed(payees.value ?? [], form.value.name, payee.value?.id ?? ''))
  const faults = (field: string): string[] =>
    field === 'terms' && !terms.value.ok ? [terms.value.refusal.text] : at(field)
  const elsewhere = computed<Refusal | undefined>(() =>
    !refusal.value?.field || ['nothing-changed', 'changed-meanwhile'].includes(refusal.value.code)
      ? refusal.value
      : undefined,
  )
  /** Keeps the payee; gives their key where that was done. */
  async function keep(): Promise<Id<'payee'> | undefined> {
    const to = formOf(form.value)
    if (!companyId.value || busy.value) return undefined
    if (!to.ok) {
      focusField('terms')
      return undefined
    }
    const from = began.value && formOf(began.value)
    const id = payee.value?.id ?? idOf<'payee'>(crypto.randomUUID())
    const done = await act('savePayee', {
      id,
      companyId: companyId.value,
      ...(from?.ok && { from: from.value }),
      to: to.value,
    })
    if (!done) return undefined
    if (!done.ok) {
      focusField(done.refusal.field ?? 'name')
      return undefined
    }
    await draft.forget()
    began.value = typedOf(done.value.payees[0]!)
    form.value = typedOf(done.value.payees[0]!)
    office.said = from ? `Saved changes to ${to.value.name}.` : `Added payee ${to.value.name}.`
    return id
  }
  return { form, payees, busy, near, isChanged, faults, elsewhere, keep, asksDays }
}
