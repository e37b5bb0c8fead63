import { connect } from 'node:net'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { WebSocket } from 'ws'
import { SounderIntake, readMetars, readTaf } from '@jotbook/core/formats'
import { soundedDay, startSounder, startWeatherStation } from './index.ts'
import type { RunningSounder } from './index.ts'

const DAY = {
  startMs: Date.parse('2026-03-14T11:00:00Z'),
  hours: 1,
  seed: 3,
  faults: { checksums: 0.03, gaps: 0.1, reordered: 0.1 },
}

function intakeOf(lines: Iterable<string>): SounderIntake {
  const intake = new SounderIntake()
  for (const line of lines) intake.take(line)
  return intake
}
const LINES = [...soundedDay(DAY)].flatMap(({ lines }) => lines)

describe('the sounder', () => {
  // One a way: a day goes by from its first listener on, and who comes a tick later has missed the beginning.
  let sounders: readonly [RunningSounder, RunningSounder]
  const started = (): Promise<RunningSounder> => startSounder({ ...DAY, speed: 20_000 })
  beforeAll(async () => void (sounders = [await started(), await started()]))
  afterAll(() => Promise.all(sounders.map((one) => one.stop())))

  it('says by TCP and by WebSocket what stands in its log, faults and all', async () => {
    const [one, other] = sounders
    const [tcp, web] = await Promise.all([heardByTcp(one.tcpPort), heardByWebSocket(other.webSocketPort)])
    const log = intakeOf(LINES)
    expect(log.counts.checksum).toBeGreaterThan(50)
    for (const feed of [tcp, web].map((lines) => intakeOf(lines))) {
      expect(feed.counts).toEqual(log.counts)
    }
    expect(intakeOf(tcp).drain()).toEqual(intakeOf(LINES).drain())
    expect(log.drain().readings.length).toBeGreaterThan(4)
  })
})

/** All lines until the day has been told. */
function heardByTcp(port: number): Promise<string[]> {
  return new Promise((resolve) => {
    let text = ''
    const socket = connect(port, '127.0.0.1')
    socket.on('data', (bytes) => {
      text += bytes.toString('latin1')
      if (linesIn(text) >= LINES.length) socket.destroy()
    })
    socket.on('close', () => resolve(text.split('\r\n')))
  })
}

function heardByWebSocket(port: number): Promise<string[]> {
  return new Promise((resolve) => {
    let text = ''
    const socket = new WebSocket(`ws://127.0.0.1:${port}`)
    socket.on('message', (bytes) => {
      text += (bytes as Buffer).toString('latin1')
      if (linesIn(text) >= LINES.length) socket.close()
    })
    socket.on('close', () => resolve(text.split('\r\n')))
  })
}

const linesIn = (text: string): number => text.split('\r\n').length - 1

describe('the weather station', () => {
  it('serves two fields over HTTP, in reports that the book can read', async () => {
    const now = Date.parse('2026-03-14T12:00:00Z')
    const station = await startWeatherStation({ now: () => now })
    const ask = async (query: string): Promise<Response> => fetch(`http://127.0.0.1:${station.port}/metar?${query}`)
    for (const name of ['XVAL', 'XRDG']) {
      const { reports, remarks } = readMetars(await (await ask(`station=${name}&hours=96`)).text(), now)
      expect(reports.length).toBeGreaterThan(85)
      expect(new Set(reports.map((report) => report.station))).toEqual(new Set([name]))
      expect(reports.some(({ windMps }) => windMps === undefined) || name === 'XVAL').toBe(true)
      expect(reports.every(({ pressureHpa = 1013 }) => pressureHpa > 1000)).toBe(true)
      for (const { message } of remarks) expect(message).toMatch(/NIL|hours old/)
    }
    const forecast = (await (await ask('station=XRDG&hours=1&taf=1')).text())
      .split('\n')
      .filter((line) => line.startsWith('TAF'))
    const { forecasts, remarks } = readTaf(forecast.join('\n'), now)
    expect(remarks).toEqual([])
    expect(forecasts[0]?.hours.map(({ fields }) => Number.isFinite(fields.windMps))).toEqual(Array(24).fill(true))
    expect((await ask('station=XXXX')).status).toBe(404)
    await station.stop()
  })
})
