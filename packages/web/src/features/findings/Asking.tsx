import { Box, Flex } from '@chakra-ui/react'
import { useId } from 'react'
import { allWaters } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { Choice } from '../../ui/Choice.tsx'
import { Button } from '../../ui/controls.tsx'
import { text } from './text.ts'

interface AskingProps {
  /** The water asked for; empty: every one. */
  readonly water: string
  readonly everyWater: boolean
  readonly onWater: (water: string) => void
  readonly ask: string
  readonly onAsk: () => void
  readonly progress: number | undefined
  readonly onStop: () => void
}

/** Which water, the one button, and how far it is. */
export function Asking({ water, everyWater, onWater, ask, onAsk, progress, onStop }: AskingProps) {
  const { book } = useAppSelector(({ records }) => records)
  const waters = useAppSelector(allWaters)
  const id = useId()
  return (
    <Flex gap="16px" align="end" wrap="wrap" mt="16px" minH="62px">
      <Choice
        id={id}
        label={text.water}
        value={water}
        none={everyWater ? text.everyWater : undefined}
        options={waters.map(({ name }) => [name, name])}
        width="220px"
        onChoose={onWater}
      />
      {progress === undefined ? (
        <Button look="main" disabled={book === null} onClick={onAsk}>
          {ask}
        </Button>
      ) : (
        <>
          <Button onClick={onStop}>{text.stop}</Button>
          <Box flex="1" minW="200px" maxW="420px">
            <progress value={progress} max={1} aria-label={ask} />
            <Box fontSize="small">{text.progress(progress)}</Box>
          </Box>
        </>
      )}
    </Flex>
  )
}
