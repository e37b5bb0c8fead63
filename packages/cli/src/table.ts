import { at } from '@jotbook/core'
/** Rows as aligned text for a terminal: numbers to the right, words to the left. */
export function table(header: readonly string[], rows: readonly (readonly (string | number)[])[]): string {
  const text = [header, ...rows].map((row) => row.map(String))
  const widths = header.map((_, i) => Math.max(...text.map((row) => at(row, i).length)))
  const numeric = header.map((_, i) =>
    rows.every((row) => typeof row[i] === 'number' || /^[\d.,–-]+$/.test(String(row[i]))),
  )
  return text
    .map((row) =>
      row
        .map((cell, i) => (numeric[i] ? cell.padStart(at(widths, i)) : cell.padEnd(at(widths, i))))
        .join('  ')
        .trimEnd(),
    )
    .join('\n')
}
