import { createServer } from 'node:net'
import type { AddressInfo, Socket } from 'node:net'
import { WebSocketServer } from 'ws'
import { soundedDay } from './soundedDay.ts'
import type { DayOptions } from './soundedDay.ts'

export interface SounderOptions extends DayOptions {
  readonly host?: string
  /** 0: any free port. */
  readonly tcpPort?: number
  readonly webSocketPort?: number
  /** Times as fast as life. */
  readonly speed?: number
}

export interface RunningSounder {
  readonly tcpPort: number
  readonly webSocketPort: number
  /** Breaks every line off, as a loose plug does; those who listen may come again. */
  readonly hangUp: () => void
  /** Says anything to all who listen. */
  readonly say: (text: string) => void
  readonly stop: () => Promise<void>
}

const TICK_MS = 2000

/** A sounder on a boat's network: every one who listens, by TCP or WebSocket, hears the same day going by. */
export async function startSounder({
  host = '127.0.0.1',
  tcpPort = 0,
  webSocketPort = 0,
  speed = 1,
  ...day
}: SounderOptions): Promise<RunningSounder> {
  const sockets = new Set<Socket>()
  const tcp = createServer((socket) => {
    sockets.add(socket)
    socket.on('close', () => sockets.delete(socket))
    socket.on('error', () => socket.destroy())
  })
  const web = new WebSocketServer({ host, port: webSocketPort })
  await Promise.all([
    new Promise<void>((listening) => tcp.listen(tcpPort, host, listening)),
    new Promise((listening) => web.once('listening', listening)),
  ])
  const say = (text: string): void => {
    for (const socket of sockets) socket.write(text)
    for (const client of web.clients) client.send(text)
  }
  const ticks = soundedDay(day)
  // Fast days come in larger portions: timers are not finer than a few milliseconds.
  const portion = Math.max(1, Math.round((speed * 20) / TICK_MS))
  const timer = setInterval(
    () => {
      // The day waits for its first listener.
      if (sockets.size + web.clients.size === 0) return
      for (let i = 0; i < portion; i++) {
        const next = ticks.next()
        if (next.done === true) return clearInterval(timer)
        say(next.value.lines.map((line) => `${line}\r\n`).join(''))
      }
    },
    (portion * TICK_MS) / speed,
  )
  return {
    tcpPort: (tcp.address() as AddressInfo).port,
    webSocketPort: (web.address() as AddressInfo).port,
    hangUp: () => {
      for (const socket of sockets) socket.destroy()
      for (const client of web.clients) client.terminate()
    },
    say,
    stop: async () => {
      clearInterval(timer)
      for (const socket of sockets) socket.destroy()
      for (const client of web.clients) client.terminate()
      await Promise.all([new Promise((closed) => tcp.close(closed)), new Promise((closed) => web.close(closed))])
    },
  }
}
