import type { Id, RecordOf } from '@jotbook/core'
import { Target } from './Target.tsx'
import { text } from './text.ts'

interface WhichRodProps {
  readonly lure: string
  /** Rods that are rigged, those on deck first. */
  readonly setups: readonly RecordOf<'setup'>[]
  /** The one that Tackle has it tied to. */
  readonly own: string | undefined
  readonly onRod: (setup: Id<'setup'> | undefined) => void
}

/** A lure was tied on: on the same rod as before, or on another? */
export function WhichRod({ lure, setups, own, onRod }: WhichRodProps) {
  return (
    <main className="sheet">
      <header>
        <h1>{text.whichRod.ask(lure)}</h1>
      </header>
      <div className="choices">
        {setups.map(({ id, name, lineKind, lineLb }) => (
          <Target key={id} onTap={() => onRod(id)}>
            <strong>{name}</strong>
            <span>
              {id === own ? `${text.whichRod.same}, ` : ''}
              {text.whichRod.line(lineKind, lineLb)}
            </span>
          </Target>
        ))}
        <Target className="quiet" onTap={() => onRod(undefined)}>
          {text.whichRod.none}
        </Target>
      </div>
    </main>
  )
}
