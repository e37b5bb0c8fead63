import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { emptyDay, handTo } from '../test/deckDay.ts'
import { Cutter } from '../effort/cut.ts'
import { looseEndsOf, timedTripOf } from '../effort/index.ts'
import { applied } from './applied.ts'
import { fishingTimeLeftMs, isLegal, liveBag, nextTag } from './liveBag.ts'
import { daySummary } from './daySummary.ts'
import { breakOff, inHand, onBreak, stretchInHand } from './hands.ts'
import { changePresentation, howOf, presentationSince, whereOf } from './presentation.ts'
import { likeIt } from './likeIt.ts'
import { usualWords } from './usualWords.ts'
import { fishOn } from './takeInHand.ts'
import { comeAboard, namesIn } from './people.ts'
import { lastRead } from './readings.ts'
import { answerSilence, endAtSilence, unsureStints } from './silence.ts'
import { forgottenChange, movedInTime, sameMoment, sinceChoices, strikeNow } from './strikes.ts'
import { TAP_CLOCK_START, nextTap } from './tripClock.ts'
import type { DeckDay } from './types.ts'

const MIN = 60_000
const T0 = Date.UTC(2026, 2, 14, 12)
const at = (minutes: number): number => T0 + minutes * MIN
const iso = (minutes: number): string => new Date(at(minutes)).toISOString()
let counter = 0
const newId = (): string => `id-${String(++counter).padStart(4, '0')}`

const strike = (day: DeckDay, minutes: number, angler: string | null = null): DeckDay =>
  applied(day, [strikeNow(day, { angler, atMs: at(minutes) }, newId)])
const spans = (day: DeckDay, angler: string | null = null): [string, number, number | null][] =>
  day.stints
    .filter((stint) => (stint.angler ?? null) === angler)
    .sort((a, b) => (a.start < b.start ? -1 : 1))
    .map(({ lure, start, end }) => [lure, (Date.parse(start) - T0) / MIN, end ? (Date.parse(end) - T0) / MIN : null])

