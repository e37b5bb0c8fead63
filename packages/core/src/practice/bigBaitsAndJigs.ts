import { ALL_OTHERS, SAME_BODY, all, any, claim, classes, deepFt, lengthIn, seesFt, tempF, weightOz, windMph } from './claim.ts'
import type { Claim } from './claim.ts'
import { COMPACT_JIG, FULL_JIG, JIG, SWIMBAIT } from './groups.ts'

const CRAWLED = all(SWIMBAIT, lengthIn(5), 'retrieve=slow crawl on bottom')
const FOOT = all(tempF(38, 50), 'structure=main point,dock line,narrows,break line,bluff end')
const WORM_ON_BEAD = 'class=Texas rig;modification=glass bead'

/** Big baits, jigs, Texas rigs and tubes. Common practice of the trade, no source. */
export const BIG_BAITS_AND_JIGS: readonly Claim[] = [
  claim(
    'B1',
    'From 50 to 60 °F a glide bait that glides on a plain wind beats a worked one.',
    any(tempF(50, 60), all(tempF(43, 60), deepFt(undefined, 6))),
    all(classes('glide bait'), 'action=glides on a plain wind'),
    all(classes('glide bait'), 'action=must be worked'),
    'rate',
  ),
  claim('B2', 'From 38 to 50 °F a big swimbait crawled on the bottom brings bigger fish.', FOOT, CRAWLED, ALL_OTHERS, 'size'),
  claim('B3', 'But fewer.', FOOT, CRAWLED, ALL_OTHERS, 'rate lower'),
  claim('B4', 'It is struck on the free fall, or as it pops free.', FOOT, CRAWLED, 'on the fall,as it came free of rock', 'phase'),
  claim(
    'B5',
    'Where trout or kokanee are prey, or in the coldest water, a wedge tail beats a boot tail.',
    any('forage=trout,kokanee', tempF(undefined, 42)),
    classes('wedge-tail swimbait'),
    classes('boot-tail swimbait'),
    'rate',
  ),
  claim('B6', 'In the cold small lures lose their lead in numbers over big ones.', tempF(undefined, 50), lengthIn(undefined, 4), lengthIn(6), 'ratio falls'),
  claim('B7', 'Smallmouth on small bait want a swimbait of 3.3 to 3.8 inches.', '', all(SWIMBAIT, lengthIn(3.3, 3.85)), all(SWIMBAIT, lengthIn(3.85)), 'rate', {
    species: 'smallmouth',
  }),
  claim(
    'B8',
    'Largemouth on large shad: a swimbait of about 5.8 inches brings bigger fish.',
    'forage=gizzard shad',
    all(SWIMBAIT, lengthIn(5.5, 6.2)),
    all(SWIMBAIT, lengthIn(undefined, 5.5)),
    'size',
    { species: 'largemouth' },
  ),
  claim(
    'B9',
    'After the spawn, behind a surface strike, a swimbait crept on the bottom catches.',
    'fish_season=post-spawn',
    all(SWIMBAIT, 'retrieve=slow crawl on bottom'),
    '',
    'follow-up',
  ),

  claim('G1', 'A compact jig brings more fish.', '', COMPACT_JIG, FULL_JIG, 'rate', { dispute: 'jig size' }),
  claim('G2', 'A full-size jig brings bigger ones.', '', FULL_JIG, COMPACT_JIG, 'size', { dispute: 'jig size' }),
  claim('G3', 'Under 48 °F the compact jig.', tempF(undefined, 48), COMPACT_JIG, FULL_JIG, 'rate', { dispute: 'jig size' }),
  claim('G4', 'Under heavy pressure the compact jig.', 'pressure=heavy', COMPACT_JIG, FULL_JIG, 'rate', { dispute: 'pressure' }),
  claim('G5', 'For smallmouth the compact jig.', '', COMPACT_JIG, FULL_JIG, 'rate', { species: 'smallmouth' }),
  claim('G6', 'Small-mouthed kinds hook up better on the compact jig.', '', COMPACT_JIG, FULL_JIG, 'hook-up', { species: 'smallmouth' }),
  claim('G7', 'For largemouth both bring the same.', '', COMPACT_JIG, FULL_JIG, 'same', { species: 'largemouth' }),
  claim('G8', 'Clear, with bluegill: a green pumpkin jig.', all(seesFt(4), 'forage=bluegill'), all(JIG, 'family=green pumpkin'), SAME_BODY, 'rate'),
  claim(
    'G9',
    'Tea-coloured but clear over a dark bottom: green pumpkin with chartreuse.',
    all('tint=tea', seesFt(4)),
    all(JIG, 'family=green pumpkin', 'accent=chartreuse'),
    SAME_BODY,
    'rate',
  ),
  claim('G10', 'With two to three feet of sight, brown and purple.', seesFt(2, 3), all(JIG, any('back=brown,purple', 'accent=purple')), SAME_BODY, 'rate', {
    dispute: 'brown-purple',
  }),
  claim(
    'G11',
    'Under a foot, at shallow docks and laydowns, black and blue.',
    all(seesFt(undefined, 1), 'cover=dock,laydown'),
    all(JIG, 'back=black'),
    SAME_BODY,
    'rate',
    { dispute: 'off-colour' },
  ),
  claim(
    'G12',
    'In the low forties a gliding chunk beats a kicking trailer.',
    tempF(40, 45),
    all(JIG, 'trailer=gliding chunk'),
    all(JIG, 'trailer=light kick,hard kick'),
    'rate',
  ),
  claim(
    'G13',
    'From 55 °F up a hard-kicking trailer beats a gliding one.',
    tempF(55),
    'class=flipping jig,finesse jig,football jig,Texas rig;trailer=hard kick',
    'class=flipping jig,finesse jig,football jig,Texas rig;trailer=gliding chunk',
    'rate',
  ),
  claim(
    'G14',
    'Where every cast fouls, a Texas rig brings more a clean cast than a jig.',
    'cover=laydown,brush,mat,milfoil,hydrilla',
    classes('Texas rig'),
    JIG,
    'per clean cast',
  ),
  claim(
    'G15',
    'Cold and dirty, a light jig with a bulky trailer is taken on a later pitch.',
    all(tempF(undefined, 45), seesFt(undefined, 2)),
    JIG,
    '2',
    'pitch',
    { dispute: 'cold reaction' },
  ),
  claim(
    'G16',
    'Cold for this water, around cover, a tube on a light weight.',
    'temp_for_water=coldest fifth,cool;cover!=open,unknown',
    all(classes('tube'), weightOz(undefined, 0.26)),
    ALL_OTHERS,
    'rate',
  ),
  claim('G17', 'Under pressure a glass bead on a Texas rig helps.', 'pressure=heavy', WORM_ON_BEAD, 'class=Texas rig;modification=unknown', 'rate', {
    dispute: 'pressure',
  }),
  claim(
    'G18',
    'Calm, little sight, shaded cover: flip a jig or a Texas rig.',
    all(windMph(undefined, 1), seesFt(undefined, 3), 'cover=dock,shade,overhanging tree,laydown'),
    classes('flipping jig', 'Texas rig'),
    ALL_OTHERS,
    'rate',
  ),
  claim(
    'G19',
    'High water over vegetation, off-coloured and calm: flipping.',
    all('level_trend=rising', 'cover=flooded vegetation', seesFt(undefined, 2), windMph(undefined, 5)),
    classes('flipping jig', 'Texas rig'),
    ALL_OTHERS,
    'rate',
  ),
]
