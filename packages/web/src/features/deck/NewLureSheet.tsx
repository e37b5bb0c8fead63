import { useState } from 'react'
import { LURE_CLASSES, ZONE_COLOURS } from '@jotbook/core'
import type { Id } from '@jotbook/core'
import { LureDrawing } from '../../charts/lures/LureDrawing.tsx'
import { likeIt } from '@jotbook/core/deck'
import { allLures } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { commit, newId } from '../../offline/index.ts'
import { Target } from './Target.tsx'
import { text } from './text.ts'

const COLOURS = Object.keys(ZONE_COLOURS)

interface NewLureProps {
  readonly book: Id<'book'>
  readonly onDone: (lure: { readonly id: string; readonly name: string } | undefined) => void
}

/** Class, back, belly: the third tap ties it on, with the body and colour family of its like. */
export function NewLureSheet({ book, onDone }: NewLureProps) {
  const lures = useAppSelector(allLures)
  const [kind, setKind] = useState<string>()
  const [back, setBack] = useState<string>()
  const tie = async (belly: string): Promise<void> => {
    if (!kind || !back) return
    const [id, name] = [newId(), `${kind.charAt(0).toUpperCase()}${kind.slice(1)}, ${back}`]
    const made = { class: kind, back, side: back, belly }
    await commit(book, [{ kind: 'lure', id, fields: { name, ...made, ...likeIt(lures, made) } }])
    onDone({ id, name })
  }
  return (
    <main className="sheet">
      <header>
        <h1>{kind === undefined ? text.lure.class : back === undefined ? text.lure.back : text.lure.belly}</h1>
        <Target className="quiet" onTap={() => onDone(undefined)}>
          {text.cancel}
        </Target>
      </header>
      <div className="grid-choices">
        {kind === undefined
          ? LURE_CLASSES.map((one) => (
              <Target key={one} onTap={() => setKind(one)}>
                <LureDrawing lure={{ name: one, class: one }} width={92} decorative />
                <span>{one}</span>
              </Target>
            ))
          : COLOURS.map((colour) => (
              <Target key={colour} onTap={() => (back === undefined ? setBack(colour) : void tie(colour))}>
                <LureDrawing
                  lure={{
                    name: colour,
                    class: kind,
                    back: back ?? colour,
                    side: back ?? colour,
                    belly: back === undefined ? 'white' : colour,
                  }}
                  width={92}
                  decorative
                />
                <span>{colour}</span>
              </Target>
            ))}
      </div>
    </main>
  )
}
