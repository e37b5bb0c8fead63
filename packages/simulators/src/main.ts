import { parseArgs } from 'node:util'
import { startSounder } from './startSounder.ts'
import { startWeatherStation } from './startWeatherStation.ts'

/** `npm run sounder` and `npm run weather`: the stand-ins, each on its own. */
const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    port: { type: 'string' },
    'web-port': { type: 'string' },
    start: { type: 'string' },
    hours: { type: 'string' },
    speed: { type: 'string' },
    latitude: { type: 'string' },
    longitude: { type: 'string' },
    checksums: { type: 'string' },
    gaps: { type: 'string' },
    reordered: { type: 'string' },
  },
})
const number = (text: string | undefined, otherwise: number): number => {
  const value = text === undefined ? otherwise : Number(text)
  if (!Number.isFinite(value)) throw new Error(`not a number: ${text}`)
  return value
}

if (positionals[0] === 'sounder') {
  const sounder = await startSounder({
    startMs: values.start === undefined ? Date.now() : Date.parse(values.start),
    tcpPort: number(values.port, 10110),
    webSocketPort: number(values['web-port'], 10111),
    hours: number(values.hours, 8),
    speed: number(values.speed, 1),
    latitude: number(values.latitude, 36.9),
    longitude: number(values.longitude, -85.1),
    faults: {
      checksums: number(values.checksums, 0),
      gaps: number(values.gaps, 0),
      reordered: number(values.reordered, 0),
    },
  })
  console.log(
    `A made-up day as NMEA 0183 at tcp://127.0.0.1:${sounder.tcpPort} and ws://127.0.0.1:${sounder.webSocketPort}; it begins with the first listener.`,
  )
} else if (positionals[0] === 'weather') {
  const station = await startWeatherStation({ port: number(values.port, 8110) })
  console.log(`Two made-up fields: http://127.0.0.1:${station.port}/metar?station=XVAL&hours=48 (or XRDG).`)
} else {
  console.error('Say which: sounder or weather.')
  process.exitCode = 2
}
