import { counted } from '../../ui/locale.ts'

/** Words of what comes from instruments. */
export const text = {
  title: 'Import from instruments',
  note: 'Readings and tracks are thinned on import. Readings you logged by hand take priority.',
  weather: {
    title: 'Weather reports',
    fetch: 'Get the reports for this trip',
    noAddress: 'No weather station yet. The owner of the book can add its address under Book.',
    paste: 'or paste METAR text',
    hint: 'METAR XVAL 141251Z 22012KT 9999 SCT030 08/05 Q1013',
    read: 'Check',
  },
  file: 'Choose a file: sounder log (NMEA 0183), track (GPX) or weather reports (METAR)',
  live: {
    title: 'Live sounder',
    start: 'Connect',
    stop: 'Disconnect',
    noAddress: 'No sounder yet. The owner of the book can add its address under Book.',
    state: (connected: boolean, readings: number) =>
      connected
        ? `Connected: ${counted(readings, 'reading')} so far.`
        : `Connecting. ${counted(readings, 'reading')} so far.`,
    silent: 'No data for 30 seconds.',
    bad: (count: number) => `${counted(count, 'sentence')} skipped: wrong checksum or unreadable.`,
  },
  reading: (percent: string) => `Reading, ${percent}`,
  found: {
    label: 'Found in the file',
    readings: (count: number) => counted(count, 'reading') + ' of water temperature',
    reports: (count: number) => counted(count, 'weather report'),
    track: (count: number, stints: number) =>
      `${counted(count, 'track point')}${stints === 0 ? '' : `, giving ${counted(stints, 'stint')} a position`}`,
    beside: (count: number) => `${count} lie outside this trip and are left out.`,
    known: (count: number) => `${count} are already in the book.`,
    nothing: 'Nothing in it falls within this trip.',
    checksum: (count: number) => `${counted(count, 'sentence')} skipped: wrong checksum.`,
    unreadable: (count: number) => `${counted(count, 'line')} skipped: not readable.`,
    untimed: (count: number) => `${counted(count, 'point')} skipped: no time.`,
    line: (line: number, message: string) => `Line ${line}: ${message}`,
    more: (count: number) => `and ${count} more`,
    take: 'Import',
    leave: 'Cancel',
    taken: (count: number) => `${counted(count, 'record')} imported.`,
  },
  addresses: {
    title: 'Instruments',
    note: 'Your server reads these addresses: a page of METAR text from a weather station, and a sounder on the boat’s network (tcp:// or ws://).',
    weather: 'Weather station',
    weatherHint: 'https://…/metar?station=XVAL',
    sounder: 'Sounder',
    sounderHint: 'tcp://192.168.0.20:10110',
    keep: 'Save addresses',
    kept: 'Addresses saved.',
  },
} as const
