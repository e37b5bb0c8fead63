import { Box } from '@chakra-ui/react'
import { useMemo } from 'react'
import { useNavigate } from 'react-router'
import { scaleSqrt } from 'd3'
import { whereText } from '@jotbook/core'
import type { Board, BoardRow, Clause, Rate, Water } from '@jotbook/core'
import { WaterChart } from '../../charts/waterChart/WaterChart.tsx'
import { tintOf } from '../../charts/waterChart/tintOf.ts'
import { allSpots, allWaters } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { useOnceAnswered } from '../../state/workerAnswers.ts'
import { Heading, Quiet } from '../../ui/controls.tsx'
import { columnWord, hoursOfGroup, useBoard, useNaming, useQuestion } from '../board/index.ts'
import { DeskView, NoHours } from './DeskView.tsx'
import { Measured } from './Measured.tsx'
import { MapSection } from './MapSection.tsx'
import { inkOf } from './MapPicture.tsx'
import { RateRows } from './RateRows.tsx'
import { Shown } from './Shown.tsx'
import { boardTable } from './boardTable.ts'
import { leader, withoutLeader } from './leader.ts'
import { text } from './text.ts'

const CHART_HEIGHT = 0.5
const MOST_WIDE = 900
const [SMALLEST, LARGEST] = [5, 22]

/** Where do they bite? The water's chart by spot, kinds of place, and kinds by season: per hour fished, never per fish. */
export function WherePage() {
  const question = useQuestion()
  const waters = useAppSelector(allWaters)
  const on = question.where.find(({ column }) => column === 'water')
  const water =
    on?.kind === 'oneOf' && on.values.length === 1 ? waters.find(({ id }) => id === on.values[0]) : undefined
  const column = water ? 'spot' : 'structure'
  const asked = useMemo(() => ({ by: [column], where: question.where, water }), [column, question.where, water])
  const { value: board, problem, isOfLast } = useBoard(asked)
  const below = useOnceAnswered(asked, isOfLast)
  return (
    <DeskView question={question} start={text.where.start} problem={problem} isPending={!board}>
      {board && !board.all && <NoHours />}
      {board?.all && <Places board={board} all={board.all} where={below.where} water={below.water} />}
      {board?.all && <Conditions water={below.water} where={below.where} />}
    </DeskView>
  )
}

/** The same places under other conditions. */
function Conditions({ water, where }: { water: Water | undefined; where: readonly Clause[] }) {
  const { season, windblown, spotsByWind } = text.where
  return (
    <>
      {water && <Kinds where={where} />}
      <MapSection title={season} across="season" down="structure" where={where} most={720} />
      <MapSection title={windblown} across="windblown" down="structure" where={where} most={620} />
      {water && <MapSection title={spotsByWind} across="wind_band" down="spot" where={where} most={720} />}
    </>
  )
}

interface PlacesProps {
  readonly board: Board
  readonly all: Rate
  readonly where: readonly Clause[]
  readonly water: Water | undefined
}

function Places({ board, all, where, water }: PlacesProps) {
  const naming = useNaming()
  const column = board.by[0] ?? ''
  const found = leader(board.rows)
  const known = board.rows.filter(({ group }) => group[0] !== 'unknown')
  const nameOf = ({ group }: BoardRow): string => naming.level(column, group[0] ?? '')
  return (
    <Shown
      says={found ? text.where.best(nameOf(found.row), found.row.rate, all.rate) : text.where.none}
      judgement={found?.judgement ?? withoutLeader(board.rows)}
      notes={[
        text.rests(all.strikes, all.hours, all.trips),
        water ? '' : text.where.oneWater,
        water && known.length === 0 ? text.where.noSpots : '',
      ]}
      asked={text.where.asked(naming.filters({ where }))}
      file="where"
      behind={where}
      pairs={{ column, levels: board.rows.map(({ group }) => group[0] ?? ''), where }}
      table={boardTable(board, naming, [columnWord(column)])}
    >
      {(width) =>
        water && known.length > 0 ? (
          <ChartOf water={water} rows={known} usual={all.rate} width={width} where={where} />
        ) : (
          <RateRows rows={board.rows} usual={all.rate} nameOf={nameOf} width={width} label={columnWord(column)} />
        )
      }
    </Shown>
  )
}

interface ChartOfProps {
  readonly water: Water
  readonly rows: readonly BoardRow[]
  readonly usual: number
  readonly width: number
  readonly where: readonly Clause[]
}

/** The water with its spots: the larger the more hours, the darker the more strikes an hour. */
function ChartOf({ water, rows, usual, width, where }: ChartOfProps) {
  const navigate = useNavigate()
  const spots = useAppSelector(allSpots).filter(({ water: of }) => of === water.id)
  const size = scaleSqrt([0, Math.max(1, ...rows.map(({ hours }) => hours))], [SMALLEST, LARGEST])
  const marks = new Map(
    rows.map((row) => [row.group[0], { radius: size(row.hours), ink: Math.min(0.92, inkOf(row.rate, usual)) }]),
  )
  const drawn = spots.flatMap(({ id, name, latitude, longitude }) => {
    const mark = marks.get(id)
    if (typeof latitude !== 'number' || typeof longitude !== 'number') return []
    return [{ id, name, position: [longitude, latitude] as const, ...(mark ? { mark } : {}) }]
  })
  const placed = typeof water.latitude === 'number' && typeof water.longitude === 'number'
  const wide = Math.min(MOST_WIDE, width)
  return (
    <Box maxW={`${wide}px`}>
      <WaterChart
        width={wide}
        height={Math.round(CHART_HEIGHT * wide)}
        label={text.where.chart(water.name)}
        outline={water.outline}
        place={placed ? [water.longitude ?? 0, water.latitude ?? 0] : undefined}
        spots={drawn}
        tint={tintOf(water)}
        onSpot={(id) => {
          const clauses = hoursOfGroup({ by: ['spot'], where }, [id])
          void navigate(`/findings?by=lure&where=${encodeURIComponent(whereText(clauses))}`)
        }}
      />
      <Quiet>
        {text.where.key} {text.where.noPosition(spots.length - drawn.length)}
      </Quiet>
    </Box>
  )
}

function Kinds({ where }: { where: readonly Clause[] }) {
  const naming = useNaming()
  const asked = useMemo(() => ({ by: ['structure'], where }), [where])
  const { value: board } = useBoard(asked)
  if (!board?.all) return null
  const usual = board.all.rate
  return (
    <Box as="section" aria-label={text.where.kinds} mt="28px" maxW="900px">
      <Heading>{text.where.kinds}</Heading>
      <Measured most={900}>
        {(width) => (
          <RateRows
            rows={board.rows}
            usual={usual}
            nameOf={({ group }) => naming.level('structure', group[0] ?? '')}
            width={width}
            label={text.where.kinds}
          />
        )}
      </Measured>
    </Box>
  )
}
