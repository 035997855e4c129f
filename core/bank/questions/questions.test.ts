import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { addDays, plainDate } from '../../base/dates'
import { idOf } from '../../base/id'
import { must } from '../../base/result'
import { cents } from '../../money/cents'
import type { CheckNumber } from '../../numbers/book'
import { perform } from '../../office/actTypes'
import { MemoryOffice } from '../../office/memory'
import { account, opened } from '../../office/test/office'
import { answersCsv, questionsCsv, readQuestions } from './questionFile'
import { inOrderOfNeed, questionId, type IncomingQuestion } from './question'

const today = must(plainDate('2026-11-24'))
const word = fc.constantFrom('Cobalt, Rope', '=SUM(A1)', 'Étoile “x”', '-12', 'a"b', 'PB000001', "it's")
const question = fc.record({
  number: fc.integer({ min: 1, max: 999_999_999_999 }).map(n => n as CheckNumber),
  amount: fc.integer({ min: 0, max: 9_999_999_999 }).map(cents),
  date: fc.integer({ min: 0, max: 400 }).map(n => addDays(today, -n)),
  reason: word,
  deadline: fc.integer({ min: 0, max: 9 }).map(n => addDays(today, n)),
  payee: word,
})
const list = fc
  .array(question, { minLength: 1, maxLength: 8 })
  .map(all => all.map((q, i): IncomingQuestion => ({ ...q, reference: `R${i}` })))

describe('a file of questions', () => {
  it('is read as it was written, whatever letters are in it', () => {
    fc.assert(
      fc.property(list, questions => {
        expect(readQuestions(questionsCsv(questions))).toEqual({ ok: true, value: questions })
      }),
    )
  })
  const head = 'reference,number,amount,date,reason,deadline'
  it.each([
    ['', 'these columns are missing: reference'],
    [`${head}\n`, 'no questions'],
    [`${head}\nA,1,12.345,2026-11-24,x,2026-11-25`, 'not an amount'],
    [`${head}\nA,1,"1,234.00",2026-11-24,x,2026-11-25`, 'not an amount'],
    [`${head}\nA,1,1.00,11/24/2026,x,2026-11-25`, 'not a date'],
    [`${head}\nA,0,1.00,2026-11-24,x,2026-11-25`, 'not a check number'],
    [`${head}\nA,1,1.00,2026-11-24,x,2026-11-25\nA,2,1.00,2026-11-24,x,2026-11-25`, 'is there twice'],
  ])('%j is refused: %s', (text, why) => {
    const read = readQuestions(text)
    expect(read.ok).toBe(false)
    if (!read.ok) expect(read.faults.map(f => f.text).join()).toContain(why)
  })
})

describe('the bank’s questions', () => {
  const asked: IncomingQuestion = {
    ...{ reference: 'R1', number: 101 as CheckNumber, amount: cents(500), date: today },
    ...{ reason: 'AMOUNT', deadline: addDays(today, 1) },
  }
  const stamp = (day: string, n: number) => ({ at: `${day}T10:00:0${n}.000Z`, by: 'Ada', key: `k${n}` })
  it('come once, are answered with a reason through their deadline, and the answer may change until then', async () => {
    const office = new MemoryOffice()
    office.put(opened(5))
    const give = { accountId: account.id, file: 'q.csv', questions: [asked] }
    const codeOf = async (done: ReturnType<typeof perform>): Promise<string> => {
      const result = await done
      return result.ok ? 'done' : result.refusal.code
    }
    expect(await codeOf(perform(office, 'importBankQuestions', give, stamp(today, 1)))).toBe('done')
    expect(await codeOf(perform(office, 'importBankQuestions', give, stamp(today, 2)))).toBe(
      'questions-known',
    )
    const id = questionId(account.id, 'R1')
    const answer = (decision: 'pay' | 'return', why: string) => ({ questionId: id, decision, why })
    const say = (of: ReturnType<typeof answer>, day: string, n: number) =>
      codeOf(perform(office, 'answerBankQuestion', of, stamp(day, n)))
    expect(await say(answer('pay', '  '), today, 3)).toBe('why-blank')
    expect(await say(answer('pay', 'ours'), today, 4)).toBe('done')
    expect(await say(answer('return', 'altered'), addDays(today, 1), 5)).toBe('done')
    expect(await say(answer('pay', 'late'), addDays(today, 2), 6)).toBe('deadline-over')
    const kept = [...office.kept.bankQuestions.values()]
    expect(answersCsv(kept).split('\r\n')[1]).toBe('R1,101,5.00,return,altered')
    expect(await say({ ...answer('pay', 'x'), questionId: idOf('nobody') }, today, 7)).toBe('not-there')
  })
  it('that wait come first, by deadline', () => {
    const of = (reference: string, days: number, answered: boolean) => ({
      ...{ ...asked, reference, deadline: addDays(today, days), id: idOf<'bankQuestion'>(reference) },
      ...{ accountId: account.id, file: '', at: `2026-11-2${days}` },
      ...(answered && { answer: { decision: 'pay' as const, why: '', at: '', by: '' } }),
    })
    const sorted = inOrderOfNeed([of('a', 1, true), of('b', 5, false), of('c', 2, false), of('d', 3, true)])
    expect(sorted.map(q => q.reference)).toEqual(['c', 'b', 'd', 'a'])
  })
})
