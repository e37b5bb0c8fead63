import { all, any, claim, classes, seesFt, tempF } from './claim.ts'
import type { Claim } from './claim.ts'
import { JIG, LIPLESS, SWIMBAIT } from './groups.ts'
import { LONG_HAIR, SMALL_SCHOOL } from './weatherAndDepth.ts'

const BIG_SINGLE_HOOK = all(SWIMBAIT, 'retrieve=slow crawl on bottom', 'hook=single exposed,single covered')
const SOFT_TAKES = any(classes('drop shot', 'tube', 'shaky head', 'stand-up worm'), JIG)

/** Hooks, line and casts. Common practice of the trade, no source. */
export const HOOKS_AND_LINES: readonly Claim[] = [
  claim(
    'H1',
    'A lipless crankbait with a larger belly treble lands more of its strikes.',
    '',
    all(LIPLESS, 'modification=belly treble larger'),
    all(LIPLESS, 'modification!=belly treble larger'),
    'landed',
  ),
  claim(
    'H2',
    'In the cold, on a big bait with a single hook, setting at the first touch lands more strikes than waiting.',
    tempF(undefined, 50),
    BIG_SINGLE_HOOK,
    'at once,waited',
    'set landed',
    { dispute: 'hook set' },
  ),
  claim(
    'H3',
    'Under 50 °F soft takes hook up better on an exposed hook.',
    tempF(undefined, 50),
    all(SOFT_TAKES, 'hook=single exposed'),
    all(SOFT_TAKES, 'hook=single covered'),
    'hook-up',
  ),
  claim(
    'H4',
    'On an open, light hook, fish that are reeled into come in more often than those set at once.',
    'hook=single exposed',
    '',
    'reeled into,at once',
    'set held',
    { dispute: 'hook set' },
  ),
  claim(
    'N1',
    'In cold, dirty water a jig on heavier line brings more.',
    all(tempF(undefined, 45), seesFt(undefined, 2)),
    all(JIG, 'line_lb=18..'),
    all(JIG, 'line_lb=..18'),
    'rate',
    { dispute: 'line' },
  ),
  claim(
    'N2',
    'Under 50 °F in open cover, light line brings more.',
    all(tempF(undefined, 50), 'cover=open,gravel,fist rock,chunk rock'),
    'line_lb=..9',
    'line_lb=9..',
    'rate',
    { dispute: 'line' },
  ),
  claim(
    'N3',
    'On a long hair jig over a small school, line of 12 lb and less beats 14 lb and more.',
    SMALL_SCHOOL,
    all(LONG_HAIR, 'line_lb=..13'),
    all(LONG_HAIR, 'line_lb=13..'),
    'rate',
  ),
  claim(
    'N4',
    'On treble hooks, line that stretches loses fewer fish than braid.',
    'hook=treble',
    'line_kind=monofilament,fluorocarbon,copolymer',
    'line_kind=braid',
    'lost lower',
  ),
  claim(
    'N5',
    'On a long hair jig over a small school, long casts beat short ones.',
    SMALL_SCHOOL,
    all(LONG_HAIR, 'cast_length=long'),
    all(LONG_HAIR, 'cast_length=short'),
    'rate',
  ),
]
