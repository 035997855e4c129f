/** Takes down a sentence where something does not hold. */
export type Must = (holds: boolean, what: string) => void
