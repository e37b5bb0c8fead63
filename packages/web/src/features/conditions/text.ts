import type { Caution, SaidColumn } from '@jotbook/core'

/** Words of what sky, season and water did. */
export const text = {
  title: 'What the sky did',
  note: 'Worked out from place, time and what was read. Where you know better, say so: your word holds for the whole trip.',
  columns: {
    light_band: 'Light on the water',
    front: 'Front',
    tendency: 'Pressure',
    moon_phase: 'Moon',
    season: 'Season',
    fish_season: 'The fish’s season',
  } satisfies Record<SaidColumn, string>,
  sources: {
    light_band: 'from sun, moon and cloud; rough under broken cloud and by night',
    front: 'from pressure, wind and rain of two days; a rule of thumb',
    tendency: 'from the change of pressure over three hours',
    moon_phase: 'from the date',
    season: 'from the date and the side of the equator',
    fish_season: 'from the water’s temperature and its trend over a month',
  } satisfies Record<SaidColumn, string>,
  unknown: {
    light_band: 'not known: the water has no place, or no cloud was read',
    front: 'not known: too few readings of pressure',
    tendency: 'not known: too few readings of pressure',
    moon_phase: 'not known',
    season: 'not known',
    fish_season: 'not known: no water temperature was read',
  } satisfies Record<SaidColumn, string>,
  said: 'as you say',
  correct: (name: string) => `${name}: say what it was`,
  asWorkedOut: 'as worked out',
  until: (word: string, clock: string) => `${word} until ${clock}`,
  then: ', then ',
  cautions: {
    label: 'Take care today',
    local: 'The book does not know your water’s rules: ask the local authority, the ramp or a licensed guide.',
    lines: {
      lightning: 'Thunder was reported. Leave the water at the first thunder and wait 30 minutes after the last.',
      'cold-water':
        'The water is colder than 60 °F (15 °C): cold shock and swimming failure come within minutes. Wear the life jacket, dress for immersion, mind ice on the ramp.',
      wind: 'The wind is up to what turns small boats back. Look for a small-craft advisory, keep the kill-switch lanyard on, stay near a lee shore.',
      heat: 'It is hot: drink, shade, and rest; heat illness begins with a headache.',
      'warm-fish': 'The water is warm: fish kept in a livewell suffer. Keep it cool and aired, and release what you do not need at once.',
    } satisfies Record<Caution, string>,
  },
} as const
