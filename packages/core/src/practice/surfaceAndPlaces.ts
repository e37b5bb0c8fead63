import { ALL_OTHERS, SAME_BODY, all, any, claim, classes, deepFt, lengthIn, seesFt, tempF, windMph } from './claim.ts'
import type { Claim } from './claim.ts'
import { SURFACE } from './groups.ts'

const LOW_LIGHT = any('sun_band=twilight,low', 'cloud_pct=80..')
const WALKING = classes('walking topwater')
const FROG = classes('hollow frog')

/** Surface lures, and what is said of places. Common practice of the trade, no source. */
export const SURFACE_AND_PLACES: readonly Claim[] = [
  claim(
    'T1',
    'From 60 to 80 °F in calm, clear water, surface lures produce.',
    all(tempF(60, 80), windMph(undefined, 1), seesFt(4)),
    SURFACE,
    ALL_OTHERS,
    'rate',
  ),
  claim(
    'T2',
    'Over 60 °F surface lures produce in low light.',
    tempF(60),
    all(SURFACE, LOW_LIGHT),
    all(SURFACE, 'sun_band=mid,high', 'cloud_pct=..80'),
    'between',
  ),
  claim(
    'T3',
    'After the spawn at midday in sun, surface lures are no worse than anything else.',
    'fish_season=post-spawn;sun_band=mid,high;cloud_pct=..50',
    SURFACE,
    ALL_OTHERS,
    'not lower',
  ),
  claim('T4', 'After the spawn near fry, twin prop and popper produce.', 'fish_season=post-spawn', classes('twin prop', 'popper'), ALL_OTHERS, 'rate'),
  claim(
    'T5',
    'In extremely clear water, or under fishing pressure, a translucent surface lure produces.',
    any(seesFt(10), 'pressure=heavy'),
    all(SURFACE, 'family=clear/translucent'),
    SAME_BODY,
    'rate',
    { dispute: 'pressure' },
  ),
  claim(
    'T6',
    'Where smallmouth are under fishing pressure, a small silent walking lure produces.',
    'pressure=heavy',
    all(WALKING, 'sound=silent'),
    all(WALKING, 'sound=rattle'),
    'rate',
    { dispute: 'pressure', species: 'smallmouth' },
  ),
  claim(
    'T7',
    'In open water, calm to rippled, a popper produces.',
    all(windMph(undefined, 5), 'cover=open'),
    classes('popper'),
    all(SURFACE, 'class!=popper'),
    'rate',
  ),
  claim(
    'T8',
    'After the spawn in low light along hard banks, a walking lure produces.',
    any('fish_season=post-spawn;sun_band=twilight,low;structure=riprap,bluff'),
    WALKING,
    all(SURFACE, 'class!=walking topwater'),
    'rate',
  ),
  claim('T9', 'Over less than ten feet a walking lure finds fish for what follows it.', deepFt(undefined, 10), WALKING, '', 'follow-up'),
  claim(
    'T10',
    'On surface weed, hollow frog and soft toad produce.',
    'cover=mat,pads,gap between mats',
    classes('hollow frog', 'soft toad'),
    ALL_OTHERS,
    'rate',
  ),
  claim('T11', 'In gaps between mats the frog does as well as on them.', '', all(FROG, 'cover=gap between mats'), all(FROG, 'cover=mat'), 'same'),
  claim('T12', 'Long, slender surface lures hook better than short ones.', '', all(SURFACE, lengthIn(4.5)), all(SURFACE, lengthIn(undefined, 4.5)), 'hook-up'),
  claim('T13', 'A hollow frog with opened points hooks better.', '', all(FROG, 'modification=points opened'), all(FROG, 'modification=unknown'), 'hook-up'),

  claim('A1', 'What holds on this water holds on others.', '', '', '', 'travels'),
  claim(
    'A2',
    'In clear, calm water from 55 to 65 °F, shallow lures produce.',
    all(seesFt(4), tempF(55, 65), windMph(undefined, 1)),
    deepFt(undefined, 8),
    deepFt(15),
    'rate',
  ),
  claim(
    'A3',
    'In clear water from 70 to 80 °F, deep lures produce by day.',
    all(seesFt(4), tempF(70, 80), 'sun_band=mid,high'),
    deepFt(15),
    deepFt(undefined, 8),
    'rate',
  ),
  claim('A4', 'Smallmouth like chartreuse.', '', 'family=chartreuse/bright', 'family!=chartreuse/bright,unknown', 'rate', { species: 'smallmouth' }),
  claim(
    'A5',
    'Where trout are stocked, fish gather at the ramp for days after.',
    'forage=trout;month=11,12',
    'structure=ramp',
    'structure!=ramp,unknown',
    'rate',
  ),
  claim('A6', 'The outermost target, standing alone, brings more strikes per target.', '', 'target_stands=outermost', 'target_stands=in line', 'per target'),
]
