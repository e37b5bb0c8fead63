import { Box, Flex } from '@chakra-ui/react'
import { Fragment, useCallback, useContext, useEffect, useMemo, useState } from 'react'
import { flushSync } from 'react-dom'
import { useForm, useWatch } from 'react-hook-form'
import type { UseFormReturn } from 'react-hook-form'
import { useNavigate } from 'react-router'
import { isoUtc } from '@jotbook/core'
import type { Id, Water } from '@jotbook/core'
import { allWaters } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { dropDraft, newId, saveDraft, watchDraft } from '../../offline/index.ts'
import { saved, useSave } from '../../state/useSave.ts'
import { Button, Quiet, Title } from '../../ui/controls.tsx'
import { calendarDay } from '../../ui/locale.ts'
import { DaySky } from './DaySky.tsx'
import { Foot } from './Foot.tsx'
import { Header } from './Header.tsx'
import { editsOf } from './editsOf.ts'
import { DockContext, focusCell } from './dockContext.ts'
import type { Dock } from './dockContext.ts'
import { nextDraft } from './dockDraft.ts'
import type { DockDraft } from './dockDraft.ts'
import { Meaning } from './meaning.ts'
import { openedKey } from './openedTrip.ts'
import type { OpenedTrip } from './openedTrip.ts'
import { repeatAbove } from './repeatAbove.ts'
import { PageBeside } from './PageBeside.tsx'
import { ReadingRows } from './ReadingRows.tsx'
import { StintRows } from './StintRows.tsx'
import { StrikeRows } from './StrikeRows.tsx'
import { text } from './text.ts'
import { usePagePhoto } from './usePagePhoto.ts'
import type { PagePhoto } from './usePagePhoto.ts'

interface DockFormProps {
  readonly book: Id<'book'>
  readonly draftKey: string
  readonly draft: DockDraft
  /** Of a trip that is in the book. */
  readonly opened: OpenedTrip | undefined
}

export function DockForm({ book, draftKey, draft, opened }: DockFormProps) {
  const form = useForm<DockDraft>({ defaultValues: draft })
  const existing = opened !== undefined
  const waters = useAppSelector(allWaters)
  const [saying, setSaying] = useState<string>()
  const photo = usePagePhoto(book)
  const meaning = useMeaningOfForm(form, opened, waters)
  const { generation, lay } = useLaid(form, meaning)
  useKeptDraft(form, draftKey, meaning, lay)

  const { keepAndShow, keepAndGoOn, discard } = useKeeping({
    form,
    meaning,
    waters,
    draftKey,
    draft,
    existing,
    lay,
    say: setSaying,
  })
  const dock = useMemo<Dock>(() => ({ form, meaning, units: draft.units }), [form, meaning, draft.units])
  return (
    <DockContext.Provider value={dock}>
      <Top existing={existing} photo={photo} said={saying} />
      <Box
        display={photo.blob ? { base: 'block', lg: 'grid' } : 'block'}
        gridTemplateColumns="minmax(280px, 5fr) 8fr"
        gap="28px"
      >
        {photo.blob && <PageBeside photo={photo} />}
        <form
          onSubmit={(event) => {
            event.preventDefault()
            void keepAndShow()
          }}
          onKeyDown={(event) => repeatAbove(event, form)}
          onBlur={(event) => {
            const cell = event.target.dataset.cell
            if (cell !== undefined) meaning.leave(cell)
          }}
        >
          <Fragment key={generation}>
            <Header />
            <StintsIfKnown />
            <StrikeRows />
            <ReadingRows />
          </Fragment>
          <FootBar fresh={!existing} onDiscard={() => void discard()} onKeepAndGoOn={() => void keepAndGoOn()} />
          {/* Below the foot: it comes when it has been worked out, and must move nothing that is being pressed. */}
          <DaySky />
        </form>
      </Box>
    </DockContext.Provider>
  )
}

interface TopProps {
  readonly existing: boolean
  readonly photo: PagePhoto
  /** What was done last. */
  readonly said: string | undefined
}

function Top({ existing, photo, said }: TopProps) {
  return (
    <>
      <Flex justify="space-between" align="end" wrap="wrap" gap="6px 24px">
        <Box>
          <Title>{existing ? text.mendTrip : text.logTrip}</Title>
          <Quiet>{text.hint}</Quiet>
        </Box>
        {!photo.blob && <PageBeside photo={photo} />}
      </Flex>
      {said !== undefined && (
        <Box role="status" fontWeight="600" mt="4px">
          {said}
        </Box>
      )}
    </>
  )
}

