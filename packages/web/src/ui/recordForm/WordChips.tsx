import { Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { Button, Chip, Field } from '../controls.tsx'
import { wordsOf } from './readRecord.ts'
import { text } from './text.ts'

export interface WordListProps {
  readonly words: readonly string[]
  /** Chosen words joined by `;`. */
  readonly value: string
  readonly label: string
  readonly onChange: (value: string) => void
}

/** The trade's words as switches, and room for another. */
export function WordChips({ words, value, label, onChange }: WordListProps) {
  const [other, setOther] = useState('')
  const chosen = wordsOf(value)
  const toggle = (word: string): void =>
    onChange((chosen.includes(word) ? chosen.filter((one) => one !== word) : [...chosen, word]).join('; '))
  const add = (): void => {
    if (other.trim() !== '' && !chosen.includes(other.trim())) toggle(other.trim().replaceAll(';', ','))
    setOther('')
  }
  const shown = [...words, ...chosen.filter((word) => !words.includes(word))]
  return (
    <Flex gap="6px" wrap="wrap">
      {shown.map((word) => (
        <Chip key={word} type="button" aria-pressed={chosen.includes(word)} onClick={() => toggle(word)}>
          {word}
        </Chip>
      ))}
      <Flex gap="4px">
        <Field
          aria-label={`${label}: ${text.other}`}
          placeholder={text.other}
          w="120px"
          value={other}
          onChange={(event) => setOther(event.target.value)}
          onKeyDown={(event) => {
            if (event.key !== 'Enter') return
            event.preventDefault()
            add()
          }}
        />
        {other !== '' && <Button onClick={add}>{text.add}</Button>}
      </Flex>
    </Flex>
  )
}
