import { ALL_OTHERS, all, any, claim, classes, deepFt, lengthIn, seesFt, tempF, windMph } from './claim.ts'
import type { Claim } from './claim.ts'
import { BOTTOM, REACTION } from './groups.ts'

const UMBRELLA = classes('umbrella rig')
const WINDBLOWN = all(windMph(5), 'cloud_pct=80..', 'windblown=yes')
const QUIET = any(all(windMph(undefined, 1), 'cloud_pct=..10', seesFt(4)), 'pressure=heavy')
const WACKY = classes('weighted wacky rig')
const DROP = all(tempF(70), deepFt(6, 40), 'current=off', 'cloud_pct=..50', windMph(undefined, 5), seesFt(1.5))
const LONG_HAIR = classes('long hair jig')

/** Wind and calm, bottom or suspended. Common practice of the trade, no source. */
export const WEATHER_AND_DEPTH: readonly Claim[] = [
  claim('W1', 'On a windblown bank under cloud, the umbrella rig produces.', WINDBLOWN, UMBRELLA, ALL_OTHERS, 'rate', { dispute: 'calm' }),
  claim(
    'W2',
    'On a windblown bank under cloud, the umbrella rig produces more still in cold water.',
    WINDBLOWN,
    all(UMBRELLA, tempF(undefined, 50)),
    all(UMBRELLA, tempF(50)),
    'between',
  ),
  claim(
    'W3',
    'In winter and calm, umbrella rig and spoon produce.',
    'season=winter;wind_band=calm',
    classes('umbrella rig', 'jigging spoon'),
    ALL_OTHERS,
    'rate',
    { dispute: 'calm' },
  ),
  claim('W4', 'In winter, calm brings more than wind.', 'season=winter', 'wind_band=calm', 'wind_band=light_chop,working_chop,strong,rough', 'between', {
    dispute: 'calm',
  }),
  claim(
    'W5',
    'From spring to autumn wind brings more than calm.',
    'season=spring,summer,autumn',
    'wind_band=light_chop,working_chop,strong,rough',
    'wind_band=calm',
    'between',
    { dispute: 'calm' },
  ),
  claim(
    'W6',
    'In cold, flat calm in autumn, drop shot, worms, tube and football jig beat reaction lures.',
    all(tempF(undefined, 50), 'wind_band=calm', 'season=autumn'),
    classes('drop shot', 'stand-up worm', 'tube', 'football jig'),
    classes('bladed jig', 'spinnerbait', 'umbrella rig', 'suspending jerkbait', 'deep suspending jerkbait'),
    'rate',
    { dispute: 'calm' },
  ),
  claim('W7', 'In calm, clear, sunny water, or under fishing pressure, the weighted wacky rig produces.', QUIET, WACKY, ALL_OTHERS, 'rate', {
    dispute: 'pressure',
  }),
  claim(
    'W8',
    'In clear water, worms in green pumpkin, blue, brown or purple produce.',
    seesFt(4),
    all(WACKY, 'family=green pumpkin'),
    all(WACKY, 'family=dark'),
    'rate',
    { dispute: 'brown-purple' },
  ),
  claim(
    'W9',
    'In stained water, worms in junebug and black-blue produce.',
    seesFt(undefined, 4),
    all(WACKY, 'family=dark'),
    all(WACKY, 'family=green pumpkin,clear/translucent'),
    'rate',
    { dispute: 'brown-purple' },
  ),
  claim(
    'W10',
    'In calm, clear water around 60 °F with cruising fish in sight, a wacky stick worm produces.',
    all(windMph(undefined, 1), seesFt(4), tempF(56, 65), 'fish_position="shallow, seen"'),
    classes('wacky stick worm'),
    ALL_OTHERS,
    'rate',
  ),
  claim(
    'W11',
    'Over 60 °F in clear, calm water, a bright floating worm produces.',
    all(tempF(60), seesFt(4.5), windMph(undefined, 1)),
    all(classes('floating worm'), 'family=chartreuse/bright'),
    ALL_OTHERS,
    'rate',
  ),
  claim('W12', 'After the spawn near fry, a floating worm produces.', all('fish_season=post-spawn', seesFt(3)), classes('floating worm'), ALL_OTHERS, 'rate'),
  claim('W13', 'Near fry, a floating worm brings smaller fish.', '', 'forage=fry', 'forage!=fry', 'size lower'),

  claim(
    'D1',
    'For fish just off the bottom, or ahead of a front, a drop shot barely moved produces.',
    any('fish_position=just off bottom', 'front=falling'),
    all(classes('drop shot'), 'retrieve=dead stick,shake'),
    BOTTOM,
    'rate',
  ),
  claim(
    'D2',
    'For fish up among bait, a drop shot twitched and recovered beats one held still.',
    'fish_position=suspended in bait',
    all(classes('drop shot'), 'retrieve=twitch and recover'),
    all(classes('drop shot'), 'retrieve=dead stick'),
    'rate',
  ),
  claim(
    'D3',
    'For fish hard on the bottom, or under bright sky behind a cold front, a stand-up worm dragged slowly produces.',
    any('fish_position=hard on bottom', all('front=post-front bright', tempF(undefined, 50))),
    all(classes('stand-up worm'), 'retrieve=drag'),
    classes('drop shot'),
    'rate',
    { dispute: 'cold reaction' },
  ),
  claim(
    'D4',
    'In calm, cold water, a stand-up worm fished slower still produces.',
    all(windMph(undefined, 1), tempF(undefined, 50)),
    all(classes('stand-up worm'), 'retrieve=dead stick,drag'),
    all(classes('stand-up worm'), 'retrieve=shake,steady'),
    'rate',
  ),
  claim(
    'D5',
    'Where shad are the prey, white beats green on a drop shot.',
    'forage=threadfin shad,gizzard shad',
    all(classes('drop shot'), 'family=shad/white'),
    all(classes('drop shot'), 'family=green pumpkin'),
    'rate',
  ),
  claim(
    'D6',
    'Where perch are the prey, green beats white on a drop shot.',
    'forage=perch',
    all(classes('drop shot'), 'family=green pumpkin,panfish/perch'),
    all(classes('drop shot'), 'family=shad/white'),
    'rate',
  ),
  claim('D7', 'In cold water slow and near the bottom beats reaction lures.', tempF(undefined, 50), BOTTOM, REACTION, 'rate', { dispute: 'cold reaction' }),
  claim(
    'D8',
    'In late summer on a steep drop without current, in sun and calm, a long white hair jig produces.',
    DROP,
    all(LONG_HAIR, lengthIn(4)),
    ALL_OTHERS,
    'rate',
  ),
  claim('D9', 'A long white hair jig is struck just after the reel stops, on the fall.', DROP, LONG_HAIR, 'just after the reel stopped,on the fall', 'phase'),
  claim(
    'D10',
    'With current, or wind and cloud, a football jig beats a hair jig.',
    any('current=on', all(windMph(5), 'cloud_pct=80..')),
    classes('football jig'),
    LONG_HAIR,
    'rate',
  ),
  claim('D11', 'Over a big school, a deep crankbait beats a hair jig.', 'bait=tight school', classes('deep crankbait'), LONG_HAIR, 'rate'),
  claim('D12', 'In the first hour after the current stops, a hair jig beats bottom lures.', 'current=off;since_current_h=..1', LONG_HAIR, BOTTOM, 'rate'),
]
