import { Box } from '@chakra-ui/react'
import { useMemo } from 'react'
import type { Board, BoardRow, Rate } from '@jotbook/core'
import { percent } from '../../ui/locale.ts'
import { HowTheyBit, columnWord, useBoard, useNaming, useQuestion } from '../board/index.ts'
import type { Naming } from '../board/index.ts'
import { BitePicture, mostStruck } from './BitePicture.tsx'
import { ByChoice, useBy } from './ByChoice.tsx'
import { DeskView, NoHours } from './DeskView.tsx'
import { Shown } from './Shown.tsx'
import { text } from './text.ts'

/** Fewer hooked fish than this lose none to speak of. (ours) */
const LEAST_HOOKED = 10

/** How do they bite? From follow to landed, and how the strikes came. */
export function BitePage() {
  const question = useQuestion()
  const naming = useNaming()
  const by = useBy('class')
  const asked = useMemo(() => ({ by: [by], where: question.where }), [by, question.where])
  const { value: board, problem } = useBoard(asked)
  const start = (
    <>
      {text.bite.start} <ByChoice by={by} />,
    </>
  )
  return (
    <DeskView question={question} start={start} problem={problem} isPending={!board}>
      {board && !board.all && <NoHours />}
      {board?.all && (
        <>
          <Funnel
            board={board}
            all={board.all}
            naming={naming}
            asked={text.bite.asked(columnWord(by), naming.filters(question))}
            where={question.where}
          />
          {board.all.strikes > 0 && <HowTheyBit by={[by]} where={question.where} subject={text.all} />}
        </>
      )}
    </DeskView>
  )
}

interface FunnelProps {
  readonly board: Board
  readonly all: Rate
  readonly naming: Naming
  readonly asked: string
  readonly where: ReturnType<typeof useQuestion>['where']
}

function Funnel({ board, all, naming, asked, where }: FunnelProps) {
  const words = text.bite
  const rows = mostStruck(board.rows)
  const nameOf = ({ group }: BoardRow): string => naming.level(board.by[0] ?? '', group[0] ?? '')
  const { hookUp, landing } = all
  const worst = rows
    .filter((row) => (row.landing?.of ?? 0) >= LEAST_HOOKED)
    .reduce<BoardRow | undefined>((a, b) => (a && lostShare(a) >= lostShare(b) ? a : b), undefined)
  const usual = landing ? 1 - landing.share : 0
  const isWorse = worst?.landing !== undefined && worst.landing.upper < 1 - usual
  return (
    <Shown
      says={
        hookUp && landing
          ? words.says(hookUp.share, landing.share)
          : hookUp
            ? words.saysHooked(hookUp.share)
            : words.untold
      }
      notes={[
        words.told(hookUp?.of ?? 0),
        worst && isWorse ? words.worst(capital(nameOf(worst)), lostShare(worst), usual) : '',
        words.note,
      ]}
      asked={asked}
      file="how-they-bite"
      behind={where}
      pairs={{ column: board.by[0] ?? '', levels: rows.map(({ group }) => group[0] ?? ''), where }}
      table={{
        head: ['', words.stages.follow, text.strikes, words.stages.hooked, words.stages.landed],
        rows: rows.map((row) => [
          nameOf(row),
          row.raised,
          row.strikes,
          row.hookUp ? words.limits(row.hookUp.share, row.hookUp.lower, row.hookUp.upper) : '–',
          row.landing ? words.limits(row.landing.share, row.landing.lower, row.landing.upper) : '–',
        ]),
      }}
    >
      {(width) => (
        <Box overflowX="auto">
          <BitePicture rows={rows} nameOf={nameOf} width={width} share={percent} />
        </Box>
      )}
    </Shown>
  )
}

const capital = (name: string): string => name.charAt(0).toUpperCase() + name.slice(1)
const lostShare = ({ landing }: BoardRow): number => (landing ? 1 - landing.share : 0)
