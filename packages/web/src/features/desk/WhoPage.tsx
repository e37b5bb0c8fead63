import { Box } from '@chakra-ui/react'
import type { PersonsRate } from '@jotbook/core'
import { useAnalysis } from '../../state/useAnalysis.ts'
import { CONFIDENCE, useNaming, useQuestion } from '../board/index.ts'
import { DeskView, NoHours } from './DeskView.tsx'
import { Shown } from './Shown.tsx'
import { RatioRows } from './RatioRows.tsx'
import { text } from './text.ts'

type Person = PersonsRate & { readonly name: string }

/** Who brings the strikes? Each person against the others aboard, on shared trips only. */
export function WhoPage() {
  const question = useQuestion()
  const { value, problem } = useAnalysis('people', [question.where, CONFIDENCE])
  return (
    <DeskView question={question} start={text.who.start} problem={problem} isPending={!value}>
      {value?.length === 0 && <NoHours />}
      {value && value.length > 0 && <People people={value} />}
    </DeskView>
  )
}

function People({ people: given }: { people: readonly PersonsRate[] }) {
  const { where } = useQuestion()
  const naming = useNaming()
  const words = text.who
  const people = given.map((one): Person => ({ ...one, name: one.angler === 'unknown' ? words.unnamed : one.angler }))
  if (people.length < 2) return <Box mt="24px">{words.alone}</Box>
  const surest = people
    .filter(({ against }) => against?.verdict === 'strong' || against?.verdict === 'leaning')
    .sort((a, b) => (a.against?.within?.pValue ?? 1) - (b.against?.within?.pValue ?? 1))[0]
  const isTold = people.some(({ against }) => against?.verdict === 'no difference shown')
  const [says, judgement] = surest
    ? ([words.more(surest.name, surest.against?.within?.ratio ?? 1), surest.against?.verdict ?? 'too early'] as const)
    : isTold
      ? ([words.alike, 'no difference shown'] as const)
      : ([words.early, 'too early'] as const)
  return (
    <Shown
      says={says}
      judgement={judgement}
      notes={[words.note]}
      asked={words.asked(naming.filters({ where }))}
      file="who"
      behind={where}
      pairs={{ column: 'angler', levels: given.map(({ angler }) => angler), where }}
      table={{
        head: ['', text.strikes, text.hours, text.perHour, words.axis, text.lower, text.upper],
        rows: people.map(({ name, row, against }) => [
          name,
          row.strikes,
          row.hours,
          row.rate,
          against?.within?.ratio ?? words.none,
          against?.within?.lower ?? 0,
          against?.within?.upper ?? Infinity,
        ]),
      }}
    >
      {(width) => (
        <RatioRows
          width={width}
          label={words.picture}
          rows={people.map(({ name, row, against }) => ({
            name,
            rests: words.plain(row.rate),
            ratio: against?.within ?? null,
            says: text.judgements[against?.verdict ?? 'too early'],
            isClear: name === surest?.name,
          }))}
        />
      )}
    </Shown>
  )
}
