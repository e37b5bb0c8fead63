import { isStrike } from '@jotbook/core'
import { useRef } from 'react'
import type { Fields, Strike } from '@jotbook/core'
import { Photo } from '../../ui/ofBook/Photo.tsx'
import { useUnits } from '../../state/useBook.ts'
import { keepPicture } from '../../offline/index.ts'
import { shownValue, stepped, typedQuantity, wordsOfField } from './quantities.ts'
import { Stepper } from './Stepper.tsx'
import { Pick, Target } from './Target.tsx'
import { text } from './text.ts'
import type { Deck } from './useDeck.ts'

const OUTCOMES = ['missed', 'lost', 'landed'] as const
const FELT = ['phase', 'feltAs', 'set', 'hookPosition'] as const
const MEASURED = ['lengthMm', 'weightG', 'depthM'] as const

/** The rest of a strike, in chips and steppers; each tap is kept at once, none is asked for. */
export function StrikeSheet({
  book,
  deck,
  strike: id,
  onDone,
}: {
  book: string
  deck: Deck
  strike: string
  onDone: () => void
}) {
  const units = useUnits()
  const strike = deck.day.strikes.find((one) => one.id === id)
  if (!strike) return null
  const number = deck.day.strikes.filter((one) => isStrike(one) && one.time <= strike.time).length
  const write = (fields: Fields, what: string): void => change(() => fields, what)
  /** Built on the taps before it: two quick ones count twice. */
  const change = (fieldsOf: (now: Strike) => Fields, what: string): void =>
    void deck.tap(text.said.detail(what), (ahead) => [
      { kind: 'strike', id, fields: fieldsOf(ahead.strikes.find((one) => one.id === id) ?? strike) },
    ])
  const toggled = (field: keyof Strike, word: string): void =>
    write({ [field]: strike[field] === word ? null : word }, word)
  const words = (field: (typeof FELT)[number] | 'species' | 'cover' | 'level') => (
    <Pick
      key={field}
      label={text.sheet[field]}
      words={wordsOfField('strike', field)}
      chosen={typeof strike[field] === 'string' ? [strike[field]] : []}
      onPick={(word) => toggled(field, word)}
    />
  )
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
        onPick={(word) => toggled('outcome', word)}
      />
      {MEASURED.map((field) => (
        <Stepper
          key={field}
          label={text.sheet[field]}
          value={shownValue('strike', field, strike[field], strike[`${field}Typed`], units)}
          onStep={(direction) =>
            change((now) => stepped('strike', field, now[field], units, direction), text.sheet[field])
          }
          onType={(entered) => {
            const fields = typedQuantity('strike', field, entered, units)
            if (fields) write(fields, text.sheet[field])
            return fields !== undefined
          }}
        />
      ))}
      {words('species')}
      <Pick
        label={text.keepIt}
        words={[text.sheet.kept, text.sheet.released]}
        chosen={strike.kept === true ? [text.sheet.kept] : strike.kept === false ? [text.sheet.released] : []}
        onPick={(word) => write({ kept: word === text.sheet.kept }, word)}
      />
      {strike.kept === true && deck.day.trip.purpose === 'tournament' && (
        <Pick
          label={text.sheet.dead}
          words={[text.sheet.dead]}
          chosen={strike.dead ? [text.sheet.dead] : []}
          onPick={() => write({ dead: !strike.dead }, text.sheet.dead)}
        />
      )}
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
        onPick={() => write({ sameFish: !strike.sameFish }, text.sheet.sameFish)}
      />
      <PreySeen strike={strike} onWrite={write} />
      <footer>
        <StrikePhoto book={book} strike={strike} number={number} onWrite={write} />
        <Target className="go" onTap={onDone}>
          {text.done}
        </Target>
      </footer>
    </main>
  )
}

type Write = (fields: Fields, what: string) => void

function PreySeen({ strike, onWrite }: { strike: Strike; onWrite: Write }) {
  const seen = strike.forageSeen ?? []
  return (
    <Pick
      label={text.sheet.forageSeen}
      words={wordsOfField('strike', 'forageSeen')}
      chosen={seen}
      onPick={(word) =>
        onWrite({ forageSeen: seen.includes(word) ? seen.filter((one) => one !== word) : [...seen, word] }, word)
      }
    />
  )
}

function StrikePhoto({
  book,
  strike,
  number,
  onWrite,
}: {
  book: string
  strike: Strike
  number: number
  onWrite: Write
}) {
  const file = useRef<HTMLInputElement>(null)
  const photo = async (chosen: File | undefined): Promise<void> => {
    if (chosen) onWrite({ photo: await keepPicture(book, chosen) }, text.sheet.photo)
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
