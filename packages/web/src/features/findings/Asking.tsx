import { Box, Flex } from '@chakra-ui/react'
import { useId } from 'react'
import { useAppSelector } from '../../state/store.ts'
import { Button, Label, Select } from '../../ui/controls.tsx'
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
  const waters = useAppSelector(({ records }) => records.waters)
  const id = useId()
  return (
    <Flex gap="16px" align="end" wrap="wrap" mt="16px" minH="62px">
      <Box minW="220px">
        <Label htmlFor={id}>{text.water}</Label>
        <Select id={id} value={water} onChange={(event) => onWater(event.target.value)}>
          {everyWater && <option value="">{text.everyWater}</option>}
          {waters.map(({ id: key, name }) => (
            <option key={key} value={name}>
              {name}
            </option>
          ))}
        </Select>
      </Box>
      {progress === undefined ? (
        <Button look="main" onClick={onAsk}>
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
