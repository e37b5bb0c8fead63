import { useCallback } from 'react'
import { useNavigate, useSearchParams } from 'react-router'

/** What the address of a page says after its path. */
export type SayLink = (next: (present: URLSearchParams) => URLSearchParams, replace?: boolean) => void

/**
 * The question of a page, kept in its address, and how to say it anew. It is said from the address as it is, which may be a moment later
 * than the page was drawn: of two cells that are filled one after the other, neither is lost.
 */
export function useLink(): readonly [link: URLSearchParams, say: SayLink] {
  const [link] = useSearchParams()
  const navigate = useNavigate()
  const say = useCallback<SayLink>(
    (next, replace = true) => {
      const search = next(new URLSearchParams(window.location.search)).toString()
      void navigate({ search }, { replace, flushSync: true })
    },
    [navigate],
  )
  return [link, say]
}

/** A link that says one thing more, or no longer says it. */
export function withSaid(link: URLSearchParams, name: string, value: string): URLSearchParams {
  if (value === '') link.delete(name)
  else link.set(name, value)
  return link
}
