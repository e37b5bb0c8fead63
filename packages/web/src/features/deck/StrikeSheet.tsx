import { isStrike } from '@jotbook/core'
import { useRef } from 'react'
import type { Fields, Id, Strike } from '@jotbook/core'
import { Photo } from '../../ui/ofBook/Photo.tsx'
import { keepPicture } from '../../offline/index.ts'
import { shownValue, stepped, typedQuantity, wordsOfField } from './quantities.ts'
import { useDeckUnits } from './scale.ts'
import { Stepper } from './Stepper.tsx'
import { Pick, Target } from './Target.tsx'
import { text } from './text.ts'
import type { Deck } from './useDeck.ts'

const OUTCOMES = ['missed', 'lost', 'landed'] as const
const FELT = ['phase', 'feltAs', 'set', 'hookPosition'] as const
const MEASURED = ['lengthMm', 'weightG', 'depthM'] as const

interface StrikeSheetProps {
  readonly book: Id<'book'>
  readonly deck: Deck
  readonly strike: Id<'strike'>
  readonly onDone: () => void
}

/** The rest of a strike, in chips and steppers; each tap is kept at once, none is asked for. */
export function StrikeSheet({ book, deck, strike: id, onDone }: StrikeSheetProps) {
  const strike = deck.day.strikes.find((one) => one.id === id)
  if (!strike) return null
  const number = deck.day.strikes.filter((one) => isStrike(one) && one.time <= strike.time).length
  /** Built on the taps before it: two quick ones count twice. */
  const change: Change = (fieldsOf, what) =>
    void deck.tap(text.said.detail(what), (ahead) => [
      { kind: 'strike', id, fields: fieldsOf(ahead.strikes.find((one) => one.id === id) ?? strike) },
    ])
  const words = (field: WordField) => <WordOf key={field} field={field} strike={strike} onChange={change} />
  return (
    <main className="sheet">
      <header>
        <h1>{text.sheet.title(number)}</h1>
        <Target className="go" onTap={onDone}>
          {text.done}
        </Target>
      </header>
      <Pick
        label={text.whatBecame}
        words={OUTCOMES}
        chosen={[strike.outcome ?? '']}
        onPick={(word) => change((now) => ({ outcome: now.outcome === word ? null : word }), word)}
      />
      {MEASURED.map((field) => (
        <Measured key={field} field={field} strike={strike} onChange={change} />
      ))}
      {words('species')}
      <Kept strike={strike} isTournament={deck.day.trip.purpose === 'tournament'} onChange={change} />
      {FELT.map(words)}
      {words('cover')}
      {words('level')}
      <Stepper
        label={text.sheet.pitch}
        value={String(strike.pitch ?? '–')}
        onStep={(direction) =>
          change((now) => ({ pitch: Math.max(1, (now.pitch ?? 0) + direction) }), text.sheet.pitch)
        }
      />
      <Pick
        label={text.sheet.sameFish}
        words={[text.sheet.sameFish]}
        chosen={strike.sameFish ? [text.sheet.sameFish] : []}
        onPick={() => change((now) => ({ sameFish: !now.sameFish }), text.sheet.sameFish)}
      />
      <PreySeen strike={strike} onChange={change} />
      <footer>
        <StrikePhoto book={book} strike={strike} number={number} onChange={change} />
        <Target className="go" onTap={onDone}>
          {text.done}
        </Target>
      </footer>
    </main>
  )
}

type Change = (fieldsOf: (now: Strike) => Fields, what: string) => void
type WordField = (typeof FELT)[number] | 'species' | 'cover' | 'level'

function WordOf({ field, strike, onChange }: { field: WordField; strike: Strike; onChange: Change }) {
  const own = strike[field]
  return (
    <Pick
      label={text.sheet[field]}
      words={wordsOfField('strike', field)}
      chosen={typeof own === 'string' ? [own] : []}
      onPick={(word) => onChange((now) => ({ [field]: now[field] === word ? null : word }), word)}
    />
  )
}

interface MeasuredProps {
  readonly field: (typeof MEASURED)[number]
  readonly strike: Strike
  readonly onChange: Change
}

function Measured({ field, strike, onChange }: MeasuredProps) {
  const units = useDeckUnits()
  return (
    <Stepper
      label={text.sheet[field]}
      value={shownValue('strike', field, strike[field], strike[`${field}Typed`], units)}
      onStep={(direction) =>
        onChange((now) => stepped('strike', field, now[field], units, direction), text.sheet[field])
      }
      onType={(entered) => {
        const fields = typedQuantity('strike', field, entered, units)
        if (fields) onChange(() => fields, text.sheet[field])
        return fields !== undefined
      }}
    />
  )
}

/** Kept or let go; at a tournament a fish that died is weighed otherwise. */
function Kept({ strike, isTournament, onChange }: { strike: Strike; isTournament: boolean; onChange: Change }) {
  const { kept, released, dead } = text.sheet
  return (
    <>
      <Pick
        label={text.keepIt}
        words={[kept, released]}
        chosen={strike.kept === true ? [kept] : strike.kept === false ? [released] : []}
        onPick={(word) => onChange(() => ({ kept: word === kept }), word)}
      />
      {strike.kept === true && isTournament && (
        <Pick
          label={dead}
          words={[dead]}
          chosen={strike.dead ? [dead] : []}
          onPick={() => onChange((now) => ({ dead: !now.dead }), dead)}
        />
      )}
    </>
  )
}

function PreySeen({ strike, onChange }: { strike: Strike; onChange: Change }) {
  const seenOf = ({ forageSeen }: Strike): readonly string[] => forageSeen ?? []
  return (
    <Pick
      label={text.sheet.forageSeen}
      words={wordsOfField('strike', 'forageSeen')}
      chosen={seenOf(strike)}
      onPick={(word) =>
        onChange((now) => {
          const seen = seenOf(now)
          return { forageSeen: seen.includes(word) ? seen.filter((one) => one !== word) : [...seen, word] }
        }, word)
      }
    />
  )
}

function StrikePhoto({
  book,
  strike,
  number,
  onChange,
}: {
  book: Id<'book'>
  strike: Strike
  number: number
  onChange: Change
}) {
  const file = useRef<HTMLInputElement>(null)
  const photo = async (chosen: File | undefined): Promise<void> => {
    if (!chosen) return
    const photo = await keepPicture(book, chosen)
    onChange(() => ({ photo }), text.sheet.photo)
  }
  return (
    <>
      <input
        ref={file}
        type="file"
        accept="image/*"
        capture="environment"
        hidden
        aria-label={text.sheet.photo}
        onChange={({ target }) => void photo(target.files?.[0])}
      />
      {strike.photo && <Photo sha256={strike.photo} caption={text.sheet.title(number)} />}
      <Target onTap={() => file.current?.click()}>{strike.photo ? text.sheet.otherPhoto : text.sheet.photo}</Target>
    </>
  )
}
