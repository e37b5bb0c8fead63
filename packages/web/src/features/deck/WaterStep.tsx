import { useState } from 'react'
import type { Water } from '@jotbook/core'
import { allTrips, allWaters } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { saved, useSave } from '../../state/useSave.ts'
import { newId } from '../../offline/index.ts'
import { FieldProblem } from '../../ui/ProblemNote.tsx'
import { newWater, readWater, zoneAt } from '../waters/make/index.ts'
import { farness, positionNow } from './place.ts'
import type { Position } from './place.ts'
import { Target } from './Target.tsx'
import { text } from './text.ts'

/** Nearest first where the place is told, else the one fished last; or a new one, by its name. */
export function WaterStep({ onWater }: { readonly onWater: (water: Water) => void }) {
  const waters = useAppSelector(allWaters)
  const trips = useAppSelector(allTrips)
  const [here, setHere] = useState<Position>()
  const [making, setMaking] = useState(waters.length === 0)
  const lastFished = (water: Water): number => {
    const at = trips.findIndex((trip) => trip.water === water.id)
    return at < 0 ? trips.length : at
  }
  const ordered = [...waters].sort((a, b) =>
    here ? farness(here, a) - farness(here, b) : lastFished(a) - lastFished(b),
  )
  return (
    <div className="choices">
      {ordered.map((water) => (
        <Target key={water.id} onTap={() => onWater(water)}>
          <strong>{water.name}</strong>
          <span>{water.kind}</span>
        </Target>
      ))}
      {making ? (
        <NewWater onWater={onWater} />
      ) : (
        <Target className="quiet" onTap={() => setMaking(true)}>
          {text.launch.newWater}
        </Target>
      )}
      {!here && waters.length > 1 && 'geolocation' in navigator && (
        <Target className="quiet" onTap={() => void positionNow().then(setHere)}>
          {text.launch.nearest}
        </Target>
      )}
    </div>
  )
}

/** A water is its name; where it lies, and so its time zone, comes from the device if it may. */
function NewWater({ onWater }: { onWater: (water: Water) => void }) {
  const save = useSave()
  const [draft, setDraft] = useState(newWater)
  const [tried, setTried] = useState(false)
  const [asked, setAsked] = useState<'set' | 'none'>()
  const { fields, problems } = readWater(draft)
  const locate = async (): Promise<void> => {
    const position = await positionNow()
    setAsked(position ? 'set' : 'none')
    if (!position) return
    const { latitude, longitude } = position
    const timeZone = (await zoneAt(latitude, longitude)) ?? draft.timeZone
    setDraft((now) => ({ ...now, latitude: latitude.toFixed(5), longitude: longitude.toFixed(5), timeZone }))
  }
  const make = async (): Promise<void> => {
    setTried(true)
    if (Object.keys(problems).length > 0) return
    const id = newId()
    await save(saved(String(fields.name)), [{ kind: 'water', id, fields }])
    onWater({ id, ...fields } as unknown as Water)
  }
  return (
    <form
      className="person"
      onSubmit={(event) => {
        event.preventDefault()
        void make()
      }}
    >
      <label htmlFor="launch-water">{text.launch.waterName}</label>
      <input
        id="launch-water"
        value={draft.name}
        maxLength={200}
        aria-describedby="launch-water-problem"
        onChange={({ target }) => setDraft({ ...draft, name: target.value })}
      />
      {tried && <FieldProblem id="launch-water-problem" message={problems.name} />}
      {'geolocation' in navigator && (
        <Target onTap={() => void locate()}>
          {asked === 'set' ? text.launch.hereSet : asked === 'none' ? text.launch.noPosition : text.launch.here}
        </Target>
      )}
      <Target className="go" onTap={() => void make()}>
        {text.launch.saveWater}
      </Target>
    </form>
  )
}
