import { useState } from 'react'
import { aboard, inHand, presentationSince, sinceChoices } from '@jotbook/core/deck'
import type { Angler, Since, UsualWords } from '@jotbook/core/deck'
import type { EpochMs, Fields, Stint } from '@jotbook/core'
import { allSpots } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { useUnits } from '../../state/useBook.ts'
import { BeatPad } from './BeatPad.tsx'
import { FallTimer } from './FallTimer.tsx'
import { newId } from './deckSession.ts'
import type { PresentationLine } from './PresentationLines.tsx'
import { shownValue, stepped, typedQuantity, wordsOfField } from './quantities.ts'
import { Stepper } from './Stepper.tsx'
import { Pick, Target } from './Target.tsx'
import { text } from './text.ts'
import type { Deck } from './useDeck.ts'

const HOW_WORDS = ['retrieve', 'castLength', 'direction', 'intent'] as const
const WHERE_WORDS = ['structure', 'cover', 'coverState', 'targetStands', 'levelFished'] as const
/** A long list would push what stands below it off the screen. */
const AT_FIRST = 8
const SECONDS = { pauseS: 1, workS: 0.5 } as const

interface PresentationSheetProps {
  readonly deck: Deck
  readonly line: PresentationLine
  /** Whose taps these are: how changes for them, where for everybody aboard. */
  readonly anglers: readonly Angler[]
  /** What is usual for the lure in hand and on this water. */
  readonly usual: UsualWords
  readonly nowMs: EpochMs
  readonly onDone: () => void
}

/** What stands until it is changed, in chips; a change ends the stint and begins the next at that moment. */
export function PresentationSheet({ deck, line, anglers, usual, nowMs, onDone }: PresentationSheetProps) {
  const held = inHand(deck.day, anglers[0] ?? null)
  // The order that a sheet opens with stays while it is open: no word moves under a thumb.
  const [opened] = useState({ usual, stints: deck.day.stints })
  /** Undefined: from now on. */
  const [since, setSince] = useState<Since>()
  if (!held) return null
  const whose = line === 'how' ? anglers : aboard(deck.day)
  /** Built on the taps before it: two quick ones count twice. */
  const change: Change = (fieldsOf, what) =>
    void deck.tap(`${text[line].title}: ${what}`, (ahead, atMs) => {
      const fields = fieldsOf(inHand(ahead, anglers[0] ?? null) ?? held)
      const given = { anglers: whose, fields, sinceMs: since?.ms ?? atMs, nowMs: atMs, ofRod: line === 'how' }
      return presentationSince(ahead, given, newId)
    })
  const pick = (field: (typeof HOW_WORDS)[number] | (typeof WHERE_WORDS)[number]) => (
    <Pick
      key={field}
      label={text.presentation[field]}
      first={AT_FIRST}
      words={lastFirst(opened.stints, field, [...(opened.usual[field] ?? []), ...wordsOfField('stint', field)])}
      chosen={typeof held[field] === 'string' ? [held[field]] : []}
      onPick={(word) => change((now) => ({ [field]: now[field] === word ? null : word }), word)}
    />
  )
  return (
    <main className="sheet">
      <header>
        <h1>{text[line].title}</h1>
        <Target className="go" onTap={onDone}>
          {text.done}
        </Target>
      </header>
      <SinceRow deck={deck} angler={anglers[0] ?? null} nowMs={nowMs} since={since} onSince={setSince} />
      {line === 'how' ? (
        <How held={held} change={change} pick={pick} />
      ) : (
        <Where deck={deck} held={held} change={change} pick={pick} />
      )}
    </main>
  )
}

/** What a tap writes, told what the stint is by then. */
type Change = (fieldsOf: (now: Stint) => Fields, what: string) => void

interface SinceRowProps {
  readonly deck: Deck
  readonly angler: Angler
  readonly nowMs: EpochMs
  readonly since: Since | undefined
  readonly onSince: (since: Since | undefined) => void
}

/** A change that was made a while ago and is told now. */
function SinceRow({ deck, angler, nowMs, since, onSince }: SinceRowProps) {
  const choices = sinceChoices(deck.day, angler, nowMs)
  if (choices.length < 2) return null
  const word = ({ label, minutes }: Since): string =>
    label === 'now' ? text.sinceNow : label === 'lastStrike' ? text.sinceLast : text.minutesAgo(minutes ?? 0)
  return (
    <Pick
      label={text.sinceWhen}
      words={choices.map(word)}
      chosen={[since ? word(since) : text.sinceNow]}
      onPick={(picked) => {
        const choice = choices.find((one) => word(one) === picked)
        onSince(choice?.label === 'now' ? undefined : choice)
      }}
    />
  )
}

