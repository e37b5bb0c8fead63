/** Words for season, front and level, read first of all and worked out or typed. Common practice of the trade, no source. */

/** The fish's year, by water temperature and its trend. */
export const FISH_SEASONS = ['winter', 'pre-spawn', 'spawn', 'post-spawn', 'summer', 'autumn', 'late autumn'] as const
/** Winter is December to February north of the equator, June to August south of it (meteorological seasons). */
export const CALENDAR_SEASONS = ['winter', 'spring', 'summer', 'autumn'] as const
export const FRONT_PHASES = ['falling', 'passage', 'post-front unsettled', 'post-front bright', 'stable'] as const
/** Where in the water column a lure works; from running depth and retrieve, not from its class. */
export const WATER_COLUMN = ['top', 'middle', 'bottom'] as const
export const WATER_LEVELS = ['low', 'normal', 'high'] as const
/** Three things that the trade calls pressure, each for itself. */
export const PRESSURE_KINDS = ['anglers', 'boat traffic', 'people on the water'] as const
export const BANKS = ['windblown', 'sheltered'] as const
export const BAIT_DIE_OFF = ['none', 'some', 'many'] as const

/** The column of a worked-out condition, and the field of the trip by which the angler corrects it. */
export const SAID = {
  season: 'seasonSaid',
  fish_season: 'fishSeasonSaid',
  front: 'frontSaid',
  tendency: 'tendencySaid',
  light_band: 'lightSaid',
  moon_phase: 'moonSaid',
} as const
