import { Box, Flex } from '@chakra-ui/react'
import { useEffect, useMemo, useState } from 'react'
import { useForm } from 'react-hook-form'
import { useNavigate } from 'react-router'
import { isoUtc } from '@jotbook/core'
import { useAppSelector } from '../../app/store.ts'
import { useUnits } from '../../app/useBook.ts'
import { commit, dropDraft, saveDraft, watchDraft } from '../../offline/index.ts'
import { Button, Quiet, Title } from '../../ui/controls.tsx'
import { deviceZone } from '../waters/index.ts'
import { Foot } from './Foot.tsx'
import { Header } from './Header.tsx'
import { editsOf } from './changesOf.ts'
import type { Before } from './changesOf.ts'
import { DockContext, focusCell } from './dockContext.ts'
import type { Dock } from './dockContext.ts'
import type { DockDraft } from './draft.ts'
import { readDraft } from './readDraft.ts'
import { ReadingRows, StintRows, StrikeRows } from './rows.tsx'

interface DockFormProps {
  readonly book: string
  readonly draftKey: string
  readonly draft: DockDraft
  readonly before: Before
  readonly existing: boolean
}

export function DockForm({ book, draftKey, draft, before, existing }: DockFormProps) {
  const form = useForm<DockDraft>({ defaultValues: draft })
  const navigate = useNavigate()
  const units = useUnits()
  const { waters, lures } = useAppSelector(({ records }) => records)
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set())
  const [tried, setTried] = useState(false)
  const values = form.watch()
  const water = waters.find(({ id }) => id === values.water)
  const zone = water?.timeZone ?? deviceZone()
  const read = readDraft(values, water, units, zone)
  useKeptDraft(form, draftKey)

  const shownProblems = useMemo(
    () => (tried ? read.problems : Object.fromEntries(Object.entries(read.problems).filter(([cell]) => left.has(cell) && !isMissing(cell, values)))),
    [read.problems, tried, left, values],
  )
  const keep = async (): Promise<void> => {
    const [first] = Object.keys(read.problems)
    if (first !== undefined) {
      setTried(true)
      focusCell(first)
      return
    }
    await commit(book, editsOf(read.records, before, isoUtc(Date.now())))
    await dropDraft(draftKey)
    await navigate(`/trips/${values.trip}`)
  }
  const discard = async (): Promise<void> => {
    await dropDraft(draftKey)
    await navigate(existing ? `/trips/${values.trip}` : '/trips')
  }
  const dock: Dock = {
    form,
    read,
    shownProblems,
    units,
    lures,
    book,
    people: values.people
      .split(',')
      .map((name) => name.trim())
      .filter((name) => name !== ''),
  }
  return (
    <DockContext.Provider value={dock}>
      <form
        onSubmit={(event) => {
          event.preventDefault()
          void keep()
        }}
        onBlur={(event) => {
          const cell = event.target.dataset.cell
          if (cell !== undefined) setLeft((cells) => new Set(cells).add(cell))
        }}
      >
        <Title>{existing ? 'Mend a trip' : 'Log a trip'}</Title>
        <Quiet>Every keystroke is kept on this device. Enter goes to the next row; a row’s start is the last one’s end.</Quiet>
        <Header />
        <StintRows />
        <StrikeRows />
        <ReadingRows />
        {/* A press here must not leave the cell first: the message that may appear beside it would move the button away under the finger. */}
        <Flex
          onMouseDown={(event) => event.preventDefault()}
          position={{ base: 'static', md: 'sticky' }}
          bottom="0"
          bg="paper"
          borderTop="2px solid"
          borderColor="ink"
          mt="24px"
          py="12px"
          gap="16px"
          align="center"
          justify="space-between"
          wrap="wrap"
        >
          <Box flex="1 1 320px">
            <Foot account={read.account} zone={zone} blankStint={values.stints.at(-1)?.id ?? ''} />
            {tried && Object.keys(read.problems).length > 0 && (
              <Box role="alert" color="float" fontWeight="600" fontSize="small">
                {Object.keys(read.problems).length} cells need mending before the trip can be kept.
              </Box>
            )}
          </Box>
          <Flex gap="10px">
            <Button look="bare" onClick={() => void discard()}>
              Throw this away
            </Button>
            <Button type="submit" look="main" fontSize="large" minH="48px">
              Keep the trip
            </Button>
          </Flex>
        </Flex>
      </form>
    </DockContext.Provider>
  )
}

/** Cells that are empty only need filling once keeping is tried. */
function isMissing(cell: string, values: DockDraft): boolean {
  return (cell === 'trip:start' && values.start === '') || (cell === 'trip:water' && values.water === '')
}

/** Keeps every keystroke, and takes over what another tab types into the same draft. */
function useKeptDraft(form: ReturnType<typeof useForm<DockDraft>>, key: string): void {
  useEffect(() => {
    let quiet = false
    const typing = form.watch(() => {
      if (!quiet) void saveDraft(key, structuredClone(form.getValues()))
    })
    const stop = watchDraft<DockDraft>(key, (draft) => {
      quiet = true
      form.reset(draft)
      quiet = false
    })
    return () => {
      typing.unsubscribe()
      stop()
    }
  }, [form, key])
}
