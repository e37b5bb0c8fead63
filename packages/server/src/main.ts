import { readConfig } from './platform/config.ts'
import { describe } from './platform/problemHandler.ts'
import { serve } from './app/serve.ts'

const say = (line: string): void => console.log(line)

/** Told to whoever watches over us: from here on we are worth starting again. */
const READY = 'ready'

try {
  const serving = await serve(readConfig(process.env, process.argv.slice(2)), say)
  say(`Jot Book is ready at ${serving.url}`)
  process.send?.(READY)
  let stopping = false
  const stop = (): void => {
    if (stopping) return
    stopping = true
    void serving.stop().finally(() => process.exit(0))
  }
  process.on('SIGTERM', stop)
  process.on('SIGINT', stop)
  // Whoever started us is gone without a word: stop rather than stay behind.
  const parent = process.ppid
  setInterval(() => process.ppid !== parent && stop(), 500).unref()
} catch (error) {
  // A failed statement's message would tell its values.
  const { name, code } = describe(error)
  console.error(
    code === undefined && !(error as { query?: unknown }).query
      ? (error as Error).message
      : `The start failed: ${name} ${code ?? ''}`,
  )
  process.exit(1)
}
