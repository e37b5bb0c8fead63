/** What a board may be grouped by and filtered on, under the heads they are looked for, with the word for each in the question. */
export const COLUMN_GROUPS = {
  'The lure': {
    lure: 'lure',
    class: 'lure class',
    body: 'body',
    version: 'version',
    family: 'colour family',
    back: 'back colour',
    side: 'side colour',
    belly: 'belly colour',
    accent: 'accent',
    finish: 'finish',
    stands_for: 'what it stands for',
    action: 'action',
    sound: 'sound',
    buoyancy: 'buoyancy',
    head_shape: 'head shape',
    trailer: 'trailer',
    hook: 'hook',
    modification: 'modification',
  },
  'How it is fished': {
    retrieve: 'retrieve',
    reason: 'reason',
    intent: 'intent',
    direction: 'direction',
    setup: 'setup',
    rod_action: 'rod action',
    rod_material: 'rod material',
    reel_ratio: 'reel ratio',
    line_kind: 'line',
  },
  'The place': {
    water: 'water',
    spot: 'spot',
    structure: 'structure',
    cover: 'cover',
    cover_state: 'state of the cover',
    target_stands: 'how the target stands',
    windblown: 'windblown bank',
    kind: 'kind of water',
  },
  'Season and hour': { season: 'season', month: 'month', year: 'year', hour: 'hour', day_part: 'part of the day' },
  'Sky and water': {
    temp_band: 'water temperature',
    clarity_band: 'clarity',
    wind_band: 'wind',
    sun_band: 'sun height',
    sky_band: 'sky',
    tint: 'tint',
    precipitation: 'precipitation',
    current: 'current',
    level_trend: 'water level',
    fish_position: 'where the fish were',
    bait: 'bait',
  },
  'Who and what for': { angler: 'angler', purpose: 'purpose', platform: 'boat or bank', trip: 'trip', species: 'species' },
} as const satisfies Record<string, Readonly<Record<string, string>>>

const WORDS: ReadonlyMap<string, string> = new Map(Object.values(COLUMN_GROUPS).flatMap((columns) => Object.entries<string>(columns)))

export const isGrouping = (column: string): boolean => WORDS.has(column)
/** The word for a column; one that only the command line knows stands under its own name. */
export const columnWord = (column: string): string => WORDS.get(column) ?? column.replaceAll('_', ' ')
