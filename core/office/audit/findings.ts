/** Takes down a sentence where something does not hold; it is made only then. */
export type Must = (holds: boolean, what: () => string) => void

/** What was found not to hold, in sentences. */
export class Findings {
  readonly list: string[] = []
  private isOdd = false

  readonly must: Must = (holds, what) => {
    if (!holds) this.list.push(what())
  }
  /** Looks at rows. One that was changed by hand need not be a row at all: that is said once. */
  lookAt(look: (must: Must) => void): void {
    try {
      look(this.must)
    } catch (error) {
      const why = (error as Error).message
      if (!this.isOdd)
        this.list.push(`a row is not as its table has them, so not all could be checked (${why})`)
      this.isOdd = true
    }
  }
}
