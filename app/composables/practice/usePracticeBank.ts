import { computed, type Ref } from 'vue'
import { digitsOf } from '#core/accounts/account'
import type { BankOrder } from '#core/practice/bankReport'
import type { JobReport } from '#core/practice/report'
import { statementFormats, type StatementFormat } from '#core/practice/statementFiles'
import { questionsCsv } from '#core/bank/questions/questionFile'
import { readBankFiles, readPresentable, readQuestions } from '~/data/bank/bankReads'
import { saveBlob } from '~/data/files/fileOut'
import { bankStatement, orderBank } from '~/data/practice/bank'
import { readOpening } from '~/data/practice/opening'
import type { AccountView } from '~/data/accounts/accountReads'
import { localToday } from '~/stores/office'
import { useLive } from '../base/useLive'
import { useBankReport } from './useBankReport'

/** An order without what is the same in each: the account, and the day. */
type Wish<T = BankOrder> = T extends BankOrder ? Omit<T, 'account' | 'day'> : never
type DailyWish = Exclude<Wish, { kind: 'open' | 'tell' }>

/** An account at the practice bank: what it has there, what can be brought to it, and what it gives. */
export function usePracticeBank(view: Readonly<Ref<AccountView | undefined>>) {
  const digits = computed(() => digitsOf(view.value?.account.account ?? ''))
  const { report, isKnown, jobs, fault, busy, doing } = useBankReport(digits)
  const files = useLive(
    () => (view.value ? readBankFiles(view.value.account) : undefined),
    () => view.value?.account.id,
  )
  const presentable = useLive(
    () => (view.value ? readPresentable(view.value.account.id) : undefined),
    () => view.value?.account.id,
  )
  const layout = computed(
    () => files.value?.layouts.find(l => l.id === files.value?.chosen?.layoutId)?.layout,
  )

  const open = (): Promise<boolean> =>
    doing(async () => {
      const from = await readOpening(view.value!.account, localToday())
      return orderBank({ kind: 'open', account: digits.value, ...from })
    })
  /** An order of today. */
  const order = (wish: DailyWish): Promise<boolean> =>
    doing(() => orderBank({ ...wish, account: digits.value, day: localToday() } as BankOrder))
  const lastFile = computed(() => files.value?.sent[0])
  const tell = (): Promise<boolean> =>
    doing(() =>
      orderBank({
        ...{ kind: 'tell', account: digits.value },
        ...{ layout: layout.value!, text: lastFile.value!.text },
      }),
    )
  const takeSheets = (job: JobReport): Promise<boolean> =>
    order({ kind: 'sheets', jobId: job.id, facts: view.value!.facts })

  async function statement(format: StatementFormat): Promise<File | undefined> {
    fault.value = ''
    const made = await bankStatement(digits.value, report.value!.from, localToday(), format)
    if (!made.ok) fault.value = made.refusal.text
    return made.ok ? made.value : undefined
  }
  async function saveStatement(format: StatementFormat): Promise<void> {
    const file = await statement(format)
    if (file) saveBlob(file, statementFormats[format].name)
  }
  const questionsFile = (): File =>
    new File([questionsCsv(report.value?.questions ?? [])], 'questions.csv', { type: 'text/csv' })
  /** Answers that the office gave and the bank still waits for. */
  const answered = useLive(
    async () =>
      view.value
        ? (await readQuestions(view.value.account.id)).flatMap(q =>
            q.answer ? [{ reference: q.reference, decision: q.answer.decision }] : [],
          )
        : [],
    () => view.value?.account.id,
  )
  const answers = computed(() => {
    const asked = new Set(report.value?.questions.map(q => q.reference))
    return (answered.value ?? []).filter(a => asked.has(a.reference))
  })
  const giveAnswers = (): Promise<boolean> => order({ kind: 'answers', answers: [...answers.value] })
  return {
    ...{ report, isKnown, jobs, fault, busy, layout, lastFile, presentable, answers },
    ...{ open, order, tell, takeSheets, statement, saveStatement, questionsFile, giveAnswers },
  }
}
