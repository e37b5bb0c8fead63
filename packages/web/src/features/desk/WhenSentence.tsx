import { usePatternRecords } from '../../state/usePatternRecords.ts'
import { Choice, Head, Option, columnWord, useLevels, useNaming } from '../board/index.ts'
import type { AskedQuestion } from '../board/index.ts'
import { AXES, HOUR, axisOf } from './axes.ts'
import { sideOf } from './compare.ts'
import { MOST_OVER, ofWater, overName, useOver } from './over.ts'
import { text } from './text.ts'
import { useLinkPart } from './useLinkPart.ts'

/** `When do they bite, by water temperature and wind, all together`: each part opens its choices. */
export function WhenSentence({ question }: { question: AskedQuestion }) {
  const [along, setAlong] = useLinkPart('along')
  const [second, setSecond] = useLinkPart('and')
  const axis = axisOf(along)
  const words = text.when
  return (
    <>
      {words.start}{' '}
      <Choice name={words.names.along} text={axis.word}>
        {AXES.map(({ column, word }) => (
          <Option key={column} type="button" aria-pressed={column === axis.column} onClick={() => setAlong(column)}>
            {word}
          </Option>
        ))}
      </Choice>{' '}
      {words.and}{' '}
      <Choice
        name={words.names.second}
        text={second === null ? words.noSecond : axisOf(second).word}
        quiet={second === null}
      >
        <Option type="button" aria-pressed={second === null} onClick={() => setSecond(null)}>
          {words.noSecond}
        </Option>
        {AXES.filter(({ column }) => column !== axis.column).map(({ column, word }) => (
          <Option key={column} type="button" aria-pressed={column === second} onClick={() => setSecond(column)}>
            {word}
          </Option>
        ))}
      </Choice>
      {second === null && axis.column !== HOUR && (
        <>
          , <Over question={question} />
        </>
      )}
      ,
    </>
  )
}

/** Up to four lures, classes or patterns of the water, each with a curve of its own. */
function Over({ question }: { question: AskedQuestion }) {
  const naming = useNaming()
  const { chosen, toggle, clear } = useOver()
  const lures = useLevels('lure', { by: ['lure'], where: question.where })
  const classes = useLevels('class', { by: ['class'], where: question.where })
  const on = question.where.find(({ column }) => column === 'water')
  const water = on?.kind === 'oneOf' && on.values.length === 1 ? on.values[0] : undefined
  const patterns = usePatternRecords(water)
  const words = text.when
  const option = (over: string) => (
    <Option
      key={over}
      type="button"
      aria-pressed={chosen.includes(over)}
      disabled={!chosen.includes(over) && chosen.length >= MOST_OVER}
      onClick={() => toggle(over)}
    >
      {overName(over, naming)}
    </Option>
  )
  return (
    <Choice
      name={words.names.over}
      text={words.over(chosen.map((over) => overName(over, naming)))}
      quiet={chosen.length === 0}
    >
      <Option type="button" aria-pressed={chosen.length === 0} onClick={clear}>
        {words.allTogether}
      </Option>
      {water !== undefined && patterns !== undefined && patterns.length > 0 && (
        <>
          <Head>{words.patterns}</Head>
          {patterns.filter(({ mark }) => mark !== 'struck out').map(({ where }) => option(ofWater(where)))}
        </>
      )}
      <Head>{columnWord('lure')}</Head>
      {lures.map(({ level }) => option(sideOf('lure', level)))}
      <Head>{columnWord('class')}</Head>
      {classes.map(({ level }) => option(sideOf('class', level)))}
    </Choice>
  )
}
