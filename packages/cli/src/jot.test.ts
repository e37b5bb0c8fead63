import { describe, expect, it } from 'vitest'
import { DEMO_RECORDS, bundleFolder, demo, runJot } from './test/run.ts'
import type { Ended } from './test/run.ts'

const jot = (...args: string[]): Ended => runJot(args)

describe('jot check', () => {
  it('passes a sound bundle, and lists faults and loose ends with their places', () => {
    expect(jot('check', demo)).toMatchObject({
      status: 0,
      stdout: `${DEMO_RECORDS} records, 0 faults, 0 loose ends.\n`,
    })
    const loose = bundleFolder({
      'waters.csv': 'water\nW\n',
      'trips.csv': 'trip,water,start,end\nT,W,2026-03-14T06:00:00-05:00,2026-03-14T09:00:00-05:00\n',
      'strikes.csv': 'strike,trip,time\nK,T,2026-03-14T07:00:00-05:00\n',
    })
    expect(jot('check', loose)).toMatchObject({
      status: 0,
      stdout: expect.stringContaining('loose end: strikes.csv:2: stint: The strike belongs to no stint') as string,
    })
    const faulty = jot('check', bundleFolder({ 'waters.csv': 'water,latitude\nW,99\n' }), '--json')
    expect([faulty.status, (JSON.parse(faulty.stdout) as { faults: unknown }).faults]).toEqual([
      1,
      [{ file: 'waters.csv', line: 2, column: 'latitude', message: 'Latitude must be from -90 to 90.' }],
    ])
  })
})

describe('jot analyse board', () => {
  it('prints rates for machines and for people', () => {
    const where = 'water=Pellock Mill Pond;lure="Flat-sided crank, chartreuse"'
    const quoted = jot('analyse', 'board', '--bundle', demo, '--by', 'lure', '--where', where, '--json')
    expect((JSON.parse(quoted.stdout) as { rows: unknown[] }).rows).toMatchObject([
      {
        lure: 'Flat-sided crank, chartreuse',
        hours: expect.closeTo(38.13, 1) as number,
        interval: 'trip',
        p_best: 1,
        too_early: false,
      },
    ])
    const board = JSON.parse(
      jot('analyse', 'board', '--bundle', demo, '--by', 'class,temp_band', '--json', '--confidence', '0.95').stdout,
    ) as { confidence: number; rows: Record<string, unknown>[] }
    expect(board.confidence).toBe(0.95)
    expect(board.rows[0]).toMatchObject({
      class: expect.any(String) as string,
      temp_band: expect.any(String) as string,
      hours: expect.any(Number) as number,
      shrunken: expect.any(Number) as number,
      exact_upper: expect.any(Number) as number,
    })
    const people = jot('analyse', 'board', '--bundle', demo, '--by', 'water').stdout
    expect(people).toMatch(
      /^1\d{3} strikes in 1\d{3}\.\d\d hours on 15\d trips: 1\.\d\d strikes per hour, likely range 1\.\d\d to 1\.\d\d \(90%, allowing for good and bad days\)/,
    )
    expect(people).toMatch(/Left out: \d+ trips whose hours are not logged by lure/)
  })

  it.each([
    [['--by', 'water_temp_c'], /temp_band/],
    [['--by', 'speed'], /no column speed/],
    [['--by', 'lure', '--where', 'water_temp_c=9..4'], /empty/],
    [['--by', 'lure', '--confidence', '2'], /between 0 and 1/],
    [[], /--by/],
  ])('ends with 2 and says why for %j', (args, message) => {
    expect(jot('analyse', 'board', '--bundle', demo, ...args)).toMatchObject({
      status: 2,
      stderr: expect.stringMatching(message) as string,
    })
  })

  it('ends with 1 for a bundle with faults, and with 2 for one that is not there', () => {
    expect(
      jot('analyse', 'board', '--bundle', bundleFolder({ 'waters.csv': 'lake\nW\n' }), '--by', 'lure').status,
    ).toBe(1)
    expect(jot('analyse', 'board', '--bundle', '/nowhere', '--by', 'lure').status).toBe(2)
  })

  it('has nothing to say of no hours, without NaN', () => {
    const { status, stdout } = jot(
      'analyse',
      'board',
      '--bundle',
      demo,
      '--by',
      'lure',
      '--where',
      'water_temp_c=40..45',
      '--json',
    )
    expect([status, (JSON.parse(stdout) as { rows: unknown; all: unknown }).rows, stdout.includes('NaN')]).toEqual([
      0,
      [],
      false,
    ])
  })
})

