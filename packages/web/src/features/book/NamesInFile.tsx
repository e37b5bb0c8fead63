import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { NAMED_KINDS } from '@jotbook/core/formats'
import type { NameInFile, NamedKind, NamedRecord } from '@jotbook/core/formats'
import { Button, Heading, Quiet, Select } from '../../ui/controls.tsx'
import { text } from './text.ts'

interface NamesInFileProps {
  readonly names: readonly NameInFile[]
  readonly held: Readonly<Record<NamedKind, readonly NamedRecord[]>>
  readonly onTake: (name: NameInFile, sameAs: string) => void
}

const SHOWN = 12

/** The waters, lures and people that the file names: new ones, or the book's own. */
export function NamesInFile({ names, held, onTake }: NamesInFileProps) {
  if (names.length === 0) return null
  return (
    <Box as="section" aria-label={text.foreign.names.title} mt="18px">
      <Heading>{text.foreign.names.title}</Heading>
      {NAMED_KINDS.map((kind) => (
        <OfKind
          key={kind}
          kind={kind}
          names={names.filter((name) => name.kind === kind)}
          held={held[kind]}
          onTake={onTake}
        />
      ))}
    </Box>
  )
}

interface OfKindProps {
  readonly kind: NamedKind
  readonly names: readonly NameInFile[]
  readonly held: readonly NamedRecord[]
  readonly onTake: NamesInFileProps['onTake']
}

function OfKind({ kind, names, held, onTake }: OfKindProps) {
  const [all, setAll] = useState(false)
  if (names.length === 0) return null
  const shown = all ? names : names.slice(0, SHOWN)
  return (
    <Box mt="8px">
      <Quiet>{text.foreign.names.of[kind]}</Quiet>
      <Flex wrap="wrap" gap="8px 18px">
        {shown.map((name) => (
          <Box key={name.name} w="240px">
            <label htmlFor={`name-${kind}-${name.name}`}>
              {name.name} <Quiet>{text.foreign.words.rows(name.rows)}</Quiet>
            </label>
            <Select
              id={`name-${kind}-${name.name}`}
              aria-label={text.foreign.names.choice(name.name)}
              value={name.sameAs}
              onChange={({ target }) => onTake(name, target.value)}
            >
              <option value="">{text.foreign.names.isNew}</option>
              {held.map(({ id, name: own }) => (
                <option key={id} value={id}>
                  {text.foreign.names.same(own)}
                </option>
              ))}
            </Select>
          </Box>
        ))}
      </Flex>
      {names.length > shown.length && (
        <Button look="bare" onClick={() => setAll(true)}>
          {text.foreign.names.more(names.length - shown.length)}
        </Button>
      )}
    </Box>
  )
}
