/** Texts laid out as one, a line end before each, so that one look goes through all of them. */
export interface TextBlock {
  readonly text: string
  /** Where each text begins, and where one more would. */
  readonly starts: Uint32Array
}

export function textBlock(texts: readonly string[]): TextBlock {
  const starts = new Uint32Array(texts.length + 1)
  let at = 1
  texts.forEach((text, place) => {
    starts[place] = at
    at += text.length + 1
  })
  starts[texts.length] = at
  return { text: ['', ...texts, ''].join('\n'), starts }
}

/**
 * The texts that hold a part, in their order: the place of each among all, and where in `text` the part stands first
 * in it. A blank part is in all of them; one with a line end may be found across two.
 */
export function* textsWith(
  { text, starts }: TextBlock,
  part: string,
): Generator<[place: number, at: number]> {
  const count = starts.length - 1
  let place = 0
  for (let at = text.indexOf(part, 1); at >= 0 && place < count; at = text.indexOf(part, starts[place]!)) {
    while (starts[place + 1]! <= at) place++
    if (place === count) return
    yield [place++, at]
  }
}
