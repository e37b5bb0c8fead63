import { Box } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import type { ProblemDetails } from '@jotbook/contract'
import { allTrips } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { AskBeside, FindingsNav } from '../../ui/ofBook/FindingsNav.tsx'
import { usePlace } from '../../ui/ofBook/place.tsx'
import { ProblemNote } from '../../ui/ProblemNote.tsx'
import { Unknown } from '../../ui/Unknown.tsx'
import { LinkButton, Page, Panel } from '../../ui/controls.tsx'
import { QuestionSentence } from '../board/index.ts'
import type { AskedQuestion } from '../board/index.ts'
import { text } from './text.ts'

interface DeskViewProps {
  readonly question: AskedQuestion
  /** How the question begins. */
  readonly start: ReactNode
  readonly problem?: ProblemDetails | undefined
  readonly isPending: boolean
  readonly children: ReactNode
}

/** The one frame of every view: the questions, this one as a sentence with its filters, and what came of it. */
export function DeskView({ question, start, problem, isPending, children }: DeskViewProps) {
  const trips = useAppSelector(allTrips)
  const book = useAppSelector(({ records }) => records.book)
  const { isBeside } = usePlace()
  return (
    <Page {...(isBeside ? { as: 'div' } : {})}>
      <FindingsNav />
      <QuestionSentence question={question}>{start}</QuestionSentence>
      <AskBeside />
      {question.unread.length > 0 && (
        <Panel edge="float" role="note" mt="8px">
          {text.unread(question.unread)}
        </Panel>
      )}
      {book !== null && trips.length === 0 ? (
        <NothingYet />
      ) : (
        <>
          <ProblemNote problem={problem} />
          {isPending && !problem && <Pending />}
          {children}
        </>
      )}
    </Page>
  )
}

function NothingYet() {
  return (
    <Box mt="32px" maxW="560px">
      <Box textStyle="display" fontSize="title">
        {text.nothing.title}
      </Box>
      <p>{text.nothing.note}</p>
      <LinkButton look="main" to="/trips/new" mt="12px">
        {text.nothing.log}
      </LinkButton>
    </Box>
  )
}

/** Holds the room of sentence and picture. */
function Pending() {
  return (
    <Box mt="24px" aria-busy>
      <Unknown width="70%" />
      <Box mt="24px" h="360px" bg="wash" opacity="0.6" />
    </Box>
  )
}

/** A question of these hours that has none: said, never a zero. `of`: the condition it is asked by, which no hour has. */
export const NoHours = ({ of }: { of?: string }) => (
  <Box mt="24px" maxW="560px">
    <Box textStyle="display" fontSize="title">
      {of === undefined ? text.noHours.title : text.noHours.of(of)}
    </Box>
    <p>{of === undefined ? text.noHours.note : text.noHours.ofNote}</p>
  </Box>
)
