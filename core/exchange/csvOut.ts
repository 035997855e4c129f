import Papa from 'papaparse'

/** What a spreadsheet could take for a formula, also behind blanks, or is such a text guarded already. */
const likeFormula = /^'*(?:\s*[=+\-@]|[\t\r])/
/** A cell without the apostrophe that `csvOut` put before it. */
export const unguarded = (cell: string): string =>
  cell.startsWith("'") && likeFormula.test(cell) ? cell.slice(1) : cell

/**
 * Rows as CSV that is safe to open in a spreadsheet: what could be taken for a formula gets an apostrophe
 * before it.
 */
export const csvOut = (columns: readonly string[], rows: readonly (readonly (string | number)[])[]): string =>
  Papa.unparse(
    { fields: [...columns], data: rows.map(r => [...r]) },
    { escapeFormulae: likeFormula, newline: '\r\n' },
  )
