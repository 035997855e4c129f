/** A block of rows, laid out for a search and kept in the store: the rows themselves take far longer to read. */
export interface KeptBlock<B> {
  readonly id: string
  /** The code that laid it out: what it says of a row is in the words of that code. */
  readonly madeBy: string
  readonly block: B
}
