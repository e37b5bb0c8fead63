import { createContext, useCallback, useContext, useMemo } from 'react'
import type { ReactNode } from 'react'
import { useLink } from '../../state/useLink.ts'
import type { SayLink } from '../../state/useLink.ts'

/** The part of the address that holds a second view: the end of its path, and its own question. */
const BESIDE = 'beside'

/** Views that may stand beside another, by the end of their path under Findings: `''` is the board. The others take the whole page. */
export const BESIDE_VIEWS = [
  '',
  '/when',
  '/compare',
  '/size',
  '/bite',
  '/changes',
  '/where',
  '/seasons',
  '/who',
] as const
export type BesideView = (typeof BESIDE_VIEWS)[number]
export const isBesideView = (path: string): path is BesideView => BESIDE_VIEWS.some((one) => one === path)

/** Where a view keeps its question: in the address of the page, or in the part of it that stands for the view beside. */
export interface Place {
  readonly params: URLSearchParams
  readonly isBeside: boolean
  readonly change: SayLink
}

interface HeldView {
  readonly path: BesideView
  readonly params: URLSearchParams
}

/** A link may say anything: what is no view stands nowhere. */
function readBeside(params: URLSearchParams): HeldView | undefined {
  const [path, ...search] = params.get(BESIDE)?.split('?') ?? []
  if (path === undefined || !isBesideView(path)) return undefined
  return { path, params: new URLSearchParams(search.join('?')) }
}

const written = ({ path, params }: HeldView): string => `${path}?${params.toString()}`

const HeldBeside = createContext(false)

/** Everything in it keeps its question in the address of the view beside. */
export const BesidePlace = ({ children }: { children: ReactNode }) => (
  <HeldBeside.Provider value>{children}</HeldBeside.Provider>
)

export function usePlace(): Place {
  const isBeside = useContext(HeldBeside)
  const [page, say] = useLink()
  const held = page.toString()
  const params = useMemo(() => {
    const own = new URLSearchParams(held)
    return isBeside ? (readBeside(own)?.params ?? new URLSearchParams()) : own
  }, [held, isBeside])
  const change = useCallback<SayLink>(
    (next, replace) =>
      say((present) => {
        const beside = isBeside ? readBeside(present) : undefined
        if (!beside) return next(present)
        present.set(BESIDE, written({ path: beside.path, params: next(beside.params) }))
        return present
      }, replace),
    [say, isBeside],
  )
  return useMemo(() => ({ params, isBeside, change }), [params, isBeside, change])
}

/** The view beside: which it is, and how to choose another, or none. */
export function useBeside(): {
  readonly path: BesideView | undefined
  readonly open: (path: BesideView | null) => void
} {
  const [page, say] = useLink()
  const open = (path: BesideView | null): void =>
    say((next) => {
      const held = readBeside(next)
      next.delete(BESIDE)
      // A view that is opened beside asks at first what the page asks; another view there goes on with its own hours.
      const params = held?.params ?? new URLSearchParams(next)
      if (path !== null) next.set(BESIDE, written({ path, params }))
      return next
    }, false)
  return { path: readBeside(page)?.path, open }
}
