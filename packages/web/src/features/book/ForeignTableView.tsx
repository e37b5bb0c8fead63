import { Box } from '@chakra-ui/react'
import { UNIT_CHOICES, dimensionOf } from '@jotbook/core'
import type { Unit } from '@jotbook/core'
import { fieldLabel } from '@jotbook/contract'
import { TARGETS, targetOf } from '@jotbook/core/formats'
import type { Mapping, Target } from '@jotbook/core/formats'
import { Quiet, Select, Table } from '../../ui/controls.tsx'
import { unitLabel } from '../../ui/locale.ts'
import type { OpenedTable } from '../../workers/foreign.worker.ts'
import { text } from './text.ts'

interface ForeignTableViewProps {
  readonly table: OpenedTable
  readonly mapping: Mapping
  readonly onMapping: (change: Partial<Mapping>) => void
}

const ALL_UNITS = [...new Set(Object.values<readonly Unit[]>(UNIT_CHOICES).flat())]
const replaced = <T,>(list: readonly T[], at: number, value: T): T[] => list.map((one, i) => (i === at ? value : one))

/** The first rows as they stand, under what each column is taken to mean. */
export function ForeignTableView({ table, mapping, onMapping }: ForeignTableViewProps) {
  const mean = (at: number, id: string): void => {
    const spec = targetOf(id)?.spec
    // A meaning is given to one column: the one that had it before is passed over.
    const columns = replaced(
      mapping.columns.map((held) => (held === id ? '' : held)),
      at,
      id,
    )
    onMapping({ columns, units: replaced(mapping.units, at, spec?.type === 'quantity' ? spec.unit : '') })
  }
  return (
    <Box mt="16px" overflowX="auto" tabIndex={0} aria-label={text.foreign.preview(table.preview.length, table.rows)}>
      <Table>
        <thead>
          <tr>
            {table.header.map((name, i) => (
              <th key={i} style={{ verticalAlign: 'bottom', minWidth: 130 }}>
                <Box fontWeight="700" color="ink">
                  {name}
                </Box>
                <Meaning
                  name={name}
                  mapping={mapping}
                  at={i}
                  onMean={(id) => mean(i, id)}
                  onUnit={(unit) => onMapping({ units: replaced(mapping.units, i, unit) })}
                />
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {table.preview.map((row, i) => (
            <tr key={i}>
              {table.header.map((_name, k) => (
                <td key={k} style={mapping.columns[k] === '' ? { opacity: 0.6 } : undefined}>
                  {row[k]}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </Table>
      <Quiet>{text.foreign.preview(table.preview.length, table.rows)}</Quiet>
    </Box>
  )
}

interface MeaningProps {
  readonly name: string
  readonly mapping: Mapping
  readonly at: number
  readonly onMean: (id: string) => void
  readonly onUnit: (unit: Unit) => void
}

/** What one column means, and in which unit. */
function Meaning({ name, mapping, at, onMean, onUnit }: MeaningProps) {
  const id = mapping.columns[at] ?? ''
  const spec = targetOf(id)?.spec
  const open = TARGETS.filter((target) => target.rows.includes(mapping.rowIs))
  const kinds = [...new Set(open.map(({ kind }) => kind))]
  return (
    <>
      <Select
        aria-label={`${name} ${text.foreign.column}`}
        value={id}
        onChange={({ target }) => onMean(target.value)}
        minH="34px"
        fontWeight={id === '' ? '400' : '600'}
      >
        <option value="">{text.foreign.passed}</option>
        {kinds.map((kind) => (
          <optgroup key={kind} label={text.foreign.kinds[kind]}>
            {open
              .filter((target) => target.kind === kind)
              .map((target) => (
                <option key={target.id} value={target.id}>
                  {wordOf(target)}
                </option>
              ))}
          </optgroup>
        ))}
      </Select>
      {spec?.type === 'quantity' && (
        <Select
          aria-label={`${name} ${text.foreign.unit}`}
          value={mapping.units[at] ?? ''}
          onChange={({ target }) => onUnit(target.value as Unit)}
          minH="34px"
        >
          {ALL_UNITS.filter((unit) => dimensionOf(unit) === spec.dimension).map((unit) => (
            <option key={unit} value={unit}>
              {unitLabel(unit)}
            </option>
          ))}
        </Select>
      )}
    </>
  )
}

const wordOf = (target: Target): string => text.foreign.fields[target.id] ?? fieldLabel(target.field).toLowerCase()
