const SYSTEMS = [
  [/iPhone|iPad/, 'iPhone or iPad'],
  [/Android/, 'Android phone'],
  [/Mac OS/, 'Mac'],
  [/Windows/, 'Windows computer'],
  [/Linux/, 'Linux computer'],
] as const

/** What this device is likely called by who looks at a list of them. */
export const deviceName = (agent = navigator.userAgent): string =>
  SYSTEMS.find(([pattern]) => pattern.test(agent))?.[1] ?? 'A browser'
