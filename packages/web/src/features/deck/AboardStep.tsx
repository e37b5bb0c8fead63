import { useState } from 'react'
import { fieldsOf, fishingWords } from '@jotbook/core'
import type { Fields, Trip } from '@jotbook/core'
import { MOST_ABOARD, namesIn } from '@jotbook/core/deck'
import { listOf } from '../../ui/locale.ts'
import { Pick, Target } from './Target.tsx'
import { text } from './text.ts'

/** What for, from what, and for which fish: on the same water mostly as the last time. */
export interface TripKind {
  readonly purpose: string
  /** Empty: not said. */
  readonly platform: string
  readonly target: readonly string[]
}

/** The kind of a trip as fields of its record. */
export const kindFields = ({ purpose, platform, target }: TripKind): Fields => ({
  purpose,
  ...(platform === '' ? {} : { platform }),
  ...(target.length === 0 ? {} : { target }),
})

interface AboardProps {
  readonly trips: readonly Trip[]
  readonly kind: TripKind
  readonly onKind: (next: Partial<TripKind>) => void
  readonly onPeople: (names: readonly string[]) => void
}

/** The crews of the last trips, each one tap; or somebody new, by name, without an account. */
export function AboardStep({ trips, kind, onKind, onPeople }: AboardProps) {
  const crews = [
    ...new Set(
      trips.slice(0, 40).flatMap(({ anglers }) => (anglers && anglers.length > 0 ? [anglers.join('\n')] : [])),
    ),
  ].slice(0, 4)
  return (
    <div className="choices">
      {crews.map((crew) => (
        <Target key={crew} onTap={() => onPeople(crew.split('\n'))}>
          <strong>{listOf(crew.split('\n'))}</strong>
        </Target>
      ))}
      <Target onTap={() => onPeople([])}>
        <strong>{text.launch.alone}</strong>
      </Target>
      <SomebodyNew onPeople={onPeople} />
      <KindOfTrip kind={kind} onKind={onKind} />
    </div>
  )
}

function SomebodyNew({ onPeople }: { readonly onPeople: AboardProps['onPeople'] }) {
  const [adding, setAdding] = useState(false)
  const [names, setNames] = useState<readonly string[]>([])
  const [name, setName] = useState('')
  const everyone = [...new Set([...names, ...namesIn(name)])].slice(0, MOST_ABOARD)
  const add = (): void => {
    setNames(everyone)
    setName('')
  }
  if (!adding)
    return (
      <Target className="quiet" onTap={() => setAdding(true)}>
        {text.launch.addPerson}
      </Target>
    )
  return (
    <form
      className="person"
      onSubmit={(event) => {
        event.preventDefault()
        add()
      }}
    >
      <label htmlFor="person">{text.launch.personName}</label>
      <input id="person" autoFocus value={name} maxLength={80} onChange={(event) => setName(event.target.value)} />
      <Target onTap={add}>{text.launch.add}</Target>
      {everyone.length > 0 && (
        <Target className="go" onTap={() => onPeople(everyone)}>
          {listOf(everyone)}: {text.launch.aboardDone(everyone.length)}
        </Target>
      )}
    </form>
  )
}

const purposes = fieldsOf('trip').purpose
const SPECIES_AT_FIRST = 3

function KindOfTrip({ kind: { purpose, platform, target }, onKind }: Omit<AboardProps, 'trips' | 'onPeople'>) {
  const toggled = (word: string): string[] =>
    target.includes(word) ? target.filter((one) => one !== word) : [...target, word]
  return (
    <>
      <Pick
        label={text.launch.purpose}
        words={purposes && 'of' in purposes ? purposes.of : []}
        chosen={[purpose]}
        onPick={(word) => onKind({ purpose: word })}
      />
      <Pick
        label={text.launch.platform}
        words={fishingWords.PLATFORMS}
        chosen={[platform]}
        onPick={(word) => onKind({ platform: word === platform ? '' : word })}
      />
      <Pick
        label={text.launch.target}
        words={fishingWords.SPECIES}
        chosen={target}
        first={SPECIES_AT_FIRST}
        onPick={(word) => onKind({ target: toggled(word) })}
      />
    </>
  )
}