interface FootBarProps {
  /** Of a trip that is not in the book yet. */
  readonly fresh: boolean
  readonly onDiscard: () => void
  readonly onKeepAndGoOn: () => void
}

/**
 * The sums and the buttons. A press here must not leave the cell first: the message that may appear beside it would move the button
 * away under the finger.
 */
function FootBar({ fresh, onDiscard, onKeepAndGoOn }: FootBarProps) {
  return (
    <Flex
      onMouseDown={(event) => event.preventDefault()}
      position={{ base: 'static', md: 'sticky' }}
      bottom="var(--bar-height, 0px)"
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
        <Foot />
      </Box>
      <Flex gap="10px" wrap="wrap">
        <Button look="bare" onClick={() => onDiscard()}>
          {text.discard}
        </Button>
        {fresh && (
          <Button minH="48px" onClick={() => onKeepAndGoOn()}>
            {text.keepNext}
          </Button>
        )}
        <Button type="submit" look="main" fontSize="large" minH="48px">
          {text.keep}
        </Button>
      </Flex>
    </Flex>
  )
}

function StintsIfKnown() {
  const { form } = useContext(DockContext)
  return useWatch({ control: form.control, name: 'effortKnown' }) === 'full' ? <StintRows /> : null
}

interface Keeping {
  readonly form: UseFormReturn<DockDraft>
  readonly meaning: Meaning
  readonly waters: readonly Water[]
  readonly draftKey: string
  readonly draft: DockDraft
  /** Of a trip that is in the book. */
  readonly existing: boolean
  readonly lay: (next: DockDraft) => void
  readonly say: (said: string) => void
}

/** Saves the form and shows the trip or goes on with the next, or gives it up. */
function useKeeping({ form, meaning, waters, draftKey, draft, existing, lay, say }: Keeping) {
  const navigate = useNavigate()
  const save = useSave()
  /** The trip's draft once it is in the book; otherwise the first cell to fix has the cursor. */
  const keep = async (): Promise<DockDraft | undefined> => {
    const { read } = meaning.tryToSave()
    const [first] = Object.keys(read.problems)
    if (first !== undefined) {
      focusCell(first)
      return undefined
    }
    await save(existing ? text.changed : saved(text.trip), editsOf(read, isoUtc(Date.now())))
    return form.getValues()
  }
  const forget = (): Promise<unknown> => Promise.all([dropDraft(draftKey), dropDraft(openedKey(draftKey))])
  const keepAndShow = async (): Promise<void> => {
    const kept = await keep()
    if (!kept) return
    await forget()
    await navigate(`/trips/${kept.trip}`)
  }
  const keepAndGoOn = async (): Promise<void> => {
    const kept = await keep()
    if (!kept) return
    const next = nextDraft(newId, kept)
    await saveDraft(draftKey, next)
    lay(next)
    meaning.begin()
    say(text.kept(calendarDay(kept.date), waters.find(({ id }) => id === kept.water)?.name ?? ''))
    focusCell('trip:date')
  }
  const discard = async (): Promise<void> => {
    await forget()
    await navigate(existing ? `/trips/${draft.trip}` : '/trips')
  }
  return { keepAndShow, keepAndGoOn, discard }
}

/** What the form's draft means, for as long as the form is open. */
function useMeaningOfForm(
  form: UseFormReturn<DockDraft>,
  opened: OpenedTrip | undefined,
  waters: readonly Water[],
): Meaning {
  const [meaning] = useState(() => new Meaning(() => form.getValues(), opened))
  useEffect(() => meaning.onWaters(waters), [meaning, waters])
  return meaning
}

/** Lays whole drafts into the form. */
function useLaid(form: UseFormReturn<DockDraft>, meaning: Meaning) {
  /** Rises with each draft that is laid into the form: its cells are then new ones. */
  const [generation, setGeneration] = useState(0)
  const lay = useCallback(
    (next: DockDraft): void => {
      form.reset(next)
      flushSync(() => setGeneration((count) => count + 1))
      meaning.refresh()
    },
    [form, meaning],
  )
  return { generation, lay }
}

/** Keeps every keystroke, and takes over what another tab types into the same draft. */
function useKeptDraft(
  form: UseFormReturn<DockDraft>,
  key: string,
  meaning: Meaning,
  lay: (draft: DockDraft) => void,
): void {
  useEffect(() => {
    let quiet = false
    const typing = form.watch(() => {
      meaning.changed()
      if (!quiet) void saveDraft(key, structuredClone(form.getValues()))
    })
    const stop = watchDraft<DockDraft>(key, (draft) => {
      quiet = true
      lay(draft)
      quiet = false
    })
    return () => {
      typing.unsubscribe()
      stop()
    }
  }, [form, key, meaning, lay])
}
