import { dayOfMoment, dayText } from '../../base/dates'
import { howMany } from '../../base/howMany'
import type { Id } from '../../base/id'
import { good, refuse } from '../../base/result'
import { sentence } from '../../base/sentence'
import type { BankAccount } from '../../accounts/account'
import { sum } from '../../money/cents'
import { figures } from '../../money/figures'
import type { Decision, Stamp } from '../../trail/trail'
import { questionId, type BankQuestion, type Decided, type IncomingQuestion } from './question'

/** Imports questions of the bank; those that are known by their reference are left as they are. */
export function importQuestions(
  known: { readonly account: BankAccount; readonly before: ReadonlySet<Id<'bankQuestion'>> },
  act: { readonly file: string; readonly questions: readonly IncomingQuestion[] },
  stamp: Stamp,
): Decision<{ bankQuestions: BankQuestion[] }> {
  const { account, before } = known
  const all = act.questions.map((q): BankQuestion => ({
    ...q,
    ...{ id: questionId(account.id, q.reference), accountId: account.id, file: act.file, at: stamp.at },
  }))
  if (new Set(all.map(q => q.id)).size < all.length)
    return refuse('question-twice', 'A reference of the bank is there twice', { field: 'file' })
  const fresh = all.filter(q => !before.has(q.id))
  if (!fresh.length)
    return refuse('questions-known', 'All questions of this file were imported before', { field: 'file' })
  const { sign } = account.currency
  return good({
    changes: { bankQuestions: fresh },
    trail: {
      act: 'Bank questions imported',
      text: `Imported ${howMany(fresh.length, 'question')} of the bank of ${account.name} from ${act.file}, ${figures(sum(fresh.map(q => q.amount)), { sign })} in all.`,
      about: { account: account.id },
    },
  })
}

/** Decides whether the bank is to pay a check or to return it, with a reason; changed until its deadline is over. */
export function answerQuestion(
  known: { readonly account: BankAccount; readonly question: BankQuestion; readonly numberId?: Id<'number'> },
  act: { readonly decision: Decided; readonly why: string },
  stamp: Stamp,
): Decision<{ bankQuestions: BankQuestion[] }> {
  const { account, question } = known
  const why = act.why.trim()
  if (!why) return refuse('why-blank', 'Give a reason for your answer', { field: 'why' })
  const today = dayOfMoment(stamp.at)
  if (today > question.deadline)
    return refuse(
      'deadline-over',
      `The bank took answers through ${dayText(question.deadline)}. Call the bank`,
      { field: 'decision', limit: question.deadline },
    )
  const answer = { decision: act.decision, why, at: stamp.at, by: stamp.by }
  const what = `check ${question.number}, ${figures(question.amount, { sign: account.currency.sign })}`
  return good({
    changes: { bankQuestions: [{ ...question, answer }] },
    trail: {
      act: 'Bank question answered',
      text: sentence(
        `${act.decision === 'pay' ? 'Asked the bank to pay' : 'Asked the bank to return'} ${what} (its question ${question.reference}): ${why}`,
      ),
      about: { account: account.id, ...(known.numberId && { number: known.numberId }) },
    },
  })
}
