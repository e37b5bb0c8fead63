import { wrap } from 'comlink'
import type { Remote } from 'comlink'

/**
 * A worker that stays: started at its first use, and once more where its script could not be had. What was asked of the one that never
 * started stays without an answer; what is asked later has one.
 */
export function lasting<T>(start: () => Worker): () => Remote<T> {
  let remote: Remote<T> | undefined
  return () => {
    if (remote) return remote
    const worker = start()
    // A script that did not come is a plain event; what a running one throws is an ErrorEvent, and it goes on.
    worker.addEventListener('error', (event) => {
      if (!(event instanceof ErrorEvent)) remote = undefined
    })
    return (remote = wrap<T>(worker))
  }
}