describe('rods in hand', () => {
  it('end the stint before and begin the next; the rod already in hand changes nothing', () => {
    let day = handTo(emptyDay(T0), 'crank', at(0), newId)
    day = handTo(day, 'jig', at(20), newId)
    expect(handTo(day, 'jig', at(25), newId)).toEqual(day)
    expect(spans(day)).toEqual([
      ['crank', 0, 20],
      ['jig', 20, null],
    ])
  })

  it('are one a person; all may take up the same at once, and a strike goes to the rod of whoever had it', () => {
    let day = handTo(emptyDay(T0, ['Ash', 'Rowan']), 'crank', at(0), newId, ['Ash', 'Rowan'])
    day = handTo(day, 'jig', at(10), newId, ['Rowan'])
    day = strike(strike(day, 12, 'Rowan'), 13, 'Ash')
    expect(day.strikes.map(({ stint }) => day.stints.find(({ id }) => id === stint)?.lure)).toEqual(['jig', 'crank'])
    expect([spans(day, 'Ash'), spans(day, 'Rowan')]).toEqual([
      [['crank', 0, null]],
      [
        ['crank', 0, 10],
        ['jig', 10, null],
      ],
    ])
  })

  it('keep how they are fished, each its own, while where the boat is goes with whatever rod is picked up', () => {
    const change = (day: DeckDay, minutes: number, fields: Record<string, string | number>): DeckDay =>
      applied(day, changePresentation(day, { anglers: [null], fields, atMs: at(minutes) }, newId))
    let day = handTo(emptyDay(T0), 'jerk', at(0), newId)
    // Told within the first minute it is the stint's own: nothing is cut.
    day = change(change(day, 0.2, { retrieve: 'rip and stop' }), 0.4, { cover: 'chunk rock' })
    expect(spans(day)).toEqual([['jerk', 0, null]])
    day = strike(day, 8)
    day = change(day, 10, { pauseS: 5 })
    expect(spans(day)).toEqual([
      ['jerk', 0, 10],
      ['jerk', 10, null],
    ])
    // It is still the same rod in hand, since it was picked up.
    expect(stretchInHand(day, null).map(({ start }) => start)).toEqual([iso(0), iso(10)])
    day = handTo(day, 'jig', at(20), newId)
    expect(inHand(day, null)).toMatchObject({ lure: 'jig', cover: 'chunk rock' })
    expect(inHand(day, null)).not.toHaveProperty('pauseS')
    day = change(change(day, 25, { cover: 'dock' }), 25.5, { retrieve: 'drag' })
    day = handTo(day, 'jerk', at(30), newId)
    expect(inHand(day, null)).toMatchObject({ retrieve: 'rip and stop', pauseS: 5, cover: 'dock' })
    expect([howOf(day, null, { lure: 'jig' }), whereOf(day)]).toEqual([{ retrieve: 'drag' }, { cover: 'dock' }])
    // The strike stays on the stint it came on, and every minute is somebody's.
    expect(day.strikes.map(({ stint }) => day.stints.find(({ id }) => id === stint)?.start)).toEqual([iso(0)])
    expect(
      looseEndsOf(timedTripOf({ ...day, trip: { ...day.trip, end: iso(40) }, water: undefined })).map(
        ({ kind }) => kind,
      ),
    ).toEqual(['open-stint'])
  })

  it('that have been fished otherwise for a while are so since then: parted there, strikes with the later part, and never before the stretch', () => {
    let day = handTo(emptyDay(T0), 'jerk', at(0), newId)
    day = handTo(strike(strike(day, 8), 14), 'jig', at(20), newId)
    day = handTo(day, 'jerk', at(30), newId)
    const where = { anglers: [null], fields: { cover: 'dock' }, sinceMs: at(10), nowMs: at(40), ofRod: false }
    const moved = applied(day, presentationSince(day, where, newId))
    expect(spans(moved)).toEqual([
      ['jerk', 0, 10],
      ['jerk', 10, 20],
      ['jig', 20, 30],
      ['jerk', 30, null],
    ])
    const coverOf = (of: DeckDay, stint: string | null | undefined): unknown =>
      of.stints.find(({ id }) => id === stint)?.cover
    expect(moved.strikes.map(({ stint }) => coverOf(moved, stint) ?? null)).toEqual([null, 'dock'])
    expect(moved.stints.filter(({ cover }) => cover === 'dock').length).toBe(3)
    // How belongs to the rod: the jig between is left as it was.
    const how = { ...where, fields: { pauseS: 5 }, ofRod: true }
    expect(
      applied(day, presentationSince(day, how, newId))
        .stints.filter(({ pauseS }) => pauseS === 5)
        .map(({ lure }) => lure),
    ).toEqual(['jerk', 'jerk'])
    // Before the trip began there was nothing to change.
    const early = applied(day, presentationSince(day, { ...where, sinceMs: at(-600) }, newId))
    expect([spans(early), early.stints.every(({ cover }) => cover === 'dock')]).toEqual([spans(day), true])
  })

  it('rest in a break and are taken up again by everyone, with no hours in between', () => {
    let day = handTo(emptyDay(T0, ['Ash', 'Rowan']), 'crank', at(0), newId, ['Ash', 'Rowan'])
    day = applied(day, breakOff(day, at(30)))
    expect(onBreak(day)).toBe(true)
    day = applied(day, fishOn(day, at(50), newId))
    expect([inHand(day, 'Ash')?.lure, inHand(day, 'Rowan')?.lure, onBreak(day)]).toEqual(['crank', 'crank', false])
    expect(spans(applied(day, breakOff(day, at(60))), 'Rowan')).toEqual([
      ['crank', 0, 30],
      ['crank', 50, 60],
    ])
  })
})

describe('what the book proposes', () => {
  it('is what is usual: how for the class of lure, where for the water, the most used first', () => {
    const past = {
      lures: [
        { id: 'a', class: 'tube' },
        { id: 'b', class: 'jig' },
      ],
      trips: [
        { id: 'here', water: 'w' },
        { id: 'else', water: 'v' },
      ],
      stints: [
        { id: '1', trip: 'else', lure: 'a', start: iso(0), retrieve: 'drag', cover: 'mat' },
        { id: '2', trip: 'here', lure: 'b', start: iso(0), retrieve: 'shake', cover: 'dock' },
        { id: '3', trip: 'here', lure: 'a', start: iso(0), retrieve: 'shake', cover: 'brush' },
        { id: '4', trip: 'here', lure: 'a', start: iso(0), retrieve: 'drag', cover: 'dock' },
      ],
    }
    expect(usualWords(past, 'tube', 'w')).toMatchObject({
      retrieve: ['drag', 'shake'],
      cover: ['dock', 'brush'],
      spot: [],
    })
  })

  it('is the body and colour family of a new lure’s like, and nothing where it has none', () => {
    const tackle = [
      { class: 'tube', back: 'smoke', belly: 'smoke', body: 'tube 90', family: 'shad/white' },
      { class: 'tube', back: 'olive', belly: 'white', body: 'tube 90', family: 'green pumpkin' },
      { class: 'tube', back: 'black', belly: 'black', body: 'tube 70' },
      { class: 'popper', back: 'black', belly: 'white', family: 'black' },
    ]
    expect(likeIt(tackle, { class: 'tube', back: 'olive', side: 'olive', belly: 'olive' })).toEqual({
      body: 'tube 90',
      family: 'green pumpkin',
    })
    expect(likeIt(tackle, { class: 'tube', back: 'black', belly: 'black' })).toEqual({
      body: 'tube 90',
      family: 'black',
    })
    expect(likeIt(tackle, { class: 'spoon', back: 'silver', belly: 'silver' })).toEqual({})
  })
})

