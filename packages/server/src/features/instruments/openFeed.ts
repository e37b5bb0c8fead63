import { connect } from 'node:net'
import type { LookupFunction } from 'node:net'
import type { Duplex } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import split2 from 'split2'
import { WebSocket, createWebSocketStream } from 'ws'

/** What a connection to a sounder tells its owner. */
export interface FeedEvents {
  readonly open: () => void
  readonly line: (text: string) => void
  /** Told once, whatever ends it. */
  readonly closed: () => void
}

/** More characters without an end of line are no sentence, and are thrown away. */
const LINES = { maxLength: 1000, skipOverflow: true }
/** Lines a second that are listened to. */
const MOST_LINES_A_SECOND = 2000
/** A line that is open and says nothing for so long is hung up and dialled again. */
const SILENT_MS = 30_000

/** Lets lines through as long as they are no flood. */
export class FloodGate {
  /** Lines turned away because too many came at once. */
  flooded = 0
  private second = 0
  private inSecond = 0

  constructor(private readonly now: () => number) {}

  passes(): boolean {
    const second = Math.floor(this.now() / 1000)
    if (second !== this.second) {
      this.second = second
      this.inSecond = 0
    }
    if (++this.inSecond <= MOST_LINES_A_SECOND) return true
    this.flooded++
    return false
  }
}

/** Opens one connection (tcp:// or ws://); returns how to hang up. */
export function openFeed(url: URL, lookup: LookupFunction, { open, line, closed }: FeedEvents): () => void {
  const stream = url.protocol === 'tcp:' ? overTcp(url, lookup, open) : overWebSocket(url, lookup, open)
  const lines = split2(LINES)
  void pipeline(stream, lines, async (cut: AsyncIterable<string>) => {
    for await (const one of cut) line(one)
  }).then(closed, closed)
  return () => stream.destroy()
}

function overTcp(url: URL, lookup: LookupFunction, open: () => void): Duplex {
  const socket = connect({ host: url.hostname.replace(/^\[|\]$/g, ''), port: Number(url.port), lookup })
  socket.setTimeout(SILENT_MS, () => socket.destroy())
  return socket.on('connect', open)
}

function overWebSocket(url: URL, lookup: LookupFunction, open: () => void): Duplex {
  const socket = new WebSocket(url, { lookup, maxPayload: 100_000, handshakeTimeout: 5000, followRedirects: false })
  const silence = setTimeout(() => socket.terminate(), SILENT_MS)
  socket.on('open', open)
  socket.on('message', () => void silence.refresh())
  socket.on('close', () => clearTimeout(silence))
  return createWebSocketStream(socket)
}
