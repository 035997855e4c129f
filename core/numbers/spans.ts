/** So many spans are told one by one; what is left of a long list is counted. */
const MOST_SPANS = 6

/**
 * Numbers as they are told, the lowest first, neighbours together: “101 to 104, 106”. Of more than six spans
 * the rest is counted: “… and 12 more”.
 */
export function spans(numbers: readonly number[]): string {
  const found: { first: number; last: number }[] = []
  for (const number of [...new Set(numbers)].sort((a, b) => a - b)) {
    const open = found.at(-1)
    if (open?.last === number - 1) open.last = number
    else found.push({ first: number, last: number })
  }
  const shown = found.slice(0, MOST_SPANS)
  const left = found.slice(MOST_SPANS).reduce((sum, { first, last }) => sum + last - first + 1, 0)
  const text = shown
    .map(({ first, last }) => (first === last ? `${first}` : `${first} to ${last}`))
    .join(', ')
  return left ? `${text} and ${left} more` : text
}