describe('jot analyse curve and model', () => {
  it('find the planted window of the demo and the spread of its days', () => {
    // docs/demo.md: strikes come at 45 to 50 °F (7.2 to 10 °C) on Immerlow; days differ by 0.45.
    const found = JSON.parse(
      jot(
        'analyse',
        'curve',
        '--bundle',
        demo,
        '--of',
        'water_temp_c',
        '--where',
        'water=Immerlow Reservoir',
        '--points',
        '20',
        '--json',
      ).stdout,
    ) as {
      trip_sd: number
      window: { from: number; to: number }
      points: { x: number; rate: number; simultaneous_lower: number; lower: number }[]
      rests_on: { trips: number; trip_ids: string[] }
    }
    expect([found.points.length, found.rests_on.trips > 50, found.rests_on.trip_ids.length]).toEqual([
      20,
      true,
      found.rests_on.trips,
    ])
    expect(found.window.from).toBeGreaterThan(6)
    expect(found.window.to).toBeLessThan(12)
    expect(Math.abs(found.trip_sd - 0.45)).toBeLessThan(0.15)
    for (const { lower, simultaneous_lower: band } of found.points) expect(band).toBeLessThan(lower)
    expect(jot('analyse', 'curve', '--bundle', demo, '--of', 'water_temp_c', '--no-trip').stdout).toMatch(
      /Trips are taken as all alike/,
    )
  })

  it('tell the demo’s good day and its rescue lure from good lures', () => {
    // docs/demo.md: both lures are equal to the rest; crude × 1.6 and × 0.6.
    const within = (lure: string, where: string) =>
      JSON.parse(
        jot(
          'analyse',
          'within',
          '--bundle',
          demo,
          '--a',
          `lure="${lure}"`,
          '--b',
          `lure!="${lure}"`,
          ...(where ? ['--where', where] : []),
          '--json',
        ).stdout,
      ) as {
        crudeAll: { ratio: number }
        within: {
          ratio: number
          lower: number
          upper: number
          trips: number
          strataOneSided: number
          switches: { blank: number }
        }
        verdict: string
        trip_ids: string[]
      }
    const [goodDay, rescue] = [within('Lipless, chrome', 'water=Quennor Reach'), within('Drop shot, morning smoke', '')]
    expect([goodDay.crudeAll.ratio > 1.4, rescue.crudeAll.ratio < 0.75, rescue.within.switches.blank > 20]).toEqual([
      true,
      true,
      true,
    ])
    for (const { within: held, verdict, trip_ids: trips } of [goodDay, rescue]) {
      expect(trips.length).toBe(held.trips + held.strataOneSided)
      expect(Math.abs(Math.log(held.ratio))).toBeLessThan(0.2)
      expect([held.lower < 1 && held.upper > 1, verdict === 'strong']).toEqual([true, false])
    }
    expect(jot('analyse', 'within', '--bundle', demo, '--a', 'water=Quennor Reach', '--b', 'current=on')).toMatchObject(
      { status: 2, stderr: expect.stringContaining('overlap') as string },
    )
  })

  it('hold each factor against the others, and tell spreads from chance', () => {
    const found = JSON.parse(
      jot('analyse', 'model', '--bundle', demo, '--fixed', 'water', '--random', 'trip', '--json').stdout,
    ) as {
      coefficients: { name: string; estimate: number; standard_error: number }[]
      sd: { trip: number }
      converged: boolean
    }
    expect(found.coefficients.map(({ name }) => name)).toEqual([
      '(Intercept)',
      'water:Immerlow Reservoir',
      'water:Pellock Mill Pond',
      'water:Quennor Reach',
    ])
    expect([found.converged, found.sd.trip > 0.35, found.sd.trip < 0.75]).toEqual([true, true, true])
    expect(jot('analyse', 'model', '--bundle', demo, '--fixed', 'water').stdout).toMatch(/Errors are by trip/)
  })

  it.each([
    [['curve', '--of', 'lure'], /not continuous/],
    [['curve', '--of', 'water_temp_c', '--where', 'water=Nowhere'], /nothing to draw/],
    [['curve', '--of', 'water_temp_c', '--points', '1'], /from 2 to 1000/],
    [['model', '--fixed', 'rods'], /no column rods/],
    [['model', '--fixed', 'water', '--where', 'water_temp_c=40..44'], /nothing to fit/],
  ])('end with 2 and say why for %j', (args, message) => {
    expect(jot('analyse', ...args, '--bundle', demo)).toMatchObject({
      status: 2,
      stderr: expect.stringMatching(message) as string,
    })
  })
})

describe('jot sky', () => {
  const at = ['sky', '--at', '2003-10-17T12:30:30-07:00', '--lat', '39.742476', '--lon', '-105.1786']

  // Reda & Andreas, NREL/TP-560-34302, worked example.
  it('gives sun, moon and light, and light at depth when both visibility and depth are told', () => {
    const sky = JSON.parse(jot(...at, '--json').stdout) as {
      sun: { altitude_deg: number; azimuth_deg: number }
      surface_lux: number
      lure_lux: null
    }
    expect(sky).toMatchObject({
      sun: { altitude_deg: expect.closeTo(39.87195, 2) as number, azimuth_deg: expect.closeTo(194.34, 1) as number },
      lure_lux: null,
      light_band: 'bright',
    })
    const below = JSON.parse(
      jot(...at, '--cloud_pct', '100', '--visibility_m', '2', '--depth_m', '2', '--json').stdout,
    ) as { surface_lux: number; lure_lux: number }
    expect(below.surface_lux).toBeCloseTo(sky.surface_lux / 4, 0)
    expect(below.lure_lux).toBeLessThan(0.4 * below.surface_lux)
    expect(jot(...at).stdout).toMatch(/^The sun stands 39\.87° up; the water has [\d,]+ lux \(bright\)\./)
  })

  it.each([
    [['--at', 'noon', '--lat', '1', '--lon', '1'], /ISO 8601/],
    [['--at', '2026-03-14T12:00:00Z', '--lat', '91', '--lon', '1'], /from -90 to 90/],
    [['--at', '2026-03-14T12:00:00Z', '--lat', '9', '--lon', '1', '--depth_m', '2'], /go together/],
  ])('ends with 2 and says why for %j', (args, message) => {
    expect(jot('sky', ...args)).toMatchObject({ status: 2, stderr: expect.stringMatching(message) as string })
  })
})
