import { readConfig } from './platform/config.ts'
import { serve } from './platform/serve.ts'

const say = (line: string): void => console.log(line)

try {
  const serving = await serve(readConfig(process.env, process.argv.slice(2)), say)
  say(`Jot Book is ready at ${serving.url}`)
  let stopping = false
  const stop = (): void => {
    if (stopping) return
    stopping = true
    void serving.stop().then(() => process.exit(0))
  }
  process.on('SIGTERM', stop)
  process.on('SIGINT', stop)
  // Whoever started us is gone without a word: stop rather than stay behind.
  const parent = process.ppid
  setInterval(() => process.ppid !== parent && stop(), 500).unref()
} catch (error) {
  console.error((error as Error).message)
  process.exit(1)
}
