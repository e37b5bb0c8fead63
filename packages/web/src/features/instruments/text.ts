import { counted } from '../../ui/locale.ts'

/** Words of what comes from instruments. */
export const text = {
  title: 'From instruments',
  note: 'Readings and tracks come in thinned to what matters; what you read by hand goes before them.',
  weather: {
    title: 'Weather reports',
    fetch: 'Fetch the reports of these days',
    noAddress: 'The book’s owner sets the address of a weather station under Book.',
    paste: 'or paste METAR text',
    hint: 'METAR XVAL 141251Z 22012KT 9999 SCT030 08/05 Q1013',
    read: 'Read what is pasted',
  },
  file: 'A sounder’s log (NMEA 0183), a track (GPX) or reports (METAR) as a file',
  live: {
    title: 'Live sounder',
    start: 'Listen to the sounder',
    stop: 'Stop listening',
    noAddress: 'The book’s owner sets the sounder’s address under Book.',
    state: (connected: boolean, readings: number) =>
      connected ? `Listening: ${counted(readings, 'reading')} so far.` : `Dialling; ${counted(readings, 'reading')} so far.`,
    silent: 'Nothing has been heard for half a minute.',
    bad: (count: number) => `${counted(count, 'sentence')} with a wrong checksum or unreadable, not used.`,
  },
  reading: (percent: string) => `Reading, ${percent}`,
  found: {
    label: 'What was found',
    readings: (count: number) => counted(count, 'reading') + ' of water temperature',
    reports: (count: number) => counted(count, 'weather report'),
    track: (count: number, stints: number) => `${counted(count, 'point')} of a track${stints === 0 ? '' : `, which gives ${counted(stints, 'stint')} a place`}`,
    beside: (count: number) => `${count} lie outside this trip and are left out.`,
    known: (count: number) => `${count} are in the book already.`,
    nothing: 'Nothing in it belongs to this trip.',
    checksum: (count: number) => `${counted(count, 'sentence')} with a wrong checksum, not used.`,
    unreadable: (count: number) => `${counted(count, 'line')} that could not be read.`,
    untimed: (count: number) => `${counted(count, 'point')} without a time, which cannot be laid along the day.`,
    line: (line: number, message: string) => `Line ${line}: ${message}`,
    more: (count: number) => `and ${count} more`,
    take: 'Take them in',
    leave: 'Leave them',
    taken: (count: number) => `${counted(count, 'record')} taken in.`,
  },
  addresses: {
    title: 'Instruments',
    note: 'The server asks these addresses for you: a weather station’s page of METAR text, and a sounder on the boat’s network (tcp:// or ws://).',
    weather: 'Weather station',
    weatherHint: 'https://…/metar?station=XVAL',
    sounder: 'Sounder',
    sounderHint: 'tcp://192.168.0.20:10110',
    keep: 'Keep the addresses',
    kept: 'Kept.',
  },
} as const
