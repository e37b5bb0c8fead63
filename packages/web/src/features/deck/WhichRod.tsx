import type { RecordOf } from '@jotbook/core'
import { Target } from './Target.tsx'
import { text } from './text.ts'

interface WhichRodProps {
  readonly lure: string
  /** Rods that are rigged, those on deck first. */
  readonly setups: readonly RecordOf<'setup'>[]
  readonly onRod: (setup: string | undefined) => void
}

/** A lure that no rod is known for was tied on: which rod is it on? */
export function WhichRod({ lure, setups, onRod }: WhichRodProps) {
  return (
    <main className="sheet">
      <header>
        <h1>{text.whichRod.ask(lure)}</h1>
      </header>
      <div className="choices">
        {setups.map(({ id, name, lineKind, lineLb }) => (
          <Target key={id} onTap={() => onRod(id)}>
            <strong>{name}</strong>
            <span>{text.whichRod.line(lineKind, lineLb)}</span>
          </Target>
        ))}
        <Target className="quiet" onTap={() => onRod(undefined)}>
          {text.whichRod.none}
        </Target>
      </div>
    </main>
  )
}
