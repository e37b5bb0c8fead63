import type { ReactNode } from 'react'
import { useIntoView } from './useIntoView.ts'
import { Panel } from './controls.tsx'

/** A panel that a press has opened: it comes into view, and is not printed. */
export function OpenedPanel({ label, children }: { label: string; children: ReactNode }) {
  const intoView = useIntoView()
  return (
    <Panel edge="float" as="section" ref={intoView} aria-label={label} mt="10px" className="no-print">
      {children}
    </Panel>
  )
}
