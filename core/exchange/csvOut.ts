import Papa from 'papaparse'

/**
 * Rows as CSV that is safe to open in a spreadsheet: what could be taken for a formula gets an apostrophe
 * before it.
 */
export const csvOut = (columns: readonly string[], rows: readonly (readonly (string | number)[])[]): string =>
  Papa.unparse(
    { fields: [...columns], data: rows.map(r => [...r]) },
    { escapeFormulae: true, newline: '\r\n' },
  )
