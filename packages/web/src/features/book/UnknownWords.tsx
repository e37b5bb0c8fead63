import { Box, Flex } from '@chakra-ui/react'
import { wordChoices, wordKey } from '@jotbook/core/formats'
import type { Mapping, UnknownWord } from '@jotbook/core/formats'
import { Heading, Quiet, Select } from '../../ui/controls.tsx'
import { text } from './text.ts'

interface UnknownWordsProps {
  readonly words: readonly UnknownWord[]
  readonly mapping: Mapping
  readonly onMapping: (change: Partial<Mapping>) => void
}

/** A word that stands as it is written. */
const AS_WRITTEN = ' '

/** Words of the file that only a person can place, each with what it is to mean. */
export function UnknownWords({ words, mapping, onMapping }: UnknownWordsProps) {
  if (words.length === 0) return null
  const say = ({ target, word }: UnknownWord, meaning: string): void => {
    const said = { ...mapping.words?.[target] }
    delete said[wordKey(word)]
    onMapping({
      words: { ...mapping.words, [target]: meaning === AS_WRITTEN ? said : { ...said, [wordKey(word)]: meaning } },
    })
  }
  return (
    <Box as="section" aria-label={text.foreign.words.title} mt="18px">
      <Heading>{text.foreign.words.title}</Heading>
      <Quiet>{text.foreign.words.note}</Quiet>
      <Flex wrap="wrap" gap="10px 18px" mt="8px">
        {words.map((word) => (
          <Box key={`${word.target} ${word.word}`} w="240px">
            <label htmlFor={`word-${word.target}-${word.word}`}>
              {text.foreign.words.means(word.word)} <Quiet>{text.foreign.words.rows(word.count)}</Quiet>
            </label>
            <Select
              id={`word-${word.target}-${word.word}`}
              value={word.meaning ?? AS_WRITTEN}
              aria-invalid={word.target === 'strike.outcome' && word.meaning === undefined}
              onChange={({ target }) => say(word, target.value)}
            >
              <option value={AS_WRITTEN}>
                {word.target === 'strike.outcome' ? text.foreign.words.choose : text.foreign.words.keep}
              </option>
              {wordChoices(word.target).map((choice) => (
                <option key={choice} value={choice}>
                  {text.foreign.words.shown[choice] ?? choice}
                </option>
              ))}
              <option value="">{text.foreign.words.none}</option>
            </Select>
          </Box>
        ))}
      </Flex>
    </Box>
  )
}
