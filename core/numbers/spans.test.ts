import { expect, it } from 'vitest'
import { spans } from './spans'

it.each<[number[], string]>([
  [[], ''],
  [[7], '7'],
  [[7, 7], '7'],
  [[101, 102], '101 to 102'],
  [[101, 102, 103, 105, 107, 108], '101 to 103, 105, 107 to 108'],
  [[110, 109, 98, 108, 106], '98, 106, 108 to 110'],
  [[1, 3, 5, 7, 9, 11, 12], '1, 3, 5, 7, 9, 11 to 12'],
  [[1, 3, 5, 7, 9, 11, 12, 14, 16, 17], '1, 3, 5, 7, 9, 11 to 12 and 3 more'],
])('%j are told as “%s”', (numbers, told) => {
  expect(spans(numbers)).toBe(told)
})
