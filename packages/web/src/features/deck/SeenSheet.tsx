import { useState } from 'react'
import { isoUtc } from '@jotbook/core'
import { whereOf } from '@jotbook/core/deck'
import type { Fields, Id } from '@jotbook/core'
import { useNames, useUnits } from '../../state/useBook.ts'
import { newId } from './deckSession.ts'
import { shownValue, stepped, typedQuantity, wordsOfField } from './quantities.ts'
import { Stepper } from './Stepper.tsx'
import { Pick, Target } from './Target.tsx'
import { text } from './text.ts'
import type { Deck } from './useDeck.ts'

const WORDS = ['preySign', 'bassCount', 'dieOff'] as const
const SIGNS = ['bassInBait', 'fry', 'shadSpawning', 'crawfishMounds', 'mudOnBelly'] as const
const COUNTED = ['anglersSeen', 'boatsSeen', 'bathersSeen'] as const

const words = text.seen

interface Noted {
  readonly given: Fields
  readonly give: (fields: Fields) => void
}

/** What was seen, at its time and place: it holds for the next hours unless it is said again. */
export function SeenSheet({ deck, onDone }: { deck: Deck; onDone: () => void }) {
  const [given, setGiven] = useState<Fields>({})
  const noted: Noted = { given, give: (fields) => setGiven((now) => ({ ...now, ...fields })) }
  const { trip } = deck.day
  const spot = whereOf(deck.day).spot as string | undefined
  const log = async (): Promise<void> => {
    await deck.tap(words.said, (_day, atMs) => [
      { kind: 'reading', id: newId(), fields: { trip: trip.id, time: isoUtc(atMs), source: 'hand', ...given } },
    ])
    onDone()
  }
  return (
    <main className="sheet">
      <header>
        <h1>{words.title}</h1>
        <Target className="quiet" onTap={onDone}>
          {text.cancel}
        </Target>
      </header>
      <Prey {...noted} />
      <Signs {...noted} />
      {WORDS.map((field) => (
        <Pick
          key={field}
          label={words.fields[field]}
          words={wordsOfField('reading', field)}
          chosen={typeof given[field] === 'string' ? [given[field]] : []}
          onPick={(word) => noted.give({ [field]: given[field] === word ? null : word })}
        />
      ))}
      <Measured {...noted} field="bassOffBottomM" />
      <People {...noted} />
      {spot && <HoldsFor {...noted} spot={spot} />}
      <footer>
        {Object.values(given).some((value) => value !== null) && (
          <Target className="go" onTap={() => void log()}>
            {text.read.log}
          </Target>
        )}
      </footer>
    </main>
  )
}

function Prey({ given, give }: Noted) {
  const prey = (given.preySeen ?? []) as readonly string[]
  return (
    <>
      <Pick
        label={words.preySeen}
        words={wordsOfField('reading', 'preySeen')}
        chosen={prey}
        onPick={(word) =>
          give({ preySeen: prey.includes(word) ? prey.filter((one) => one !== word) : [...prey, word] })
        }
      />
      <Measured given={given} give={give} field="preyLengthMm" />
    </>
  )
}

function Signs({ given, give }: Noted) {
  return (
    <Pick
      label={words.signs}
      words={SIGNS.map((field) => words.fields[field])}
      chosen={SIGNS.filter((field) => given[field] === true).map((field) => words.fields[field])}
      onPick={(word) => {
        const field = SIGNS.find((one) => words.fields[one] === word)
        if (field) give({ [field]: given[field] === true ? null : true })
      }}
    />
  )
}

/** Anglers, boats and bathers are three things: a crowd of one is none of the others. */
function People({ given, give }: Noted) {
  return COUNTED.map((field) => (
    <Stepper
      key={field}
      label={words.fields[field]}
      value={typeof given[field] === 'number' ? String(given[field]) : '–'}
      onStep={(direction) => give({ [field]: Math.max(0, Number(given[field] ?? 0) + direction) })}
    />
  ))
}

function HoldsFor({ given, give, spot }: Noted & { spot: Id<'spot'> }) {
  const name = useNames('spots')(spot)
  return (
    <Pick
      label={words.holdsFor}
      words={[words.water, name]}
      chosen={[given.spot === spot ? name : words.water]}
      onPick={(word) => give({ spot: word === name ? spot : null })}
    />
  )
}

function Measured({ given, give, field }: Noted & { field: 'preyLengthMm' | 'bassOffBottomM' }) {
  const units = useUnits()
  return (
    <Stepper
      label={words.fields[field]}
      value={shownValue('reading', field, given[field], given[`${field}Typed`], units)}
      onStep={(direction) => give(stepped('reading', field, given[field] as number | undefined, units, direction))}
      onType={(entered) => {
        const fields = typedQuantity('reading', field, entered, units)
        if (fields) give(fields)
        return fields !== undefined
      }}
    />
  )
}
