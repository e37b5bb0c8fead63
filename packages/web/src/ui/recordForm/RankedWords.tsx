import { Box, Flex } from '@chakra-ui/react'
import { ArrowDown, ArrowUp, X } from 'lucide-react'
import { Button, Select } from '../controls.tsx'
import { wordsOf } from './readRecord.ts'
import { text } from './text.ts'
import type { WordListProps } from './WordChips.tsx'

/** Words in the order of their weight, the first counts most. */
export function RankedWords({ words, value, label, onChange }: WordListProps) {
  const chosen = wordsOf(value)
  const keep = (next: readonly string[]): void => onChange(next.join('; '))
  const move = (from: number, by: number): void => {
    const next = [...chosen]
    const [word] = next.splice(from, 1)
    if (word !== undefined) next.splice(from + by, 0, word)
    keep(next)
  }
  return (
    <Box>
      <Box as="ol" listStyleType="none">
        {chosen.map((word, i) => (
          <Flex as="li" key={word} align="center" gap="2px" borderBottom="1px solid" borderColor="rule">
            <Box w="20px" color="quiet">
              {i + 1}
            </Box>
            <Box flex="1">{word}</Box>
            <Button look="bare" px="4px" aria-label={text.moveUp(word)} disabled={i === 0} onClick={() => move(i, -1)}>
              <ArrowUp size={16} aria-hidden />
            </Button>
            <Button
              look="bare"
              px="4px"
              aria-label={text.moveDown(word)}
              disabled={i === chosen.length - 1}
              onClick={() => move(i, 1)}
            >
              <ArrowDown size={16} aria-hidden />
            </Button>
            <Button
              look="bare"
              px="4px"
              aria-label={text.take(word)}
              onClick={() => keep(chosen.filter((one) => one !== word))}
            >
              <X size={16} aria-hidden />
            </Button>
          </Flex>
        ))}
      </Box>
      <Select
        aria-label={text.addTo(label)}
        value=""
        onChange={({ target }) => target.value !== '' && keep([...chosen, target.value])}
      >
        <option value="">{text.add}…</option>
        {words
          .filter((word) => !chosen.includes(word))
          .map((word) => (
            <option key={word}>{word}</option>
          ))}
      </Select>
    </Box>
  )
}
