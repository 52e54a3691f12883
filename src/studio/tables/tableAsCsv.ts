/** A table as a file that spreadsheets open: CSV with a byte order mark, by which they know it is UTF-8 (RFC 4180). */
export const tableAsCsv = (rows: readonly (readonly string[])[]): string =>
  `\uFEFF${rows.map((row) => row.map(cell).join(',')).join('\r\n')}\r\n`

/** Puts an apostrophe before a cell that a spreadsheet would run as a formula. */
const cell = (written: string): string => {
  const safe = /^[=+@\t\r]|^-(?![\d.])/.test(written) ? `'${written}` : written
  return /[",;\r\n]|^\s|\s$/.test(safe) ? `"${safe.replace(/"/g, '""')}"` : safe
}
