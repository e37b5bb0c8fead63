import { useEffect, useState } from 'react'
import { askToPersist, readRoom } from '../../offline/index.ts'
import { deckChosen } from '../../state/preferences.ts'
import type { DeckSettings } from '../../state/preferences.ts'
import { useAppDispatch, useAppSelector } from '../../state/store.ts'
import { Target } from './Target.tsx'
import { text } from './text.ts'

const THEMES = ['day', 'sun', 'night'] as const
const SWITCHES = ['wet', 'large', 'left', 'awake', 'advice', 'places'] as const

/** How this screen looks and is held, and whether what is on it will be kept. */
export function ScreenChoices() {
  const dispatch = useAppDispatch()
  const settings = useAppSelector(({ preferences }) => preferences.deck)
  const [persisted, setPersisted] = useState<boolean>()
  useEffect(() => void readRoom().then((room) => setPersisted(room.persisted)), [])
  const toggle = (name: Exclude<keyof DeckSettings, 'theme'>): void => {
    dispatch(deckChosen({ [name]: !settings[name] }))
  }
  return (
    <section aria-label={text.daySheet.screen}>
      <h2>{text.daySheet.screen}</h2>
      <div className="counters" role="group" aria-label={text.daySheet.theme}>
        {THEMES.map((theme) => (
          <Target key={theme} aria-pressed={settings.theme === theme} onTap={() => dispatch(deckChosen({ theme }))}>
            {text.daySheet.themes[theme]}
          </Target>
        ))}
      </div>
      <div className="switches">
        {SWITCHES.map((name) => (
          <Target key={name} role="switch" aria-checked={settings[name]} onTap={() => toggle(name)}>
            {text.daySheet[name]}
          </Target>
        ))}
      </div>
      {persisted !== undefined && (
        <p>
          {persisted ? text.daySheet.persisted : text.daySheet.notPersisted}{' '}
          {!persisted && (
            <Target className="quiet" onTap={() => void askToPersist().then(setPersisted)}>
              {text.daySheet.askPersist}
            </Target>
          )}
        </p>
      )}
    </section>
  )
}