describe('a strike logged late', () => {
  it('goes to the time it was, and to the rod in hand then', () => {
    let day = handTo(emptyDay(T0), 'crank', at(0), newId)
    day = handTo(day, 'jig', at(20), newId)
    day = strike(day, 22)
    day = applied(day, movedInTime(day, day.strikes[0]!.id, at(17)))
    expect([day.strikes[0]!.time, day.stints.find(({ id }) => id === day.strikes[0]!.stint)?.lure]).toEqual([
      iso(17),
      'crank',
    ])
  })
})

describe('two strikes at once', () => {
  it('are both of the rod that was hit, though another is in hand since', () => {
    let day = handTo(emptyDay(T0), 'crank', at(0), newId)
    day = strike(day, 10)
    day = handTo(day, 'jig', at(11), newId)
    day = applied(day, [sameMoment(day.strikes[0]!, newId)])
    expect(day.strikes.map(({ time, stint }) => [time, day.stints.find(({ id }) => id === stint)?.lure])).toEqual([
      [iso(10), 'crank'],
      [iso(10), 'crank'],
    ])
  })
})

describe('a forgotten rod change', () => {
  it('cuts what was in hand since then, takes out what began later, and moves the strikes of that time', () => {
    let day = handTo(emptyDay(T0), 'crank', at(0), newId)
    day = strike(day, 10)
    day = handTo(day, 'worm', at(40), newId)
    day = strike(day, 45)
    const { edits, stint } = forgottenChange(
      day,
      { angler: null, rod: { lure: 'jig' }, sinceMs: at(30), nowMs: at(50) },
      newId,
    )
    day = applied(day, edits)
    expect(spans(day)).toEqual([
      ['crank', 0, 30],
      ['jig', 30, null],
    ])
    expect(day.strikes.map((one) => one.stint === stint)).toEqual([false, true])
  })

  it('offers only times since the last break, and the last strike, which stays with its rod', () => {
    let day = handTo(emptyDay(T0), 'crank', at(0), newId)
    day = applied(day, breakOff(day, at(20)))
    day = applied(day, fishOn(day, at(40), newId))
    day = strike(day, 48)
    const choices = sinceChoices(day, null, at(50))
    expect(choices.map(({ label, minutes }) => minutes ?? label)).toEqual(['now', 5, 'lastStrike'])
    day = applied(
      day,
      forgottenChange(day, { angler: null, rod: { lure: 'jig' }, sinceMs: choices[2]!.ms, nowMs: at(50) }, newId).edits,
    )
    expect(spans(day).slice(1)).toEqual([
      ['crank', 40, 48],
      ['jig', 48, null],
    ])
    expect(day.stints.find(({ id }) => id === day.strikes[0]!.stint)?.lure).toBe('crank')
  })
})

