/** A PDF that cannot be printed: not one, damaged, or locked. */
export class UnusablePdf extends Error {}
