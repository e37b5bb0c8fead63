type OnDeck = { value: { base: string; _deckSun: string; _deckNight: string } }

const themed = (day: string, sun: string, night: string): OnDeck => ({
  value: { base: day, _deckSun: sun, _deckNight: night },
})
const always = (colour: string): { value: string } => ({ value: colour })

/** Which of its looks the deck has on, told by the page itself. */
export const deckConditions = {
  deck: ':root[data-deck]',
  deckSun: ":root[data-deck='sun']",
  deckNight: ":root[data-deck='night']",
} as const

/** Colours on the water: ink on paper by day, heavier in the sun, dim red at night, so that eyes stay used to the dark. */
export const deckColours = {
  paper: themed('#edf0e9', '#ffffff', '#0a0505'),
  sheet: themed('#f9faf6', '#ffffff', '#120808'),
  ink: themed('#17252b', '#000000', '#d8654f'),
  quiet: themed('#42525a', '#2b2b2b', '#cf6a55'),
  line: themed('#66767a', '#000000', '#5a2a22'),
  go: themed('#b12c17', '#8f1500', '#5c140b'),
  'on-go': themed('#ffffff', '#ffffff', '#f0a08e'),
  /** From the surface down. */
  'water-1': themed('#dce6da', '#ffffff', '#140909'),
  'water-2': themed('#c2d0c2', '#eef3ee', '#100707'),
  'water-3': themed('#a9bdb2', '#dfe9e2', '#0c0505'),
  held: themed('#17252b', '#000000', '#4a130c'),
  'on-held': themed('#f3f6ef', '#ffffff', '#f0a08e'),
  /** Under the drawing of the lure in hand. */
  plate: themed('#f3f6ef', '#f3f6ef', '#1b0c0a'),
  /** What the water is tinted with. */
  green: always('#7fa266'),
  tea: always('#b98a3c'),
  clay: always('#b0885c'),
  /** The screen of three wide targets that shows nothing else. */
  black: always('#000000'),
  glow: always('#f0a08e'),
  ember: always('#ff8f75'),
} as const
