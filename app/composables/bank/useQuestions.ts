import { computed, ref, type Ref } from 'vue'
import { howMany } from '#core/base/howMany'
import { readQuestions, answersCsv } from '#core/bank/questions/questionFile'
import type { BankQuestion, Decided } from '#core/bank/questions/question'
import { faultLine } from '#core/exchange/fault'
import type { BankAccount } from '#core/accounts/account'
import { readQuestionsSeen } from '~/data/bank/bankReads'
import { saveText } from '~/data/files/fileOut'
import { useOffice } from '~/stores/office'
import { useAct } from '../base/useAct'
import { useLive } from '../base/useLive'

const MOST_FAULTS = 4
/** Megabytes of a file of questions, whether it was given here or handed over. */
const MOST_MB = 1

/** The questions of the bank of an account: files of them, their answers, and the answers as a file. */
export function useQuestions(account: Readonly<Ref<BankAccount | undefined>>) {
  const office = useOffice()
  const { busy, fault, succeeded, clear } = useAct()
  const seen = useLive(
    () => (account.value ? readQuestionsSeen(account.value) : undefined),
    () => account.value?.id,
  )
  const fileFaults = ref<string[]>([])
  async function give(file: File): Promise<void> {
    clear()
    fileFaults.value = []
    const of = account.value
    if (!of) return
    const read =
      file.size > MOST_MB * 1e6
        ? ({ ok: false, faults: [{ text: `the file is larger than ${MOST_MB} MB` }] } as const)
        : readQuestions(await file.text())
    if (!read.ok) {
      fileFaults.value = read.faults.slice(0, MOST_FAULTS).map(f => faultLine(file.name, f))
      return
    }
    const input = { accountId: of.id, file: file.name, questions: read.value }
    await succeeded('importBankQuestions', input, `Imported ${howMany(read.value.length, 'question')}.`)
  }
  const answer = (of: BankQuestion, decision: Decided, why: string): Promise<boolean> =>
    succeeded(
      'answerBankQuestion',
      { questionId: of.id, decision, why },
      `The bank is asked to ${decision} check ${of.number}.`,
    )
  const answered = computed(() => (seen.value ?? []).map(s => s.question).filter(q => q.answer))
  function saveAnswers(): void {
    saveText(answersCsv(answered.value), 'answers.csv', 'text/csv')
    office.said = `Saved ${howMany(answered.value.length, 'answer')} for the bank.`
  }
  return { seen, give, most: MOST_MB, fileFaults, answer, answered, saveAnswers, busy, fault, clear }
}