describe('any day of taps', () => {
  const step = fc.record({
    do: fc.constantFrom('take', 'strike', 'forgot', 'break', 'on'),
    lure: fc.constantFrom('crank', 'jig', 'worm'),
    angler: fc.constantFrom('Ash', 'Rowan'),
    minutes: fc.integer({ min: 1, max: 25 }),
    ago: fc.constantFrom(0, 5, 15, 30),
  })

  it('leaves nobody two rods at once, no stint before itself, every strike inside its stint, and every minute fished once', () => {
    fc.assert(
      fc.property(fc.array(step, { minLength: 1, maxLength: 30 }), (steps) => {
        let day = emptyDay(T0, ['Ash', 'Rowan'])
        let now = 0
        const fished = new Map([
          ['Ash', 0],
          ['Rowan', 0],
        ])
        for (const { do: what, lure, angler, minutes, ago } of steps) {
          now += minutes
          for (const who of fished.keys()) if (inHand(day, who)) fished.set(who, fished.get(who)! + minutes)
          if (what === 'take') day = handTo(day, lure, at(now), newId, [angler])
          else if (what === 'break') day = applied(day, breakOff(day, at(now)))
          else if (what === 'on') day = onBreak(day) ? applied(day, fishOn(day, at(now), newId)) : day
          else if (inHand(day, angler)) {
            if (what === 'strike') day = strike(day, now, angler)
            else
              day = applied(
                day,
                forgottenChange(day, { angler, rod: { lure }, sinceMs: at(now - ago), nowMs: at(now) }, newId).edits,
              )
          }
        }
        day = applied(day, breakOff(day, at(now)))
        const record = timedTripOf({ ...day, trip: { ...day.trip, end: iso(now) }, water: undefined })
        expect(looseEndsOf(record)).toEqual([])
        const { cuts } = new Cutter({ edges: {} }).cut(record)
        expect(cuts.reduce((sum, { fromMs, toMs }) => sum + (toMs - fromMs) / 60_000, 0)).toBeCloseTo(
          [...fished.values()].reduce((a, b) => a + b, 0),
          6,
        )
      }),
      { seed: 4, numRuns: 300 },
    )
  })
})

describe('an hour without a tap', () => {
  const silent = (): DeckDay => {
    const day = handTo(emptyDay(T0), 'crank', at(0), newId)
    return strike(day, 30)
  }

  it('ends what is in hand at the last tap, marked, and counts none of the time since until it is answered', () => {
    let day = silent()
    expect(endAtSilence(day, at(30), at(89))).toEqual([])
    expect(endAtSilence(day, at(40), at(95))).toEqual([])
    day = applied(day, endAtSilence(day, at(30), at(95)))
    expect(spans(day)).toEqual([['crank', 0, 30]])
    expect(looseEndsOf(timedTripOf({ ...day, water: undefined })).map(({ kind }) => kind)).toEqual(['end-unsure'])
    day = handTo(day, 'jig', at(100), newId)
    expect(spans(applied(day, answerSilence(day, 'fishedOn')))[0]).toEqual(['crank', 0, 100])
    expect(spans(applied(day, answerSilence(day, { stoppedMs: at(55) })))[0]).toEqual(['crank', 0, 55])
  })

  it('answered with fished on while nothing else was taken up, goes on', () => {
    let day = silent()
    day = applied(day, endAtSilence(day, at(30), at(95)))
    day = applied(day, answerSilence(day, 'fishedOn'))
    expect([spans(day), unsureStints(day)]).toEqual([[['crank', 0, null]], []])
  })
})

describe('readings', () => {
  it('carry the last value of each condition with its age; what moves fast is stale sooner', () => {
    const base = { trip: 'trip' }
    const readings = [
      { ...base, id: 'a', time: iso(0), waterTempC: 9.4, waterTempCTyped: '49 F', windMps: 5 },
      { ...base, id: 'b', time: iso(30), windMps: 3 },
    ]
    expect(lastRead(readings, 'waterTempC', at(100))).toEqual({
      value: 9.4,
      typed: '49 F',
      ageMs: 100 * MIN,
      stale: false,
    })
    expect(lastRead(readings, 'windMps', at(100))).toMatchObject({ value: 3, stale: true })
    expect(lastRead(readings, 'cloudPct', at(100))).toBeUndefined()
  })
})

