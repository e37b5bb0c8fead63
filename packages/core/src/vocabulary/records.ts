import {
  celsius,
  choice,
  count,
  date,
  flag,
  grams,
  hectopascals,
  inside,
  instant,
  json,
  metres,
  metresASecond,
  millimetres,
  note,
  number,
  ref,
  required,
  text,
  word,
  words,
  zone,
} from './fields.ts'
import type { FieldsOf, FieldTable } from './fields.ts'
import { DEFAULT_BANDS } from './bands.ts'
import * as conditions from './conditions.ts'
import * as fishing from './fishing.ts'
import * as lures from './lures.ts'
import type { Id, Kind } from './kinds.ts'
import { bagRules, rodAndLine } from './sharedFields.ts'
import * as waters from './waters.ts'

const latitude = number(-90, 90)
const longitude = number(-180, 180)
/**
 * Every record kind with every field: the one table from which types, validators, database columns, CSV columns and documents derive.
 * Field order is the order of the CSV columns.
 */
export const RECORDS = {
  water: {
    name: required(text()),
    latitude,
    longitude,
    timeZone: zone(),
    kind: word(waters.WATER_KINDS),
    forage: words(waters.FORAGE),
    /** What fish eat in each season, most eaten first. */
    forageWinter: words(waters.FORAGE),
    forageSpring: words(waters.FORAGE),
    forageSummer: words(waters.FORAGE),
    forageAutumn: words(waters.FORAGE),
    species: words(fishing.SPECIES),
    pressure: word(waters.FISHING_PRESSURE),
    note: note(),
    outline: json('geometry'),
    /** The water that stands for this one. */
    mergedInto: inside(ref('water')),
  },
  spot: {
    name: required(text()),
    water: required(ref('water')),
    latitude,
    longitude,
    structure: word(waters.STRUCTURES),
    cover: word(waters.COVERS),
    depthFromM: metres(0, 200),
    depthToM: metres(0, 200),
    slope: word(waters.SLOPES),
    note: note(),
  },
  lure: {
    name: required(text()),
    class: required(word(lures.LURE_CLASSES)),
    body: text(),
    version: text(),
    versionFrom: date(),
    lengthMm: millimetres(1000),
    overallLengthMm: millimetres(1000),
    weightG: grams(2000),
    runsFromM: metres(0, 60),
    runsToM: metres(0, 60),
    action: word(lures.LURE_ACTIONS),
    sound: word(lures.LURE_SOUNDS),
    buoyancy: word(lures.BUOYANCIES),
    headShape: word(lures.HEAD_SHAPES),
    trailer: word(lures.TRAILERS),
    hook: word(lures.HOOKS),
    hookRing: flag(),
    weedGuard: flag(),
    bead: flag(),
    pegged: flag(),
    softness: word(lures.SOFTNESS),
    /** Of an umbrella rig, from the top down: `1/8, 1/8, 1/4 oz`. */
    headWeights: text(80),
    /** A suspender is tuned in water of this temperature, by weight added to it. */
    tunedAtC: celsius(-2, 45),
    addedWeightG: grams(100),
    modification: words(lures.MODIFICATIONS),
    skirt: text(),
    family: word(lures.COLOUR_FAMILIES),
    back: word(Object.keys(lures.ZONE_COLOURS)),
    side: word(Object.keys(lures.ZONE_COLOURS)),
    belly: word(Object.keys(lures.ZONE_COLOURS)),
    accent: word(Object.keys(lures.ZONE_COLOURS)),
    finish: word(lures.FINISHES),
    standsFor: words(waters.FORAGE),
    brightness: number(0, 1000),
    price: number(0, 100_000),
    /** Hours of fishing until it is worn out. */
    lastsH: number(0.1, 100_000),
    note: note(),
    /** The lure that stands for this one. */
    mergedInto: inside(ref('lure')),
  },
  setup: {
    name: required(text()),
    lure: required(ref('lure')),
    rod: text(),
    rodPower: word(lures.ROD_POWERS),
    ...rodAndLine,
    leaderLb: number(0, 300),
    note: note(),
  },
  trip: {
    water: required(ref('water')),
    start: required(instant()),
    end: instant(),
    purpose: choice(fishing.PURPOSES),
    platform: word(fishing.PLATFORMS),
    target: words(fishing.SPECIES),
    anglers: words(),
    effortKnown: choice(fishing.EFFORT_KNOWN),
    limit: count(1000),
    minLengthMm: millimetres(3000),
    weighIn: instant(),
    timeZone: zone(),
    note: note(),
    /** What the angler says of the day where the book worked out something else: it wins, for the whole trip. */
    seasonSaid: word(conditions.CALENDAR_SEASONS),
    fishSeasonSaid: word(conditions.FISH_SEASONS),
    frontSaid: word(conditions.FRONT_PHASES),
    tendencySaid: word(DEFAULT_BANDS.tendency.labels),
    lightSaid: word(DEFAULT_BANDS.light_band.labels),
    moonSaid: word(DEFAULT_BANDS.moon_phase.labels),
    /** Seconds by which the clock of each device was behind on this trip: applied when its times are read. */
    clockShiftS: json('clockShifts'),
    /** The rods that lie ready, in their places: `[{lure, setup}]`. */
    deck: json('list'),
    /** Where the boat went: `[[epoch ms, latitude, longitude, metres of water or null], …]`, thinned. What a live sounder gave lies in `trackPart` records. */
    track: json('track'),
    /** From the last spot back to the weigh-in. */
    runBackMin: inside(number(0, 600)),
    ...bagRules,
    /** Said at the close: nothing bit. */
    noBites: inside(flag()),
    /** The plan it was launched from. */
    plan: inside(ref('plan')),
  },
  stint: {
    trip: required(ref('trip')),
    lure: required(ref('lure')),
    start: required(instant()),
    end: instant(),
    setup: ref('setup'),
    angler: text(),
    rod: text(),
    ...rodAndLine,
    retrieve: word(fishing.RETRIEVES),
    jerks: text(40),
    pauseS: number(0, 3600),
    workS: number(0, 3600),
    /** How far apart the middle half of the beats lie. */
    pauseSpreadS: number(0, 3600),
    workSpreadS: number(0, 3600),
    /** Counted down, from the splash to the bottom or to where it is fished. */
    fallS: number(0, 600),
    phaseShare: text(),
    castLength: word(fishing.CAST_LENGTHS),
    castLengthM: metres(0, 300),
    direction: word(fishing.DIRECTIONS),
    intent: word(fishing.INTENTS),
    reason: word(fishing.REASONS),
    casts: count(),
    targets: count(),
    fouledCasts: count(),
    fishShown: count(),
    /** Ended at the last tap because nothing was tapped for an hour: whether it went on is not yet said. */
    endUnsure: inside(flag()),
    structure: word(waters.STRUCTURES),
    cover: word(waters.COVERS),
    coverState: word(waters.COVER_STATES),
    targetStands: word(waters.TARGET_STANDS),
    windblown: flag(),
    depthM: metres(0, 200),
    lureDepthM: metres(0, 200),
    /** What the angler says of the level fished: it goes before what follows from depths and class. */
    levelFished: word(conditions.WATER_COLUMN),
    spot: ref('spot'),
    latitude,
    longitude,
    note: note(),
  },
  reading: {
    trip: required(ref('trip')),
    time: required(instant()),
    spot: ref('spot'),
    waterTempC: celsius(-2, 45),
    visibilityM: metres(0, 30),
    tint: word(waters.TINTS),
    cloudPct: number(0, 100),
    precipitation: word(waters.PRECIPITATION),
    rainMm: { ...millimetres(2000) },
    windMps: metresASecond(60),
    gustMps: metresASecond(100),
    windFromDeg: number(0, 360),
    airTempC: celsius(-60, 60),
    pressureHpa: hectopascals(850, 1090),
    current: word(waters.CURRENTS),
    levelM: metres(-500, 9000),
    levelTrend: word(waters.LEVEL_TRENDS),
    fishPosition: word(waters.FISH_POSITIONS),
    fishSeen: text(),
    bait: word(waters.BAIT),
    preySeen: words(waters.FORAGE),
    preyLengthMm: millimetres(600),
    preySign: word(waters.PREY_SIGNS),
    crawfishMounds: flag(),
    fry: flag(),
    shadSpawning: flag(),
    dieOff: word(waters.DIE_OFFS),
    bassCount: word(waters.BASS_COUNTS),
    bassOffBottomM: metres(0, 100),
    bassInBait: flag(),
    mudOnBelly: flag(),
    anglersSeen: count(10_000),
    boatsSeen: count(10_000),
    bathersSeen: count(10_000),
    thunder: flag(),
    /** Under the boat, from a sounder. */
    depthM: metres(0, 200),
    source: word(waters.SOURCES),
    note: note(),
  },
  strike: {
    trip: required(ref('trip')),
    time: required(instant()),
    stint: ref('stint'),
    angler: text(),
    outcome: choice(fishing.OUTCOMES),
    phase: word(fishing.PHASES),
    feltAs: word(fishing.FELT_AS),
    set: word(fishing.HOOK_SETS),
    hookPosition: word(fishing.HOOK_POSITIONS),
    /** What it struck at: the strike's own, not its stint's. */
    cover: word(waters.COVERS),
    level: word(conditions.WATER_COLUMN),
    species: word(fishing.SPECIES),
    lengthMm: millimetres(3000),
    weightG: grams(100_000),
    kept: flag(),
    cullTag: text(40),
    depthM: metres(0, 200),
    pitch: count(1000),
    sameFish: flag(),
    /** Not alive in the well. */
    dead: inside(flag()),
    /** The notebook had no time for it: `time` is then the trip's start. Only on trips whose stints are not known. */
    timeUnknown: flag(),
    latitude,
    longitude,
    forageSeen: words(waters.FORAGE),
    photo: text(),
    note: note(),
  },
  photo: {
    sha256: required(text(64)),
    trip: ref('trip'),
    strike: ref('strike'),
    lure: ref('lure'),
    takenAt: instant(),
    widthPx: count(),
    heightPx: count(),
    caption: note(),
  },
  /** A piece of a trip's track as it came from a live sounder: each point is written, sent and logged once. */
  trackPart: { trip: required(ref('trip')), points: required(json('track')) },
  plan: {
    water: required(ref('water')),
    date: required(date()),
    fromHour: number(0, 24),
    toHour: number(0, 24),
    /** What was expected and asked, as the page of the plan keeps it. */
    forecast: json('object'),
    /** Lures of the deck, in the order they were chosen. */
    setups: words(),
    note: note(),
  },
  /** What the deck said, and what was done after it. */
  advice: {
    trip: required(ref('trip')),
    time: required(instant()),
    about: required(choice(fishing.ADVICE_KINDS)),
    /** In hand then. */
    stint: ref('stint'),
    /** The rod it named. */
    lure: ref('lure'),
    said: text(500),
    /** Strikes to be gained by it, as worked out then. */
    worth: number(0, 1000),
    answer: choice(fishing.ADVICE_ANSWERS),
    /** What was changed, said by one tap. */
    changed: word(fishing.CHANGED),
  },
  /** Two rods fished in turn, by rounds. Its rounds are read off the stints. */
  rodTest: {
    trip: required(ref('trip')),
    usual: required(ref('lure')),
    /** The one in doubt. */
    tried: required(ref('lure')),
    turnMin: required(number(1, 120)),
    /** Gives the order within each round. */
    seed: required(count(1_000_000)),
    start: required(instant()),
    end: instant(),
  },
  /** A pattern of a water that stood out, since when, and what the angler makes of it. */
  pattern: {
    water: required(ref('water')),
    /** Its hours, as `--where` takes them. */
    where: required(text(2000)),
    /** Day of the last trip that found it: it is judged on those after. */
    foundOn: required(date()),
    mark: choice(fishing.PATTERN_MARKS),
    note: note(),
  },
  /** A rule of the angler's own, in the words of filters. */
  claim: {
    name: required(text()),
    /** Day it was written: trips after it judge it. */
    since: date(),
    condition: text(2000),
    lure: text(2000),
    against: text(2000),
    outcome: text(),
    dispute: text(),
    multiplier: number(0, 3),
    note: note(),
  },
  /** The rules of an event, kept by name for the next one. */
  eventRules: {
    name: required(text()),
    limit: count(1000),
    minLengthMm: millimetres(3000),
    /** On the clock of the water: minutes after midnight. */
    weighInMin: number(0, 1440),
    runBackMin: number(0, 600),
    ...bagRules,
  },
  member: { name: required(text()), role: required(choice(fishing.ROLES)) },
  /** The book's own settings; its record id is the book's id. */
  book: {
    name: required(text()),
    units: json('object'),
    bands: json('bands'),
    demo: inside(flag()),
    /** How files of other origin were read, by the spelling of their header. */
    mappings: json('object'),
    /** From a person's name to the one that stands for it. */
    people: json('object'),
    /** Where weather reports and the sounder's sentences may be had; set by the owner. */
    weatherAddress: inside(text()),
    sounderAddress: inside(text()),
  },
} as const satisfies Record<string, FieldTable>

export const KINDS = Object.keys(RECORDS) as Kind[]

export type RecordFields<K extends Kind> = FieldsOf<(typeof RECORDS)[K]>
export type RecordOf<K extends Kind> = RecordFields<K> & { id: Id<K> }
export type Setup = RecordOf<'setup'>
export type Water = RecordOf<'water'>
export type Spot = RecordOf<'spot'>
export type Lure = RecordOf<'lure'>
export type Trip = RecordOf<'trip'>
export type Stint = RecordOf<'stint'>
export type Reading = RecordOf<'reading'>
export type Strike = RecordOf<'strike'>
export type BookSettings = RecordOf<'book'>

/** The field table of a kind, widened for generic code. */
export function fieldsOf(kind: Kind): FieldTable {
  return RECORDS[kind]
}

/** `waterTempC` → `water_temp_c`: the name of a field in CSV, in SQL and on the command line. */
export function columnName(field: string): string {
  return field.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`)
}
