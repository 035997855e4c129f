import { builtInStocks } from './builtIn'
import { checksPerSheet, panelOf, type Stock } from './stock'

/**
 * Answers to the guided choice; each question is asked only where the ones before leave more than one stock.
 */
export interface GuideAnswers {
  readonly sheet?: 'letter' | 'A4' | 'leaf' | 'other'
  readonly checks?: 1 | 3
  readonly where?: 'top' | 'middle' | 'foot' | 'right'
  readonly printed?: 'nothing' | 'number' | 'all'
}
export type Question = keyof GuideAnswers

const sheetOf = (s: Stock): GuideAnswers['sheet'] =>
  s.sheet.h < 150
    ? 'leaf'
    : Math.abs(s.sheet.w - 210) < 1
      ? 'A4'
      : Math.abs(s.sheet.h - 279.4) < 1
        ? 'letter'
        : 'other'
const whereOf = (s: Stock): GuideAnswers['where'] => {
  const panel = panelOf(s, 'check', 1)
  if (!panel) return 'top'
  if (panel.x > 20) return 'right'
  return panel.y < 1 ? 'top' : panel.y + panel.h > s.sheet.h - 1 ? 'foot' : 'middle'
}
const printedOf = (s: Stock): GuideAnswers['printed'] =>
  s.carries.length > 1 ? 'all' : s.numbered ? 'number' : 'nothing'
const facts: Readonly<Record<Question, (s: Stock) => GuideAnswers[Question]>> = {
  sheet: sheetOf,
  checks: s => (checksPerSheet(s) >= 3 ? 3 : 1),
  where: whereOf,
  printed: printedOf,
}

const questions: readonly Question[] = ['sheet', 'checks', 'where', 'printed']

/** The shipped stocks that agree with the answers given so far. */
export const stocksFor = (answers: GuideAnswers): Stock[] =>
  builtInStocks.filter(s => questions.every(q => answers[q] === undefined || facts[q](s) === answers[q]))

/**
 * The next question whose answer still tells stocks apart, with the answers that leave any; undefined where
 * the choice is made as far as questions go.
 */
export function nextQuestion(
  answers: GuideAnswers,
): { question: Question; options: NonNullable<GuideAnswers[Question]>[] } | undefined {
  const left = stocksFor(answers)
  for (const question of questions) {
    if (answers[question] !== undefined) continue
    const options = [...new Set(left.map(facts[question]))].filter(o => o !== undefined)
    if (options.length > 1) return { question, options }
  }
  return undefined
}