describe('the live bag', () => {
  it('counts the heaviest up to the limit, names the fish to cull, and gives the next free tag', () => {
    let day = emptyDay(T0)
    const trip = { ...day.trip, limit: 2, minLengthMm: 356, weighIn: iso(480), runBackMin: 40 }
    const landed = (id: string, weightG: number | undefined, kept: boolean, cullTag: string): void => {
      const fish = { outcome: 'landed', kept, cullTag, ...(weightG === undefined ? {} : { weightG }) }
      day = applied(day, [{ kind: 'strike', id, fields: { trip: 'trip', time: iso(Number(id)), ...fish } }])
    }
    landed('1', 900, true, '1')
    landed('2', 1400, true, '2')
    landed('3', 2000, false, '')
    expect(liveBag(day.strikes, trip)).toMatchObject({ totalG: 2300, over: 0, cull: { id: '1' } })
    expect(nextTag(liveBag(day.strikes, trip))).toBe('3')
    landed('4', undefined, true, '3')
    const bag = liveBag(day.strikes, trip)
    // One without a weight may be the heaviest: none is named until it was weighed.
    expect([bag.over, bag.cull, bag.toWeigh.map(({ id }) => id), bag.totalG]).toEqual([1, undefined, ['4'], 2300])
    landed('4', 1100, true, '3')
    landed('5', 950, true, '4')
    const weighed = liveBag(day.strikes, trip)
    expect([weighed.over, weighed.cull?.id, weighed.totalG]).toEqual([2, '1', 2500])
    expect([isLegal({ lengthMm: 350 }, trip), isLegal({ lengthMm: 356 }, trip), isLegal({}, trip)]).toEqual([
      false,
      true,
      true,
    ])
    expect(fishingTimeLeftMs(trip, at(400))).toBe(40 * MIN)
    // One more than the limit may be in the well where the event says so; a dead one stays in the bag, and costs.
    expect(liveBag(day.strikes, { ...trip, mostInWell: 3 }).over).toBe(1)
    const dead = day.strikes.map((one) => (one.id === '1' ? { ...one, dead: true } : one))
    expect(liveBag(dead, { ...trip, deadFishG: 113 })).toMatchObject({ totalG: 900 + 1400 - 113, cull: { id: '5' } })
    // Each angler a bag of his own, where the event has it so and there are two.
    const two = day.strikes.map((one) => ({ ...one, angler: one.id === '2' ? 'Ash' : 'Rowan' }))
    const each = { ...trip, bagOf: 'angler' as const, anglers: ['Ash', 'Rowan'] }
    expect([liveBag(two, each, 'Ash').totalG, liveBag(two, each, 'Rowan').totalG]).toEqual([1400, 2050])
    expect(liveBag(two, { ...each, bagOf: 'boat' }, 'Ash').totalG).toBe(2500)
  })
})

describe('people', () => {
  it('are read from names with commas, and named together with whoever fished alone so far', () => {
    expect(namesIn(' Ash, Rowan and Tilda;Ash ')).toEqual(['Ash', 'Rowan', 'Tilda'])
    let day = strike(handTo(emptyDay(T0), 'crank', at(0), newId), 5)
    day = applied(day, comeAboard(day, ['Tilda'], 'Me'))
    expect([day.trip.anglers, day.stints[0]?.angler, day.strikes[0]?.angler]).toEqual([['Me', 'Tilda'], 'Me', 'Me'])
    expect(inHand(day, 'Me')?.lure).toBe('crank')
    expect(comeAboard(day, ['Ash', 'Tilda'], 'Me')).toEqual([
      { kind: 'trip', id: 'trip', fields: { anglers: ['Me', 'Tilda', 'Ash'] } },
    ])
  })
})

describe('the day in one look', () => {
  it('counts strikes apart from raised fish, finds the best spell and the largest fish', () => {
    let day = handTo(emptyDay(T0), 'crank', at(0), newId)
    for (const minutes of [10, 100, 120, 130, 200]) day = strike(day, minutes)
    day = applied(day, [strikeNow(day, { angler: null, atMs: at(131), outcome: 'raised' }, newId)])
    day = applied(day, [
      { kind: 'strike', id: day.strikes[0]!.id, fields: { outcome: 'landed', weightG: 900 } },
      { kind: 'strike', id: day.strikes[1]!.id, fields: { outcome: 'landed', lengthMm: 480 } },
      ...breakOff(day, at(240)),
    ])
    const { largest, ...rest } = daySummary(day)
    expect(rest).toEqual({ strikes: 5, raised: 1, landed: 2, best: { fromMs: at(100), toMs: at(130) } })
    expect(largest?.lengthMm).toBe(480)
  })
})

describe('the clock of the trip', () => {
  it('goes on evenly when the device’s clock is set back, or to 2030, while the page lives', () => {
    let clock = nextTap(TAP_CLOCK_START, at(0), 0)
    clock = nextTap(clock, at(10), 10 * MIN)
    clock = nextTap(clock, at(-110), 20 * MIN)
    expect(clock.tapMs).toBe(at(20))
    clock = nextTap(clock, Date.UTC(2030, 0, 1), 30 * MIN)
    expect(clock.tapMs).toBe(at(30))
    expect(nextTap(clock, Date.UTC(2030, 0, 1) + 5 * MIN, 35 * MIN).tapMs).toBe(at(35))
  })

  it('never goes back over a reload, and runs on from where it stood', () => {
    const before = nextTap(TAP_CLOCK_START, at(60), 60 * MIN)
    const after = nextTap(before, at(-60), null)
    expect(after.tapMs).toBe(at(60))
    expect(nextTap(after, at(-50), 10 * MIN).tapMs).toBe(at(70))
  })
})
