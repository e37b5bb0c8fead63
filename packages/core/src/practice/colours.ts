import { SAME_BODY, all, any, claim, seesFt } from './claim.ts'
import type { Claim } from './claim.ts'
import { GRASS, HARD_BODY } from './groups.ts'

const inches = (from: number | undefined, to: number): string =>
  seesFt(from === undefined ? undefined : from / 12, to / 12)
const SHAD = 'forage=threadfin shad,gizzard shad'
const DARK_OVER_WHITE = all(HARD_BODY, 'back=black,dark blue,blue-grey,grey', 'side=white')
const GREY_OVER_CHARTREUSE = all(HARD_BODY, 'back=pearl grey', 'belly=chartreuse')

/** Colour of any hard body, in three zones. Common practice of the trade, no source. */
export const COLOURS: readonly Claim[] = [
  claim(
    'K1',
    'In spring with 6 to 12 inches of visibility, craw colours produce.',
    all(inches(6, 12), 'season=spring'),
    all(HARD_BODY, 'family=craw orange,craw natural,craw red'),
    SAME_BODY,
    'rate',
    { dispute: 'off-colour' },
  ),
  claim(
    'K2',
    'Where shad are the prey, a white side with a pearl back produces.',
    all(inches(6, 12), 'season=spring', SHAD),
    all(HARD_BODY, 'back=pearl', 'side=white'),
    SAME_BODY,
    'rate',
    { dispute: 'off-colour' },
  ),
  claim(
    'K3',
    'In the dirtiest water with shad, a dark back over a white side beats pearl grey over chartreuse.',
    all(seesFt(undefined, 2), SHAD),
    DARK_OVER_WHITE,
    GREY_OVER_CHARTREUSE,
    'rate',
    { dispute: 'shad pair' },
  ),
  claim(
    'K4',
    'In stained water with shad, pearl grey over chartreuse beats a dark back over white.',
    all(seesFt(2, 4), SHAD),
    GREY_OVER_CHARTREUSE,
    DARK_OVER_WHITE,
    'rate',
    { dispute: 'shad pair' },
  ),
  claim(
    'K5',
    'With under 6 inches of visibility, chartreuse with a brown or blue back produces.',
    inches(undefined, 6),
    all(HARD_BODY, 'family=chartreuse/bright', 'back=brown,blue'),
    SAME_BODY,
    'rate',
    { dispute: 'off-colour' },
  ),
  claim(
    'K6',
    'Very clear water wants natural, muted, translucent or foil colours.',
    seesFt(8),
    all(HARD_BODY, any('family=clear/translucent', 'finish=foil,translucent')),
    SAME_BODY,
    'rate',
    { dispute: 'clear' },
  ),
  claim(
    'K7',
    'In very clear water in spring, a natural back with an orange belly produces.',
    all(seesFt(8), 'season=spring'),
    all(HARD_BODY, 'belly=orange', 'back=green pumpkin,olive,brown,watermelon,smoke'),
    SAME_BODY,
    'rate',
    { dispute: 'clear' },
  ),
  claim(
    'K8',
    'Where panfish or perch are the prey and grass dies late, green-backed panfish colours produce.',
    any(all('forage=bluegill,perch', 'cover_state=dying,dead'), all('forage=bluegill,perch', seesFt(8))),
    all(HARD_BODY, 'family=panfish/perch', 'back=green,dark green,olive'),
    SAME_BODY,
    'rate',
  ),
  claim(
    'K9',
    'Bounced off rock, the colour of the back matters more than side or belly.',
    'cover=gravel,fist rock,chunk rock,boulder',
    HARD_BODY,
    'back',
    'zone',
    { dispute: 'zone' },
  ),
  claim(
    'K10',
    'Pulled through grass, the colour of the side matters more than back or belly.',
    GRASS,
    HARD_BODY,
    'side',
    'zone',
    { dispute: 'zone' },
  ),
  claim(
    'K11',
    'In spring an orange belly produces.',
    'season=spring',
    all(HARD_BODY, 'belly=orange'),
    SAME_BODY,
    'rate',
    { dispute: 'zone' },
  ),
  claim(
    'K12',
    'Colours that look like the prey you saw bring more.',
    '',
    all(HARD_BODY, 'matches_prey=yes'),
    SAME_BODY,
    'rate',
  ),
  claim(
    'K13',
    'On water with several kinds of prey, none of it seen, colours that pass for several produce.',
    'prey_seen=unknown;forage_kinds=2..',
    all(HARD_BODY, 'stands_for_kinds=2..'),
    SAME_BODY,
    'rate',
  ),
]
