import { Box, Flex } from '@chakra-ui/react'
import { useEffect, useMemo, useState } from 'react'
import { useForm } from 'react-hook-form'
import { useNavigate } from 'react-router'
import { isoUtc } from '@jotbook/core'
import { useAppSelector } from '../../app/store.ts'
import { commit, dropDraft, newId, saveDraft, watchDraft } from '../../offline/index.ts'
import { Button, Quiet, Title } from '../../ui/controls.tsx'
import { calendarDay } from '../../ui/locale.ts'
import { deviceZone } from '../waters/index.ts'
import { DaySky } from './DaySky.tsx'
import { Foot } from './Foot.tsx'
import { Header } from './Header.tsx'
import { editsOf } from './editsOf.ts'
import { DockContext, focusCell } from './dockContext.ts'
import type { Dock } from './dockContext.ts'
import { nextDraft } from './draft.ts'
import type { DockDraft } from './draft.ts'
import { openedKey } from './opened.ts'
import type { OpenedTrip } from './opened.ts'
import { PageBeside } from './PageBeside.tsx'
import { readDraft, zoneOfDraft } from './readDraft.ts'
import { ReadingRows } from './ReadingRows.tsx'
import { StintRows } from './StintRows.tsx'
import { StrikeRows } from './StrikeRows.tsx'
import { text } from './text.ts'
import { usePagePhoto } from './usePagePhoto.ts'

interface DockFormProps {
  readonly book: string
  readonly draftKey: string
  readonly draft: DockDraft
  /** Of a trip that is in the book. */
  readonly opened: OpenedTrip | undefined
}

export function DockForm({ book, draftKey, draft, opened }: DockFormProps) {
  const form = useForm<DockDraft>({ defaultValues: draft })
  const navigate = useNavigate()
  const existing = opened !== undefined
  const { waters, lures } = useAppSelector(({ records }) => records)
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set())
  const [tried, setTried] = useState(false)
  const [kept, setKept] = useState<string>()
  const photo = usePagePhoto(book)
  const values = form.watch()
  const water = waters.find(({ id }) => id === values.water)
  const { units } = values
  const zone = zoneOfDraft(values, opened, water, deviceZone())
  const read = readDraft(values, zone, opened)
  useKeptDraft(form, draftKey)

  const shownProblems = useMemo(
    () => (tried ? read.problems : Object.fromEntries(Object.entries(read.problems).filter(([cell]) => left.has(cell) && !isMissing(cell, values)))),
    [read.problems, tried, left, values],
  )
  /** Whether the trip is in the book now; otherwise the first cell to mend has the cursor. */
  const keep = async (): Promise<boolean> => {
    const [first] = Object.keys(read.problems)
    if (first !== undefined) {
      setTried(true)
      focusCell(first)
      return false
    }
    await commit(book, editsOf(read, isoUtc(Date.now())))
    return true
  }
  const keepAndShow = async (): Promise<void> => {
    if (!(await keep())) return
    await Promise.all([dropDraft(draftKey), dropDraft(openedKey(draftKey))])
    await navigate(`/trips/${values.trip}`)
  }
  const keepAndGoOn = async (): Promise<void> => {
    if (!(await keep())) return
    const next = nextDraft(newId, values)
    await saveDraft(draftKey, next)
    form.reset(next)
    setLeft(new Set())
    setTried(false)
    setKept(text.kept(calendarDay(values.date), water?.name ?? ''))
    focusCell('trip:date')
  }
  const discard = async (): Promise<void> => {
    await Promise.all([dropDraft(draftKey), dropDraft(openedKey(draftKey))])
    await navigate(existing ? `/trips/${values.trip}` : '/trips')
  }
  const people = values.people
    .split(',')
    .map((name) => name.trim())
    .filter((name) => name !== '')
  const dock: Dock = { form, read, shownProblems, units, lures, book, people }
  return (
    <DockContext.Provider value={dock}>
      <Flex justify="space-between" align="end" wrap="wrap" gap="6px 24px">
        <Box>
          <Title>{existing ? text.mendTrip : text.logTrip}</Title>
          <Quiet>{text.hint}</Quiet>
        </Box>
        {!photo.blob && <PageBeside photo={photo} />}
      </Flex>
      {kept !== undefined && (
        <Box role="status" fontWeight="600" mt="4px">
          {kept}
        </Box>
      )}
      <Box display={photo.blob ? { base: 'block', lg: 'grid' } : 'block'} gridTemplateColumns="minmax(280px, 5fr) 8fr" gap="28px">
        {photo.blob && <PageBeside photo={photo} />}
        <form
          onSubmit={(event) => {
            event.preventDefault()
            void keepAndShow()
          }}
          onBlur={(event) => {
            const cell = event.target.dataset.cell
            if (cell !== undefined) setLeft((cells) => new Set(cells).add(cell))
          }}
        >
          <Header />
          {values.effortKnown === 'full' && <StintRows />}
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
            <Box flex="1 1 300px">
              <Foot account={read.account} zone={zone} blankStint={values.stints.at(-1)?.id ?? ''} effort={values.effortKnown} />
              {tried && Object.keys(read.problems).length > 0 && (
                <Box role="alert" color="float" fontWeight="600" fontSize="small">
                  {text.toMend(Object.keys(read.problems).length)}
                </Box>
              )}
            </Box>
            <Flex gap="10px" wrap="wrap">
              <Button look="bare" onClick={() => void discard()}>
                {text.discard}
              </Button>
              {!existing && (
                <Button minH="48px" onClick={() => void keepAndGoOn()}>
                  {text.keepNext}
                </Button>
              )}
              <Button type="submit" look="main" fontSize="large" minH="48px">
                {text.keep}
              </Button>
            </Flex>
          </Flex>
          {/* Below the foot: it comes when it has been worked out, and must move nothing that is being pressed. */}
          <DaySky zone={zone} />
        </form>
      </Box>
    </DockContext.Provider>
  )
}

/** Cells that are empty only need filling once keeping is tried. */
function isMissing(cell: string, values: DockDraft): boolean {
  return (cell === 'trip:start' && values.start === '') || (cell === 'trip:water' && values.water === '') || (cell === 'trip:end' && values.end === '')
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
