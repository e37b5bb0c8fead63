import type { Caution } from '@jotbook/core'
import { text } from './text.ts'

/** What the day calls for caution with, the gravest first; nothing where it calls for none. Styled by its surroundings. */
export function Cautions({ cautions }: { cautions: readonly Caution[] }) {
  if (cautions.length === 0) return null
  return (
    <section aria-label={text.cautions.label} className="cautions">
      <strong>{text.cautions.label}</strong>
      <ul>
        {cautions.map((caution) => (
          <li key={caution}>{text.cautions.lines[caution]}</li>
        ))}
      </ul>
      <p>{text.cautions.local}</p>
    </section>
  )
}
