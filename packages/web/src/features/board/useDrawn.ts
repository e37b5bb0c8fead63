import { allLures } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import type { DrawnLure } from '../../charts/lures/LureDrawing.tsx'

/** The lure that stands for a group: itself, one of its body, or the bare class. */
export function useDrawn(by: readonly string[], group: readonly string[]): DrawnLure | undefined {
  const lures = useAppSelector(allLures)
  const level = (column: string): string | undefined => (by.includes(column) ? group[by.indexOf(column)] : undefined)
  const [lure, body, lureClass] = [level('lure'), level('body'), level('class')]
  if (lure !== undefined) return lures.find(({ id }) => id === lure)
  const zones = Object.fromEntries(
    ['back', 'side', 'belly', 'accent', 'finish'].flatMap((zone) =>
      by.includes(zone) ? [[zone, level(zone) ?? null]] : [],
    ),
  )
  const ofBody = body === undefined ? undefined : lures.find((one) => one.body === body)
  const shown = lureClass ?? ofBody?.class
  return shown === undefined ? undefined : { name: shown, class: shown, ...zones }
}
