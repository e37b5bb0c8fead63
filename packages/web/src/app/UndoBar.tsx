import { Flex } from '@chakra-ui/react'
import { Problem } from '@jotbook/contract'
import { useLiveQuery } from 'dexie-react-hooks'
import { X } from 'lucide-react'
import { useEffect, useState } from 'react'
import type { ReactNode } from 'react'
import { lastSaved, undoAction } from '../offline/index.ts'
import { Button } from '../ui/controls.tsx'
import { text } from './text.ts'
import { useBookId } from '../state/useBook.ts'

/** So long what was saved is offered to be undone. */
const STANDS_MS = 10 * 60_000

/** What was saved last on any page, and the way back from it. It stands until the next save, or until it is closed. */
export function UndoBar() {
  const book = useBookId()
  const last = useLiveQuery(() => lastSaved(book, Date.now() - STANDS_MS), [book])
  /** What was closed or undone, and all before it, is not offered again. */
  const [closed, setClosed] = useState(0)
  const [undone, setUndone] = useState<string>()
  const [failed, setFailed] = useState<string>()
  const open = last !== undefined && last.n > closed
  const shown = open || undone !== undefined
  useEffect(() => {
    // What is pressed at the foot of a page stands above the bar, and scrolls to there.
    document.documentElement.classList.toggle('with-bar', shown)
    return () => document.documentElement.classList.remove('with-bar')
  }, [shown])
  if (!shown) return null
  const undo = async (): Promise<void> => {
    if (!last) return
    try {
      await undoAction(book, last.n)
    } catch (error) {
      if (!(error instanceof Problem)) throw error
      return setFailed(text.notUndone(error.detail))
    }
    setFailed(undefined)
    setClosed(last.n)
    setUndone(text.undone(last.label))
  }
  return (
    <Bar>
      <span>{open ? (failed ?? last.label) : undone}</span>
      {open && (
        <Button look="bare" color="onBand" _hover={{ bg: 'ink' }} minH="48px" onClick={() => void undo()}>
          {text.undo}
        </Button>
      )}
      <Button
        look="bare"
        color="onBand"
        _hover={{ bg: 'ink' }}
        minH="48px"
        minW="44px"
        aria-label={text.close}
        onClick={() => {
          setClosed(last?.n ?? closed)
          setUndone(undefined)
        }}
      >
        <X size={16} aria-hidden />
      </Button>
    </Bar>
  )
}

/** At the foot of the screen, over whatever page is open. */
function Bar({ children }: { children: ReactNode }) {
  return (
    <Flex
      role="status"
      className="no-print"
      position="fixed"
      left={{ base: '12px', md: '32px' }}
      bottom="14px"
      zIndex="5"
      maxW="calc(100vw - 24px)"
      bg="band"
      color="onBand"
      pl="16px"
      pr="4px"
      align="center"
      gap="10px"
      borderRadius="hair"
    >
      {children}
    </Flex>
  )
}
