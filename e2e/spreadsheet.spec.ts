import { expect, test } from './app.ts'

const OUTCOMES = ['gelandet', 'gelandet', 'ausgeschlitzt', 'Fehlbiss', 'Aussteiger']
const LURES = ['Wackelschwanz weiß', 'Frosch oliv', 'WHITE  POPPER']
const two = (n: number): string => String(n).padStart(2, '0')

/** A season as a German spreadsheet keeps it: 300 rows with words, commas and points of that language, and some cells that name their own unit. */
const GERMAN = [
  'Datum;Uhrzeit;Gewässer;Köder;Fischart;Länge (cm);Gewicht (g);Wassertemp. (°C);Wind (km/h);Ergebnis;Angler;Bemerkung',
  ...Array.from({ length: 300 }, (_, i) => {
    const outcome = OUTCOMES[i % OUTCOMES.length]!
    const [length, weight] =
      outcome === 'gelandet' ? [i % 7 === 0 ? `${30 + (i % 20)} cm` : `${30 + (i % 20)},5`, `1.${100 + i}`] : ['', '']
    return `${two((i % 27) + 1)}.${two(5 + (i % 5))}.2017;${6 + (i % 12)}:${two((i * 7) % 60)};Dunmarrow Lake;${LURES[i % 3]!};Largemouth;${length};${weight};${12 + (i % 9)},5;${i % 25};${outcome};${i % 2 ? 'Rosa' : 'rosa '};`
  }),
  '',
].join('\n')

test('a German spreadsheet of 300 rows comes in, its words told once, and is undone whole', async ({
  app,
  desk,
  page,
}) => {
  await desk.go('/book/import')
  await desk.synced()
  await desk.give(/CSV file/, { name: 'fangbuch.csv', mimeType: 'text/csv', buffer: Buffer.from(GERMAN) })
  await desk.sees('300 rows, separated by semicolons, UTF-8.')
  for (const [column, unit] of [
    ['Länge (cm)', 'cm'],
    ['Gewicht (g)', 'g'],
    ['Wassertemp. (°C)', 'C'],
    ['Wind (km/h)', 'kmh'],
  ] as const)
    await expect(page.getByLabel(`${column} in`, { exact: true })).toHaveValue(unit)
  await expect(page.getByLabel('Dates are read as')).toHaveValue('dmy')

  // A word that nobody could guess is asked for; before that it is one problem, not sixty.
  await desk.press('Check', { exact: true })
  await expect(page.getByRole('alert').filter({ hasText: '60 cells cannot be read' })).toContainText(
    '60 times: line 6, Ergebnis',
  )
  await desk.choose('“Aussteiger” means', 'lost')
  await desk.press('Check', { exact: true })
  const report = page.getByTestId('import-report')
  await expect(report).toContainText(/Ready to import/)
  await expect(report).toContainText(/135 trips/)
  await expect(report).toContainText('300 strikes')
  await expect(report).toContainText('Frosch oliv')
  await expect(page.getByLabel('Dunmarrow Lake is')).not.toHaveValue('')

  await desk.press('Import all')
  await expect(report).toContainText(/Imported/)
  const counts = () =>
    app.query<{ outcome: string; n: number; mm: number | null; g: number | null; people: number }>(
      `select s.outcome, count(*)::int as n, round(avg(s.length_mm))::int as mm, round(min(s.weight_g))::int as g, count(distinct s.angler)::int as people
       from strikes s join trips t on t.id = s.trip where t.start < '2018-01-01' and t.deleted_at is null group by 1 order by 1`,
    )
  expect(await counts()).toMatchObject([
    { outcome: 'landed', n: 120, g: 1100 },
    { outcome: 'lost', n: 120 },
    { outcome: 'missed', n: 60 },
  ])
  await page
    .getByRole('status')
    .filter({ hasText: /Imported [\d,]+ records/ })
    .getByRole('button', { name: 'Undo' })
    .click()
  await desk.sees(/Undone: imported/)
  expect(await counts()).toEqual([])
  // What was told of the words is still known.
  await desk.go('/book/import')
  await desk.synced()
  await desk.give(/CSV file/, { name: 'fangbuch.csv', mimeType: 'text/csv', buffer: Buffer.from(GERMAN) })
  await expect(page.getByLabel('“Aussteiger” means')).toHaveValue('lost')
})
