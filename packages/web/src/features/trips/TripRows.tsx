import { effortKnownOf } from '@jotbook/core'
import { Box, chakra } from '@chakra-ui/react'
import {
  createColumnHelper,
  flexRender,
  getCoreRowModel,
  getSortedRowModel,
  useReactTable,
} from '@tanstack/react-table'
import type { SortingState } from '@tanstack/react-table'
import { ArrowDown, ArrowUp } from 'lucide-react'
import { useState } from 'react'
import { Link } from 'react-router'
import { Gap, Quiet, Table } from '../../ui/controls.tsx'
import { calendarDay, decimals, rate } from '../../ui/locale.ts'
import { isUnderWay } from '../../state/isUnderWay.ts'
import { useWindowedRows } from '../../ui/useWindowedRows.ts'
import { Unknown } from '../../ui/Unknown.tsx'
import { text } from './text.ts'
import type { ListedTrip } from './tripList.ts'

const Sort = chakra('button', {
  base: {
    fontWeight: '500',
    fontSize: 'small',
    color: 'quiet',
    minH: '32px',
    cursor: 'pointer',
    display: 'inline-flex',
    alignItems: 'center',
    gap: '2px',
  },
})

const column = createColumnHelper<ListedTrip>()
const perHour = ({ sums }: ListedTrip): number => (sums && sums.hours > 0 ? sums.strikes / sums.hours : -1)
const COLUMNS = [
  column.accessor('date', {
    header: text.columns.day,
    cell: ({ row: { original } }) => <Link to={`/trips/${original.trip.id}`}>{calendarDay(original.date)}</Link>,
  }),
  column.accessor('water', { header: text.columns.water }),
  column.accessor(({ trip }) => trip.purpose ?? '', {
    id: 'purpose',
    header: text.columns.purpose,
    meta: { wide: true },
  }),
  column.accessor(({ trip }) => trip.anglers?.join(', ') ?? '', {
    id: 'aboard',
    header: text.columns.aboard,
    meta: { wide: true },
  }),
  column.accessor(({ sums }) => sums?.hours ?? 0, {
    id: 'hours',
    header: text.columns.hours,
    meta: { number: true },
    cell: ({ row: { original } }) => <Hours listed={original} />,
  }),
  column.accessor(({ sums }) => sums?.strikes ?? 0, {
    id: 'strikes',
    header: text.columns.strikes,
    meta: { number: true },
    cell: ({ row: { original } }) => original.sums?.strikes ?? <Unknown width="2em" />,
  }),
  column.accessor(perHour, {
    id: 'perHour',
    header: text.columns.perHour,
    meta: { number: true },
    cell: ({ getValue }) => (getValue() < 0 ? '' : rate(getValue())),
  }),
  column.accessor(({ sums }) => sums?.looseEnds ?? 0, {
    id: 'ends',
    header: text.columns.ends,
    meta: { number: true, wide: true },
    cell: ({ getValue }) => (getValue() === 0 ? '' : getValue()),
  }),
]

interface ColumnMeta {
  readonly number?: boolean
  readonly wide?: boolean
}
const classOf = (meta: unknown): string => {
  const { number, wide } = (meta ?? {}) as ColumnMeta
  return [number && 'number', wide && 'wide-only'].filter(Boolean).join(' ')
}

function Hours({ listed: { trip, sums } }: { listed: ListedTrip }) {
  const known = effortKnownOf(trip)
  if (!sums) return <Unknown width="2.5em" />
  if (!trip.end && known !== 'none') return <Quiet>{isUnderWay(trip) ? text.running : text.noEnd}</Quiet>
  if (known !== 'full')
    return <Quiet title={text.effort[known]}>{known === 'none' ? text.noHours : decimals(sums.hours, 1)}</Quiet>
  return <>{decimals(sums.hours, 1)}</>
}

const ROW_PX = 41

/** The trips as rows, sorted by any column. */
export function TripRows({ listed }: { listed: ListedTrip[] }) {
  const [sorting, setSorting] = useState<SortingState>([{ id: 'date', desc: true }])
  const table = useReactTable({
    data: listed,
    columns: COLUMNS,
    state: { sorting },
    onSortingChange: setSorting,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
    getRowId: ({ trip }) => trip.id,
  })
  const { rows } = table.getRowModel()
  const { ref, shown, above, below } = useWindowedRows(rows.length, ROW_PX)
  return (
    <Box mt="8px">
      <Table>
        <thead>
          {table.getHeaderGroups().map((group) => (
            <tr key={group.id}>
              {group.headers.map(({ id, column: head }) => {
                const sorted = head.getIsSorted()
                const name = String(head.columnDef.header)
                return (
                  <th
                    key={id}
                    className={classOf(head.columnDef.meta)}
                    aria-sort={sorted === false ? 'none' : sorted === 'asc' ? 'ascending' : 'descending'}
                  >
                    <Sort type="button" title={text.sortBy(name)} onClick={head.getToggleSortingHandler()}>
                      {name}
                      {sorted === 'asc' && <ArrowUp size={13} aria-hidden />}
                      {sorted === 'desc' && <ArrowDown size={13} aria-hidden />}
                    </Sort>
                  </th>
                )
              })}
            </tr>
          ))}
        </thead>
        <tbody ref={ref}>
          <Gap height={above} />
          {shown
            .flatMap((at) => rows[at] ?? [])
            .map((row) => (
              <tr key={row.id}>
                {row.getVisibleCells().map((cell) => (
                  <td key={cell.id} className={classOf(cell.column.columnDef.meta)}>
                    {flexRender(cell.column.columnDef.cell, cell.getContext())}
                  </td>
                ))}
              </tr>
            ))}
          <Gap height={below} />
        </tbody>
      </Table>
    </Box>
  )
}
