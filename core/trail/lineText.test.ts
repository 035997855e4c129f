import { describe, expect, it } from 'vitest'
import { sentence } from '../base/sentence'
import { changeText, undone } from './changeText'
import { actName, lineText, namesOf } from './lineText'

describe('a line of the trail', () => {
  it('is shown as it was written where that is a sentence; one from before begins with its act', () => {
    const text = 'Entered bill WL-9905 from Windrose: 2,415.00, due Nov 22, 2026 (our number 632).'
    expect(lineText({ act: 'Bill entered', text })).toBe(text)
    expect(lineText({ act: 'enter a bill', text: 'bill A-1 of Shoreline, 100.00' })).toBe(
      'Bill entered: bill A-1 of Shoreline, 100.00.',
    )
    // A note may begin with a name and end without a full stop, or the other way about.
    expect(lineText({ act: 'merge payees', text: 'Shoreline into Cobalt' })).toBe(
      'Payees merged: Shoreline into Cobalt.',
    )
  })
  it('of an act that was renamed is found under all its names', () => {
    expect(namesOf('Run counted off')).toEqual(['Run counted off', 'count off'])
    expect(namesOf('Run counted off').map(actName)).toEqual(['Run counted off', 'Run counted off'])
    expect(actName('Something newer')).toBe('Something newer')
  })
})

describe('a change in words', () => {
  it.each([
    ['', 'memo', 'Oak', 'Oak'],
    ['memo added: Oak', 'memo', '', 'Oak'],
    ['memo removed (was Oak)', 'memo', 'Oak', ''],
    ['due date changed from Dec 2, 2026 to Dec 20, 2026', 'due date', 'Dec 2, 2026', 'Dec 20, 2026'],
  ])('“%s”', (told, what, before, after) => {
    expect(changeText(what, before, after)).toBe(told)
  })
  it('that is undone says so', () => {
    expect(undone('Changed bill A-1: memo added: Oak.')).toBe(
      'Undid the last change to bill A-1: memo added: Oak.',
    )
  })
})

describe('a sentence', () => {
  it.each([
    ['', ''],
    ['this is required', 'This is required.'],
    ['Is it this check?', 'Is it this check?'],
    ['“x” is not an amount', '“x” is not an amount.'],
    ['“Cobalt & Co.”', '“Cobalt & Co.”'],
    ['élan', 'Élan.'],
  ])('of “%s” is “%s”', (text, made) => {
    expect(sentence(text)).toBe(made)
    expect(sentence(made)).toBe(made)
  })
})
