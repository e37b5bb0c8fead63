import { counted, decimals, listOf, whole } from '../../ui/locale.ts'

/** Words of the bench and the shade card. */
export const text = {
  title: 'Bench and shade card',
  note: 'How deep it runs, how long it falls, and what its colours look like down there.',
  water: 'Water',
  visibility: 'Visibility',
  temp: 'Water now',
  shade: {
    title: 'Shade card',
    note: 'Each lure as it is in air, as a person sees it at that depth, and how far its side stands out to a bass (0 is invisible, minus is darker). Fish vision is known roughly: read it as more or less.',
    depth: 'Depth',
    light: 'Light',
    lights: { bright: 'bright day', cloudy: 'heavy cloud', low: 'first or last light' },
    against: 'Seen against',
    backgrounds: { 'open water': 'open water', bottom: 'the bottom', surface: 'the surface' },
    inAir: 'in air',
    at: (depth: string) => `at ${depth}`,
    contrast: (green: number, red: number) => `to a bass: ${signed(green)} green, ${signed(red)} red`,
    dark: 'too dark for colour',
    best: (names: readonly string[]) => `Stand out most here: ${listOf(names)}.`,
    matching: (names: readonly string[], prey: readonly string[]) =>
      `Most like the prey here (${listOf([...prey])}): ${listOf(names)}.`,
    noPrey: 'The water’s prey is not logged, so nothing can be said to match it.',
    more: (count: number) => `${counted(count, 'more lure')} in the box`,
  },
  runs: {
    title: 'How deep it runs',
    note: (unit: string) =>
      `In ${unit}, on a long cast, by line. Thinner line runs deeper, most of all for small divers. Your own logged depths move the figures.`,
    lure: 'Diver',
    said: 'said to run',
    contacts: (count: number) => `${counted(count, 'depth', 'depths')} of yours`,
    line: (lb: number) => `${whole(lb)} lb`,
    none: 'No diver in Tackle has a running depth. Add it on the lure’s page.',
    source: 'Running depths are taken to be said for 10 lb line. Common practice, no source.',
  },
  falls: {
    title: 'How long it falls',
    depth: 'Water depth',
    weight: 'Weight',
    bulk: 'Bulk',
    bulks: {
      'head alone': 'head alone',
      slim: 'slim worm',
      usual: 'jig and chunk',
      bulky: 'bulky skirt or creature',
      'umbrella rig': 'umbrella rig, all heads',
    },
    line: 'Line',
    bottom: (seconds: number) => `${decimals(seconds, 1)} s to the bottom`,
    middle: (seconds: number) => `count ${decimals(seconds, 1)} for mid-water`,
    byWeight: 'Weight is a brake: the same lure by weight',
    note: 'Worked out from weight, bulk and line. The fall timer on the water teaches it your own.',
    own: (count: number) => `set right by ${counted(count, 'count-down')} of yours`,
    lure: 'Count-downs of',
    noLure: 'no lure',
  },
  suspends: {
    title: 'Does the suspender still hang?',
    weight: 'Its weight',
    tuned: 'Tuned in water of',
    sinks: (grams: number) => `In that water it sinks: about ${decimals(grams, 2)} g too heavy.`,
    rises: (grams: number) => `In that water it rises: about ${decimals(grams, 2)} g too light.`,
    hangs: 'It hangs still there as well.',
    note: 'Water grows lighter as it warms. Test it in a tub at the temperature you will fish, with the line you will use. Lead wire and putty: wash your hands, and check local rules on lead.',
  },
  dropShot: {
    title: 'Drop-shot leader',
    off: 'Fish are off the bottom by',
    leader: (length: string) => `Leave ${length} between hook and weight.`,
    note: 'From two inches to two feet, to the height of the fish. Common practice, no source.',
  },
  rules: {
    title: 'Hooks and line',
    lines: [
      'Monofilament holds a lure up, fluorocarbon takes it down.',
      'Thinner line where fish sit farther out in clear water (8 lb), heavier in stain (10 to 12 lb).',
      'Belly treble of a lipless one size larger, at most one and a half. Rear treble one size up in open water, stock in cover, off in the thickest.',
      'Cold water, treble hooks: one school wants stretch and a soft rod so that hooks hold; the other a firmer graphite tip to drive them into tougher jaws. Your log can tell which loses fewer.',
      'Umbrella rig: change only the bottom head (1/4 to 1 oz) to change the depth. Check how many hooks your water allows.',
      'Some stretchy plastics dissolve other soft baits: store them apart.',
    ],
    source: 'Common practice, no source.',
  },
} as const

const signed = (value: number): string => `${value > 0 ? '+' : ''}${decimals(value, 1)}`
