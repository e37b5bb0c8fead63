/** Names of fields whose own name does not read well; the rest are made from the field's name. */
const LABELS: Readonly<Record<string, string>> = {
  waterTempC: 'Water temperature',
  airTempC: 'Air temperature',
  visibilityM: 'Visibility',
  cloudPct: 'Cloud',
  windMps: 'Wind',
  gustMps: 'Gusts',
  windFromDeg: 'Wind direction',
  pressureHpa: 'Pressure',
  rainMm: 'Rain',
  levelM: 'Water level',
  lengthMm: 'Length',
  weightG: 'Weight',
  depthM: 'Depth',
  lureDepthM: 'Lure depth',
  runsFromM: 'Running depth from',
  runsToM: 'Running depth to',
  overallLengthMm: 'Overall length',
  minLengthMm: 'Minimum length',
  pauseS: 'Pause',
  workS: 'Work',
  castLengthM: 'Cast length',
  leaderMm: 'Leader',
  leaderLb: 'Leader test',
  lineLb: 'Line test',
  depthFromM: 'Depth from',
  depthToM: 'Depth to',
  effortKnown: 'Effort known',
  sameFish: 'Same fish again',
  timeZone: 'Time zone',
  runBackMin: 'Minutes back to the weigh-in',
  endUnsure: 'End not sure',
  seasonSaid: 'Season',
  fishSeasonSaid: 'The fish’s season',
  frontSaid: 'Front',
  tendencySaid: 'Pressure is',
  lightSaid: 'Light',
  moonSaid: 'Moon',
  weatherAddress: 'Address of the weather station',
  sounderAddress: 'Address of the sounder',
}

/** `hookPosition` → `Hook position`. */
export function fieldLabel(field: string): string {
  const known = LABELS[field]
  if (known) return known
  const spaced = field.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`)
  return spaced.charAt(0).toUpperCase() + spaced.slice(1)
}
