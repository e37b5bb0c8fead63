import { Box } from '@chakra-ui/react'
import { useMemo } from 'react'
import { readWhere } from '@jotbook/core'
import type { Clause, WithinQuestion } from '@jotbook/core'
import { useAnalysis } from '../../state/useAnalysis.ts'
import { Quiet } from '../../ui/controls.tsx'
import { CONFIDENCE, isGrouping, useLevels, useNaming, useQuestion } from '../board/index.ts'
import type { Naming } from '../board/index.ts'
import { CompareSentence } from './CompareSentence.tsx'
import { ComparePicture } from './ComparePicture.tsx'
import { DeskView } from './DeskView.tsx'
import { Shown } from './Shown.tsx'
import { columnOfSides, compareAnswer, ratioRows, sideOf } from './compare.ts'
import type { Named } from './compare.ts'
import { text } from './text.ts'
import { useLinkPart } from './useLinkPart.ts'

/** The lure, or the day it was thrown on? Any two groups, compared on the trips they share. */
export function ComparePage() {
  const question = useQuestion()
  const naming = useNaming()
  const [a, b] = [useLinkPart('a')[0], useLinkPart('b')[0]]
  const [of] = useLinkPart('of')
  const column = useMemo(
    () => columnOfSides(clausesOf(a), clausesOf(b)) ?? (of !== null && isGrouping(of) ? of : 'lure'),
    [a, b, of],
  )
  const where = useMemo(() => question.where.filter((one) => one.column !== column), [question.where, column])
  // Of nothing chosen the two most fished are compared.
  const levels = useLevels(column, { by: [column], where }).filter(({ level }) => level !== 'unknown')
  const [first, second] = [
    a ?? (levels[0] ? sideOf(column, levels[0].level) : null),
    b ?? (levels[1] ? sideOf(column, levels[1].level) : null),
  ]
  const names = { a: nameOf(first, naming), b: nameOf(second, naming) }
  const start = (
    <CompareSentence
      column={column}
      levels={levels.map(({ level }) => level)}
      sides={{ a: first, b: second }}
      names={names}
    />
  )
  if (first === null || second === null || first === second)
    return (
      <DeskView question={question} start={start} isPending={false}>
        <Box mt="24px">{first !== null && first === second ? text.compare.same : text.compare.few}</Box>
      </DeskView>
    )
  return <Compared start={start} a={first} b={second} names={names} where={where} />
}

const clausesOf = (side: string | null): readonly Clause[] => readWhere(side ?? '').clauses

const nameOf = (side: string | null, naming: Naming): string =>
  clausesOf(side)
    .flatMap((clause) => (clause.kind === 'range' ? [] : [naming.levels(clause.column, clause.values)]))
    .join(', ')

interface ComparedProps {
  readonly start: React.ReactNode
  readonly a: string
  readonly b: string
  readonly names: Named
  readonly where: readonly Clause[]
}

function Compared({ start, a, b, names, where }: ComparedProps) {
  const question = useQuestion()
  const naming = useNaming()
  const asked = useMemo((): WithinQuestion => ({ a: clausesOf(a), b: clausesOf(b), where }), [a, b, where])
  const { value: found, problem } = useAnalysis('compare', [asked, CONFIDENCE])
  const { value: fish } = useAnalysis('compareFish', [asked, CONFIDENCE])
  const rows = found ? ratioRows(found, fish ?? []) : []
  return (
    <DeskView question={question} start={start} problem={problem} isPending={!found}>
      {found && (
        <Shown
          {...compareAnswer(found, names)}
          asked={[text.compare.asked(names.a, names.b), naming.filters({ where })].filter(Boolean).join(', ')}
          file="compare"
          behind={bothSides(asked)}
          table={{
            head: [text.compare.axis(names.a, names.b), 'ratio', text.lower, text.upper],
            rows: rows.map(({ name, ratio, lower, upper }) => [name, ratio ?? text.compare.none, lower, upper]),
          }}
        >
          {(width) => <ComparePicture pairs={found.pairs} rows={rows} names={names} width={width} />}
        </Shown>
      )}
      {found && <Quiet>{text.compare.lines}</Quiet>}
    </DeskView>
  )
}

/** The hours of either, where both are levels of one column. */
function bothSides({ a, b, where }: WithinQuestion): Clause[] {
  const [one, other] = [a[0], b[0]]
  return one?.kind === 'oneOf' && other?.kind === 'oneOf' && columnOfSides(a, b) !== undefined
    ? [...where, { kind: 'oneOf', column: one.column, values: [...one.values, ...other.values] }]
    : [...where]
}
