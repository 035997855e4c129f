import { expect, it } from 'vitest'
import { alike } from './alike'
import { error, warning } from './note'

it('what is wrong alike with a thousand checks is said once, with all of them, errors first', () => {
  const notes = [
    warning('window-shows', 'memo', 'memo shows'),
    ...Array.from({ length: 1000 }, (_, i) => error('micr-serial', 'micr', `${i} is too long`, { check: i })),
    error('text-too-long', 'payee', 'Shoreline does not fit', { check: 7 }),
  ]
  expect(alike(notes).map(a => [a.note.code, a.checks.length])).toEqual([
    ['micr-serial', 1000],
    ['text-too-long', 1],
    ['window-shows', 0],
  ])
})
