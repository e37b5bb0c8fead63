import type { Caution, SaidColumn } from '@jotbook/core'

/** Words of what sky, season and water did. */
export const text = {
  title: 'Sky, season and water',
  note: 'Worked out from position, time and readings. If you know better, correct it for the whole trip.',
  columns: {
    light_band: 'Light on the water',
    front: 'Front',
    tendency: 'Pressure',
    moon_phase: 'Moon',
    season: 'Season',
    fish_season: 'The fish’s season',
  } satisfies Record<SaidColumn, string>,
  sources: {
    light_band: 'from sun, moon and cloud; approximate under broken cloud and at night',
    front: 'from pressure, wind and rain over two days (a rule of thumb)',
    tendency: 'from the change of pressure over three hours',
    moon_phase: 'from the date',
    season: 'from the date and the hemisphere',
    fish_season: 'from the water temperature and its trend over weeks',
  } satisfies Record<SaidColumn, string>,
  unknown: {
    light_band: 'not known: the water has no position, or cloud was not logged',
    front: 'not known: too few pressure readings',
    tendency: 'not known: too few pressure readings',
    moon_phase: 'not known',
    season: 'not known',
    fish_season: 'not known: no water temperature logged',
  } satisfies Record<SaidColumn, string>,
  said: 'as you set it',
  correct: (name: string) => `Correct ${name.toLowerCase()}`,
  asWorkedOut: 'as calculated',
  until: (word: string, clock: string) => `${word} until ${clock}`,
  then: ', then ',
  cautions: {
    label: 'Take care today',
    local: 'Jot Book does not know the rules of your water. Ask the local authority or a licensed guide.',
    lines: {
      lightning: 'Thunder was reported. Leave the water at the first thunder, and wait 30 minutes after the last.',
      'cold-water':
        'The water is below 60 °F (15 °C). Cold shock and swimming failure come within minutes. Wear your life jacket, dress for immersion, and watch for ice on the ramp.',
      wind: 'The wind is strong enough to turn small boats back. Check for a small-craft advisory, clip the kill switch, and stay near a lee shore.',
      heat: 'It is hot. Drink, find shade and rest. Heat illness starts with a headache.',
      'warm-fish':
        'The water is warm, and fish in a livewell suffer. Keep the well cool and aerated, and release fish you do not need at once.',
    } satisfies Record<Caution, string>,
  },
} as const