/** What was chosen on this trip stands first, the last of it first of all; then what is usual. */
function lastFirst(stints: readonly Stint[], field: keyof Stint, words: readonly string[]): readonly string[] {
  const used = [...stints]
    .sort((a, b) => (a.start < b.start ? 1 : -1))
    .flatMap((stint) => (typeof stint[field] === 'string' ? [stint[field]] : []))
  return [...new Set([...used, ...words])]
}

interface SecondsProps {
  readonly field: keyof typeof SECONDS
  readonly value: number | null | undefined
  readonly onChange: (secondsOf: (now: number) => number) => void
}

function Seconds({ field, value, onChange }: SecondsProps) {
  return (
    <Stepper
      label={text.presentation[field]}
      value={typeof value === 'number' ? `${value} s` : '–'}
      onStep={(direction) => onChange((now) => Math.max(0, now + direction * SECONDS[field]))}
      onType={(typed) => {
        const seconds = Number(typed.replace(',', '.').replace(/\s*s$/, ''))
        if (!Number.isFinite(seconds) || seconds < 0 || seconds > 3600) return false
        onChange(() => seconds)
        return true
      }}
    />
  )
}

interface HowProps {
  readonly held: Stint
  readonly change: Change
  readonly pick: (field: (typeof HOW_WORDS)[number]) => React.ReactNode
}

function How({ held, change, pick }: HowProps) {
  return (
    <>
      {pick('retrieve')}
      <BeatPad
        held={held}
        onBeat={({ movements, workS, pauseS, workSpreadS, pauseSpreadS }) =>
          change(() => ({ jerks: String(movements), workS, pauseS, workSpreadS, pauseSpreadS }), text.beat.title)
        }
      />
      {(['pauseS', 'workS'] as const).map((field) => (
        <Seconds
          key={field}
          field={field}
          value={held[field]}
          onChange={(secondsOf) =>
            change(
              (now) => ({ [field]: secondsOf(now[field] ?? 0), [`${field.slice(0, -1)}SpreadS`]: null }),
              text.presentation[field],
            )
          }
        />
      ))}
      <FallTimer held={held} onFall={(fallS) => change(() => ({ fallS }), text.fall.title)} />
      {HOW_WORDS.slice(1).map(pick)}
    </>
  )
}

interface WhereProps {
  readonly deck: Deck
  readonly held: Stint
  readonly change: Change
  readonly pick: (field: (typeof WHERE_WORDS)[number]) => React.ReactNode
}

function Where({ deck, held, change, pick }: WhereProps) {
  const units = useUnits()
  const spots = useAppSelector(allSpots).filter(({ water }) => water === deck.day.trip.water)
  const at = spots.find(({ id }) => id === held.spot)
  const bank = bankOf(held)
  return (
    <>
      {spots.length > 0 && (
        <Pick
          label={text.where.spot}
          words={spots.map(({ name }) => name)}
          chosen={at ? [at.name] : []}
          onPick={(name) => {
            const chosen = spots.find((one) => one.name === name)
            // Another spot is another place: what was said of the last one no longer holds.
            const next = (now: Stint) => (chosen?.id === now.spot ? null : (chosen?.id ?? null))
            const unsaid = { structure: null, cover: null, coverState: null, targetStands: null }
            change((now) => ({ spot: next(now), ...unsaid }), name)
          }}
        />
      )}
      {pick('structure')}
      {pick('cover')}
      {pick('coverState')}
      {pick('targetStands')}
      <Pick
        label={text.where.bank}
        words={[text.where.windblown, text.where.sheltered]}
        chosen={[bank]}
        onPick={(word) =>
          change((now) => ({ windblown: word === bankOf(now) ? null : word === text.where.windblown }), word)
        }
      />
      <Stepper
        label={text.where.depth}
        value={shownValue('stint', 'depthM', held.depthM, (held as { depthMTyped?: string }).depthMTyped, units)}
        onStep={(direction) =>
          change((now) => stepped('stint', 'depthM', now.depthM, units, direction), text.where.depth)
        }
        onType={(entered) => {
          const fields = typedQuantity('stint', 'depthM', entered, units)
          if (fields) change(() => fields, text.where.depth)
          return fields !== undefined
        }}
      />
      {pick('levelFished')}
    </>
  )
}

const bankOf = ({ windblown }: Stint): string =>
  windblown === true ? text.where.windblown : windblown === false ? text.where.sheltered : ''
