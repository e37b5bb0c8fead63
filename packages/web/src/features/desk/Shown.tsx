import { Box, Flex } from '@chakra-ui/react'
import { useId, useRef, useState } from 'react'
import type { ReactNode } from 'react'
import { localDate } from '@jotbook/core'
import type { Clause } from '@jotbook/core'
import { EvidenceLine } from '../../charts/EvidenceLine.tsx'
import { useAppSelector } from '../../state/store.ts'
import { Button, Table } from '../../ui/controls.tsx'
import { deviceZone } from '../../ui/deviceZone.ts'
import { calendarDay, decimals, whole } from '../../ui/locale.ts'
import { giveFile, savePng, saveSvg } from '../../ui/savePicture.ts'
import { useWidth } from '../../ui/useWidth.ts'
import { Behind } from '../board/index.ts'
import { ComparePair } from './ComparePair.tsx'
import type { Pairs } from './ComparePair.tsx'
import { evidenceOf } from './evidence.ts'
import type { Judgement } from './evidence.ts'
import { text } from './text.ts'

/** The figures of a picture, for who does not see it and for other programs. */
export interface DeskTable {
  readonly head: readonly string[]
  readonly rows: readonly (readonly (string | number)[])[]
}

interface ShownProps {
  /** The answer in one plain sentence. */
  readonly says: string
  readonly judgement?: Judgement | undefined
  /** What it rests on, and what is not in it. */
  readonly notes: readonly string[]
  /** What was asked, in words: it stands over the printed page and with every row of the file. */
  readonly asked: string
  readonly file: string
  readonly table: DeskTable
  /** The hours behind the answer. */
  readonly behind?: readonly Clause[]
  /** Rows of which any two can be compared. */
  readonly pairs?: Pairs
  /** The picture, made to measure. */
  readonly children: (width: number) => ReactNode
}

/** An answer of the desk: its sentence and how sure it is, one picture, the same as a table, the trips behind it, and the ways out. */
export function Shown({ says, judgement, notes, asked, file, table, behind, pairs, children }: ShownProps) {
  const frame = useRef<HTMLDivElement>(null)
  const width = useWidth(frame)
  const [trips, setTrips] = useState(false)
  return (
    <Box as="section" aria-label={text.answer} aria-live="polite" mt="14px">
      <Box className="desk-asked" fontSize="small">
        {asked}
      </Box>
      <Box
        textStyle="display"
        fontSize={{ base: 'large', md: 'title' }}
        fontWeight="700"
        data-testid="answer"
        maxW="1000px"
      >
        {says}
      </Box>
      <Flex gap="4px 14px" align="center" wrap="wrap" mt="4px">
        {judgement && (
          <Flex gap="8px" align="center" fontWeight="600">
            <EvidenceLine of={evidenceOf(judgement)} />
            {text.judgements[judgement]}
          </Flex>
        )}
        <Box color="quiet">{notes.filter((note) => note !== '').join(' ')}</Box>
      </Flex>
      <Ways
        frame={frame}
        file={file}
        table={table}
        asked={asked}
        {...(behind ? { onTrips: () => setTrips(true) } : {})}
      />
      <Box ref={frame} mt="10px" className="desk-picture">
        {width > 0 && children(width)}
      </Box>
      {pairs && <ComparePair {...pairs} />}
      <AsTable table={table} />
      {trips && behind && <Behind question={{ by: ['lure'], where: behind }} group={undefined} title={text.all} />}
    </Box>
  )
}

interface WaysProps {
  readonly frame: React.RefObject<HTMLDivElement | null>
  readonly file: string
  readonly table: DeskTable
  readonly asked: string
  readonly onTrips?: () => void
}

/** To the trips, and out of the book: as a drawing, as figures, on paper. */
function Ways({ frame, file, table, asked, onTrips }: WaysProps) {
  const book = useAppSelector(({ session }) => session.books.find(({ id }) => id === session.book)?.name ?? '')
  const [today] = useState(() => calendarDay(localDate(Date.now(), deviceZone())))
  const drawn = (save: (svg: SVGSVGElement, name: string) => Promise<void>) => () => {
    const svg = frame.current?.querySelector('svg')
    if (svg) void save(svg, file)
  }
  const saveCsv = async (): Promise<void> => {
    const { tableCsv } = await import('@jotbook/core/formats')
    const csv = tableCsv(table.head, table.rows, { question: asked, origin: text.origin(book, today) })
    giveFile(csv, 'text/csv', `${file}.csv`)
  }
  const words = text.save
  return (
    <Flex role="group" aria-label={words.label} gap="0 4px" wrap="wrap" className="no-print" ml="-6px">
      {onTrips && (
        <Button look="bare" onClick={onTrips}>
          {text.fromWhat}
        </Button>
      )}
      <Button look="bare" onClick={drawn(saveSvg)}>
        {words.svg}
      </Button>
      <Button look="bare" onClick={drawn(savePng)}>
        {words.png}
      </Button>
      <Button look="bare" onClick={() => void saveCsv()}>
        {words.csv}
      </Button>
      <Button look="bare" onClick={() => window.print()}>
        {words.print}
      </Button>
    </Flex>
  )
}

function AsTable({ table: { head, rows } }: { table: DeskTable }) {
  const id = useId()
  if (rows.length === 0) return null
  return (
    <Box as="details" mt="12px" className="no-print">
      <Box as="summary" id={id} cursor="pointer" minH="36px" textDecoration="underline" textUnderlineOffset="3px">
        {text.asTable}
      </Box>
      <Table>
        <thead>
          <tr>
            {head.map((name, i) => (
              <th key={name} className={isNumbers(rows, i) ? 'number' : undefined}>
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.join('|')}>
              {row.map((cell, i) => (
                <td key={head[i]} className={isNumbers(rows, i) ? 'number' : undefined}>
                  {cellText(cell)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </Table>
    </Box>
  )
}

const isNumbers = (rows: DeskTable['rows'], column: number): boolean =>
  rows.every((row) => typeof row[column] !== 'string')

function cellText(cell: string | number): string {
  if (typeof cell === 'string') return cell
  if (!Number.isFinite(cell)) return text.noBound
  return Number.isInteger(cell) ? whole(cell) : decimals(cell, 2)
}
