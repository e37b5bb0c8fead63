import { Box } from '@chakra-ui/react'
import { COLUMN_GROUPS, Choice, Head, Option, columnWord, useNaming } from '../board/index.ts'
import { sideOf } from './compare.ts'
import type { Named } from './compare.ts'
import { text } from './text.ts'
import { useLinkPart } from './useLinkPart.ts'

interface CompareSentenceProps {
  readonly column: string
  readonly levels: readonly string[]
  readonly sides: { readonly a: string | null; readonly b: string | null }
  readonly names: Named
}

/** `Is it the tube or the hair jig, or the day`. */
export function CompareSentence({ column, levels, sides, names }: CompareSentenceProps) {
  const [, setA] = useLinkPart('a')
  const [, setB] = useLinkPart('b')
  const [, setColumn] = useLinkPart('of')
  const words = text.compare
  const another = (next: string): void => {
    setA(null)
    setB(null)
    setColumn(next)
  }
  const side = (key: 'a' | 'b', set: (side: string) => void) => (
    <Choice name={words.names[key]} text={names[key] === '' ? '…' : names[key]}>
      <Side column={column} levels={levels} chosen={sides[key]} onSide={set} onColumn={another} />
    </Choice>
  )
  return (
    <>
      {words.start} {side('a', setA)} {words.or} {side('b', setB)}
      {words.end}
    </>
  )
}

interface SideProps {
  readonly column: string
  readonly levels: readonly string[]
  readonly chosen: string | null
  readonly onSide: (side: string) => void
  readonly onColumn: (column: string) => void
}

/** Any value of the column; below, the other columns. */
function Side({ column, levels, chosen, onSide, onColumn }: SideProps) {
  const naming = useNaming()
  return (
    <>
      <Head>{columnWord(column)}</Head>
      {levels.map((level) => (
        <Option
          key={level}
          type="button"
          aria-pressed={sideOf(column, level) === chosen}
          onClick={() => onSide(sideOf(column, level))}
        >
          {naming.level(column, level)}
        </Option>
      ))}
      <Box as="details" mt="8px">
        <Box as="summary" cursor="pointer" minH="40px">
          {text.compare.column}
        </Box>
        {Object.entries(COLUMN_GROUPS).map(([head, columns]) => (
          <Box key={head}>
            <Head>{head}</Head>
            {Object.entries<string>(columns)
              .filter(([name]) => name !== column)
              .map(([name, word]) => (
                <Option key={name} type="button" onClick={() => onColumn(name)}>
                  {word}
                </Option>
              ))}
          </Box>
        ))}
      </Box>
    </>
  )
}
