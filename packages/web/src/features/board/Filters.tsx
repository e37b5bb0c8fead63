import { Box } from '@chakra-ui/react'
import { useState } from 'react'
import { UNKNOWN } from '@jotbook/core'
import type { Clause, UnitPreferences } from '@jotbook/core'
import { useBands } from '../../state/useBook.ts'
import { Button } from '../../ui/controls.tsx'
import { listOf } from '../../ui/locale.ts'
import { Choice, Head, Option } from './Choice.tsx'
import { COLUMN_GROUPS, columnWord } from './columns.ts'
import type { AskedQuestion } from './asked.ts'
import { RangeFields } from './RangeFields.tsx'
import { text } from './text.ts'
import { useLevels } from './useBoard.ts'
import { useNaming } from './useNaming.ts'
import { CONDITIONS, choiceText, clauseText } from './words.ts'
import type { Condition } from './words.ts'

/** The condition that a column of a clause belongs to: by its bands, or by any range. */
const conditionOf = (column: string): Condition | undefined =>
  CONDITIONS.find(({ band, number }) => column === band || column === number)

const BANDS: ReadonlySet<string> = new Set(CONDITIONS.map(({ band }) => band))
/** What may be a filter, the conditions asked for most first; the water has its place in the sentence. */
const FILTER_GROUPS: readonly (readonly [
  head: string,
  columns: readonly (readonly [column: string, word: string])[],
])[] = [
  [text.filterGroups.conditions, CONDITIONS.map(({ band, name }) => [band, name] as const)],
  ...Object.entries(COLUMN_GROUPS).map(
    ([head, columns]) =>
      [head, Object.entries<string>(columns).filter(([name]) => !BANDS.has(name) && name !== 'water')] as const,
  ),
]

/** A filter of the question as it reads, opening its own choices. */
export function FilterInUse({
  filter,
  question,
  units,
}: {
  filter: Clause
  question: AskedQuestion
  units: UnitPreferences
}) {
  const naming = useNaming()
  const condition = conditionOf(filter.column)
  return (
    <Choice name={condition?.name ?? columnWord(filter.column)} text={clauseText(filter, naming.level, units)}>
      <FilterPanel column={condition?.band ?? filter.column} question={question} units={units} />
    </Choice>
  )
}

/** Which waters, in the sentence whether chosen or not. */
export function OneOf({ question, column }: { question: AskedQuestion; column: 'water' }) {
  const naming = useNaming()
  const clause = question.where.find((one) => one.column === column)
  const chosen = clause?.kind === 'oneOf' ? clause.values : []
  const named = chosen.map((id) => naming.level(column, id))
  return (
    <Choice name={text.names[column]} text={chosen.length > 0 ? listOf(named, 'disjunction') : text.everyWater}>
      <Levels column={column} open={text.everyWater} question={question} />
    </Choice>
  )
}

/** Any column, then its values with the hours behind each. */
export function AddFilter(props: PanelProps) {
  const [column, setColumn] = useState<string>()
  return (
    <Choice
      name={text.addFilter}
      text={text.addFilter}
      label={text.addFilter}
      quiet
      onClose={() => setColumn(undefined)}
    >
      <Columns {...props} column={column} onColumn={setColumn} />
    </Choice>
  )
}

interface PanelProps {
  readonly question: AskedQuestion
  readonly units: UnitPreferences
}

interface ColumnsProps extends PanelProps {
  readonly column: string | undefined
  readonly onColumn: (column: string | undefined) => void
}

function Columns({ question, units, column, onColumn }: ColumnsProps) {
  if (column !== undefined)
    return (
      <>
        {/* The column that was chosen is gone with its list: the focus goes on here. */}
        <Button look="bare" autoFocus onClick={() => onColumn(undefined)}>
          {text.back}
        </Button>
        <FilterPanel column={column} question={question} units={units} />
      </>
    )
  return FILTER_GROUPS.map(([head, columns]) => (
    <Box key={head}>
      {columns.length > 0 && <Head>{head}</Head>}
      {columns.map(([name, word]) => (
        <Option key={name} type="button" onClick={() => onColumn(name)}>
          {word}
        </Option>
      ))}
    </Box>
  ))
}

function FilterPanel({ column, question, units }: { column: string; question: AskedQuestion; units: UnitPreferences }) {
  const condition = conditionOf(column)
  return condition ? (
    <Bands condition={condition} question={question} units={units} />
  ) : (
    <Levels column={column} open={text.open} head={columnWord(column)} question={question} />
  )
}

/** A condition held to some of its bands, or to any range. */
function Bands({
  condition,
  question,
  units,
}: {
  condition: Condition
  question: AskedQuestion
  units: UnitPreferences
}) {
  const bands = useBands()
  const hours = new Map(useLevels(condition.band, question).map(({ level, hours: spent }) => [level, spent]))
  const instead = [condition.band, condition.number]
  const clause = question.where.find(({ column }) => instead.includes(column))
  const chosen = clause?.kind === 'oneOf' ? clause.values : []
  return (
    <>
      <Head>{condition.name}</Head>
      <Option
        type="button"
        aria-pressed={!clause}
        onClick={() => question.set({ instead, clause: { kind: 'open', column: condition.band } })}
      >
        {condition.open}
      </Option>
      {[...bands[condition.band].labels, UNKNOWN].map((label) => (
        <Level
          key={label}
          name={choiceText(condition.band, label, units, bands)}
          hours={hours.get(label) ?? 0}
          chosen={chosen.includes(label)}
          onToggle={() => question.set({ instead, toggle: { column: condition.band, value: label } })}
        />
      ))}
      <RangeFields condition={condition} units={units} question={question} instead={instead} />
    </>
  )
}

/** The values a column takes in the book, each on or off. */
function Levels({
  column,
  open,
  head,
  question,
}: {
  column: string
  open: string
  head?: string
  question: AskedQuestion
}) {
  const naming = useNaming()
  const levels = useLevels(column, question)
  const clause = question.where.find((one) => one.column === column)
  const chosen = clause?.kind === 'oneOf' ? clause.values : []
  return (
    <>
      {head !== undefined && <Head>{head}</Head>}
      <Option type="button" aria-pressed={!clause} onClick={() => question.set({ clause: { kind: 'open', column } })}>
        {open}
      </Option>
      {levels.map(({ level, hours }) => (
        <Level
          key={level}
          name={naming.level(column, level)}
          hours={hours}
          chosen={chosen.includes(level)}
          onToggle={() => question.set({ toggle: { column, value: level } })}
        />
      ))}
    </>
  )
}

function Level({
  name,
  hours,
  chosen,
  onToggle,
}: {
  name: string
  hours: number
  chosen: boolean
  onToggle: () => void
}) {
  return (
    <Option
      type="button"
      aria-pressed={chosen}
      onClick={onToggle}
      display="flex"
      alignItems="center"
      justifyContent="space-between"
      gap="14px"
    >
      <span>{name}</span>
      <Box as="span" color="quiet" whiteSpace="nowrap" fontWeight="400">
        {text.hoursBeside(hours)}
      </Box>
    </Option>
  )
}
