const PATIENCE_MS = 1000

/** How far a long piece of work is, on the error stream, once it has taken a second. */
export function progressLine(work: string): { readonly at: (share: number) => void; readonly done: () => void } {
  const startMs = Date.now()
  let saidMs = startMs
  let said = false
  return {
    at: (share) => {
      if (Date.now() - saidMs < PATIENCE_MS) return
      saidMs = Date.now()
      said = true
      process.stderr.write(`\r${work}: ${Math.round(100 * share)} %`)
    },
    done: () => {
      if (said) process.stderr.write(`\r${work}: done in ${((Date.now() - startMs) / 1000).toFixed(1)} s\n`)
    },
  }
}
