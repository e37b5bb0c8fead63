import { Box } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { useNavigate } from 'react-router'
import { whereText } from '@jotbook/core'
import { useAnalysis } from '../../state/useAnalysis.ts'
import { useUnits } from '../../state/useBook.ts'
import { CONFIDENCE, hoursOfGroup, useBoard, useNaming, useQuestion } from '../board/index.ts'
import type { AskedQuestion } from '../board/index.ts'
import { CurvePicture } from './CurvePicture.tsx'
import type { NamedCurve } from './CurvePicture.tsx'
import { DeskView, NoHours } from './DeskView.tsx'
import { HoursPicture } from './HoursPicture.tsx'
import { MapPicture } from './MapPicture.tsx'
import { Shown } from './Shown.tsx'
import { boardTable } from './boardTable.ts'
import { Stretch } from './Stretch.tsx'
import { WhenSentence } from './WhenSentence.tsx'
import { HOUR, axisOf, shownOn, unitOn } from './axes.ts'
import type { Axis } from './axes.ts'
import { hoursOver, overName, useOver } from './over.ts'
import { text } from './text.ts'
import { useLinkPart } from './useLinkPart.ts'
import { hoursAnswer, mapAnswer, windowAnswer } from './when.ts'

/** When do they bite? The rate along any condition, two conditions as a map, or up to four lures or patterns over each other. */
export function WhenPage() {
  const question = useQuestion()
  const [along] = useLinkPart('along')
  const [second] = useLinkPart('and')
  const axis = axisOf(along)
  if (second !== null) return <MapView question={question} axis={axis} second={second} />
  return axis.column === HOUR ? (
    <HoursView question={question} axis={axis} />
  ) : (
    <CurveView question={question} axis={axis} />
  )
}

interface ViewProps {
  readonly question: AskedQuestion
  readonly axis: Axis
}

function CurveView({ question, axis }: ViewProps) {
  const naming = useNaming()
  const { chosen, unread } = useOver()
  const { where } = question
  const asked = { ...question, unread: [...question.unread, ...unread] }
  const over = chosen.join('|')
  const wheres = useMemo(
    () => (over === '' ? [where] : over.split('|').map((one) => hoursOver(where, one))),
    [over, where],
  )
  const { value, problem } = useAnalysis('curves', [axis.column, wheres, CONFIDENCE])
  const names = chosen.length === 0 ? [''] : chosen.map((one) => overName(one, naming))
  const curves = (value ?? []).flatMap((curve, i): NamedCurve[] => (curve ? [{ name: names[i] ?? '', curve }] : []))
  const missing = (value ?? []).flatMap((curve, i) => (curve ? [] : [names[i] ?? ''])).filter(Boolean)
  return (
    <DeskView question={asked} start={<WhenSentence question={question} />} problem={problem} isPending={!value}>
      {value && curves.length === 0 && <NoHours of={axis.word} />}
      {curves.length > 0 && <Curves question={question} axis={axis} curves={curves} missing={missing} />}
    </DeskView>
  )
}

/** A stretch of the curve, dragged or typed; dragging writes what was typed anew. */
interface Chosen {
  readonly of: string
  readonly range: readonly [number, number]
  readonly drags: number
}

interface CurvesProps extends ViewProps {
  readonly curves: readonly NamedCurve[]
  readonly missing: readonly string[]
}

function Curves({ question, axis, curves, missing }: CurvesProps) {
  const units = useUnits()
  const naming = useNaming()
  const [chosen, setChosen] = useState<Chosen>()
  const range = chosen?.of === axis.column ? chosen.range : null
  const { says, judgement, notes } = windowAnswer(curves, axis, units)
  const [first] = curves
  return (
    <Shown
      says={says}
      judgement={judgement}
      notes={[...notes, text.when.noCurve(missing)]}
      asked={text.when.asked(axis.word, naming.filters(question))}
      file="when"
      behind={question.where}
      table={{
        head: [
          ...(curves.length > 1 ? [text.when.names.over] : []),
          [axis.word, unitOn(axis, units)].filter(Boolean).join(', '),
          text.perHour,
          text.lower,
          text.upper,
        ],
        rows: curves.flatMap(({ name, curve }) =>
          curve.points.map(({ x, rate, lower, upper }) => [
            ...(curves.length > 1 ? [name] : []),
            shownOn(axis, units, x),
            rate,
            lower,
            upper,
          ]),
        ),
      }}
    >
      {(width) => (
        <>
          <CurvePicture
            curves={curves}
            axis={axis}
            units={units}
            width={width}
            picked={range}
            onPick={(next) => setChosen({ of: axis.column, range: next, drags: (chosen?.drags ?? 0) + 1 })}
          />
          {first && curves.length === 1 && (
            <Stretch
              key={`${axis.column} ${chosen?.drags ?? 0}`}
              question={question}
              axis={axis}
              curve={first.curve}
              range={range}
              onRange={(next) => setChosen({ of: axis.column, range: next, drags: chosen?.drags ?? 0 })}
            />
          )}
        </>
      )}
    </Shown>
  )
}

function HoursView({ question, axis }: ViewProps) {
  const naming = useNaming()
  const { value: board, problem } = useBoard({ by: [HOUR], where: question.where })
  return (
    <DeskView question={question} start={<WhenSentence question={question} />} problem={problem} isPending={!board}>
      {board && !board.all && <NoHours />}
      {board?.all && (
        <Shown
          {...hoursAnswer(board, board.all, naming)}
          asked={text.when.asked(axis.word, naming.filters(question))}
          file="when"
          behind={question.where}
          table={boardTable(board, naming, [axis.word])}
        >
          {(width) => (
            <HoursPicture
              board={board}
              usual={board.all?.rate ?? 0}
              width={width}
              label={text.when.asked(axis.word, '')}
            />
          )}
        </Shown>
      )}
    </DeskView>
  )
}

function MapView({ question, axis, second }: ViewProps & { readonly second: string }) {
  const naming = useNaming()
  const navigate = useNavigate()
  const other = axisOf(second)
  const by = [axis.band, other.band]
  const { value: board, problem } = useBoard({ by, where: question.where })
  const label = text.when.map(axis.word, other.word)
  return (
    <DeskView question={question} start={<WhenSentence question={question} />} problem={problem} isPending={!board}>
      {board && !board.all && <NoHours />}
      {board?.all && (
        <Shown
          {...mapAnswer(board, board.all, naming)}
          asked={text.when.asked(`${axis.word} ${text.when.and} ${other.word}`, naming.filters(question))}
          file="when"
          behind={question.where}
          table={boardTable(board, naming, [axis.word, other.word])}
        >
          {(width) => (
            <Box overflowX="auto">
              <MapPicture
                board={board}
                usual={board.all?.rate ?? 0}
                naming={naming}
                width={width}
                label={label}
                onCell={({ group }) => {
                  const where = hoursOfGroup({ by, where: question.where }, group)
                  void navigate(`/findings?by=lure&where=${encodeURIComponent(whereText(where))}`)
                }}
              />
            </Box>
          )}
        </Shown>
      )}
    </DeskView>
  )
}
