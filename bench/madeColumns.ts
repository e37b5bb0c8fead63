import { drawGamma, drawNormal, drawPoisson, seededRandom } from '@jotbook/core'
import type { Factor, SegmentColumns } from '@jotbook/core'

const WATERS = 4
const LURES = 40
const BANDS = ['35..40F', '40..45F', '45..50F', '50..55F', '55..60F', '60..65F', '65..70F', '70..75F']
const WINDS = ['calm', 'ripple', 'light_chop', 'working_chop', 'strong']
const SKIES = ['clear', 'partly', 'mostly', 'overcast']
const SEASONS = ['winter', 'spring', 'summer', 'autumn']

const levelsOf = (name: string, count: number): string[] => Array.from({ length: count }, (_, i) => `${name} ${i}`)

/** Made-up segments as columns: 40 to a trip, each a quarter of an hour, trips that differ by a gamma of shape 4. */
// eslint-disable-next-line max-lines-per-function -- one column below the other
export function madeColumns(rows: number, seed = 1): SegmentColumns {
  const random = seededRandom(seed)
  const int = (): Int32Array => new Int32Array(rows)
  const codes = {
    water: int(),
    lure: int(),
    class: int(),
    temp_band: int(),
    wind_band: int(),
    sky_band: int(),
    season: int(),
    day_quarter: int(),
  }
  const [strikes, trip, hours, temp] = [int(), int(), new Float64Array(rows).fill(0.25), new Float64Array(rows)]
  let [luck, water, band, season] = [1, 0, 0, 0]
  for (let row = 0; row < rows; row++) {
    if (row % 40 === 0) {
      luck = drawGamma(random, 4) / 4
      water = Math.floor(random() * WATERS)
      band = Math.floor(random() * BANDS.length)
      season = Math.floor(random() * SEASONS.length)
    }
    trip[row] = Math.floor(row / 40)
    codes.water[row] = water
    codes.temp_band[row] = band
    codes.season[row] = season
    temp[row] = 3 + 2.8 * band + 0.3 * drawNormal(random)
    codes.lure[row] = Math.floor(random() * LURES)
    codes.class[row] = Math.floor((codes.lure[row] ?? 0) / 4)
    codes.wind_band[row] = Math.floor(random() * WINDS.length)
    codes.sky_band[row] = Math.floor(random() * SKIES.length)
    codes.day_quarter[row] = Math.floor(random() * 3)
    strikes[row] = drawPoisson(random, 0.25 * luck * (0.5 + 0.1 * band + 0.1 * (codes.wind_band[row] ?? 0)))
  }
  const names = {
    water: levelsOf('water', WATERS),
    lure: levelsOf('lure', LURES),
    class: levelsOf('class', LURES / 4),
    temp_band: BANDS,
    wind_band: WINDS,
    sky_band: SKIES,
    season: SEASONS,
    day_quarter: ['morning', 'midday', 'evening'],
  }
  const none = int()
  return {
    rows,
    hours,
    clockFrom: hours.map((_, row) => 6 + (row % 40) / 4),
    clockTo: hours.map((_, row) => 6.25 + (row % 40) / 4),
    strikes,
    raised: none,
    bycatch: none,
    sameFish: none,
    missed: none,
    lost: none,
    landed: none,
    unsaid: none,
    trip: { codes: trip, levels: levelsOf('trip', Math.ceil(rows / 40)) },
    factors: Object.fromEntries(
      Object.entries(codes).map(([name, own]): [string, Factor] => [
        name,
        { codes: own, levels: names[name as keyof typeof names] },
      ]),
    ),
    numbers: { water_temp_c: temp },
    repeatedBy: null,
    fishRows: new Int32Array(),
    fishWeightG: new Float64Array(),
    fishLengthMm: new Float64Array(),
    strikeIds: [],
    strikeRows: new Int32Array(),
    strikeMs: new Float64Array(),
    strikeAngler: new Int32Array(),
    leftOut: { trips: 0, strikes: 0, looseStrikes: 0, stintsWithoutHours: 0 },
    leftOutOf: new Map(),
    looseEnds: [],
  }
}
