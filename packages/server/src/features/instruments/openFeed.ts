import { connect } from 'node:net'
import type { LookupFunction } from 'node:net'
import { WebSocket } from 'ws'

/** What a connection to a sounder tells its owner. */
export interface FeedEvents {
  readonly open: () => void
  readonly line: (text: string) => void
  readonly closed: () => void
}

/** Bytes without an end of line that are put up with; more is no sentence, and is thrown away. */
const LONGEST_LINE = 1000
/** Lines a second that are listened to; a flood beyond is dropped. */
const MOST_LINES_A_SECOND = 2000
/** A line that is open and says nothing for so long is hung up and dialled again. */
const SILENT_MS = 30_000

/** Cuts what comes in into lines; floods and endless lines are dropped. */
export class LineCutter {
  /** Lines dropped because too many came at once. */
  flooded = 0
  private rest = ''
  private second = 0
  private inSecond = 0

  constructor(
    private readonly line: (text: string) => void,
    private readonly now: () => number,
  ) {}

  take(text: string): void {
    const lines = (this.rest + text).split('\n')
    this.rest = (lines.pop() ?? '').slice(-LONGEST_LINE)
    const second = Math.floor(this.now() / 1000)
    if (second !== this.second) {
      this.second = second
      this.inSecond = 0
    }
    for (const line of lines) {
      if (++this.inSecond > MOST_LINES_A_SECOND) this.flooded++
      else this.line(line)
    }
  }
}

/** Opens one connection (tcp:// or ws://); returns how to hang up. `closed` is told once, whatever ends it. */
export function openFeed(
  url: URL,
  lookup: LookupFunction,
  cutter: LineCutter,
  { open, closed }: Omit<FeedEvents, 'line'>,
): () => void {
  let over = false
  const end = (): void => {
    if (over) return
    over = true
    closed()
  }
  if (url.protocol === 'tcp:') {
    const socket = connect({ host: url.hostname.replace(/^\[|\]$/g, ''), port: Number(url.port), lookup })
    socket.setTimeout(SILENT_MS, () => socket.destroy())
    socket.on('connect', open)
    socket.on('data', (bytes) => cutter.take(bytes.toString('latin1')))
    socket.on('error', () => socket.destroy())
    socket.on('close', end)
    return () => socket.destroy()
  }
  const socket = new WebSocket(url, { lookup, maxPayload: 100_000, handshakeTimeout: 5000, followRedirects: false })
  let silence = setTimeout(() => socket.terminate(), SILENT_MS)
  socket.on('open', open)
  socket.on('message', (bytes: Buffer) => {
    clearTimeout(silence)
    silence = setTimeout(() => socket.terminate(), SILENT_MS)
    cutter.take(bytes.toString('latin1'))
  })
  socket.on('error', () => socket.terminate())
  socket.on('close', () => {
    clearTimeout(silence)
    end()
  })
  return () => socket.terminate()
}
