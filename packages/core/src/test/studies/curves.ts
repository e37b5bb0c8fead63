import { fitRateCurve } from '../../stats/index.ts'
import { drawGeometric, drawNormal, drawPoisson } from '../../numerics/index.ts'
import { share, study } from './study.ts'
import type { Study } from './study.ts'

const HUMP = { at: 15, width: 4, height: 1.2 } as const

function curve(
  name: string,
  seed: number,
  { hump, tripSd, flurry }: { readonly hump: boolean; readonly tripSd: number; readonly flurry: number },
): Study {
  const logRate = (x: number): number =>
    Math.log(0.6) + (hump ? HUMP.height * Math.exp(-(((x - HUMP.at) / HUMP.width) ** 2)) - 0.4 : 0)
  return study('curve', name, seed, (random, books) => {
    let held = 0
    for (let i = 0; i < books; i++) {
      const rows = Array.from({ length: 60 }, (_, t) => {
        const [temp, luck] = [5 + 20 * random(), tripSd * drawNormal(random)]
        return Array.from({ length: 6 }, (__, h) => {
          const x = temp + 0.3 * h
          const bouts = drawPoisson(random, Math.exp(logRate(x) + luck) / flurry)
          return {
            x,
            trip: `t${t}`,
            events: Array.from({ length: bouts }, () => drawGeometric(random, flurry)).reduce(
              (sum, one) => sum + one,
              0,
            ),
          }
        })
      }).flat()
      const { points } = fitRateCurve({
        x: rows.map(({ x }) => x),
        events: rows.map(({ events }) => events),
        exposureHours: rows.map(() => 1),
        trip: rows.map(({ trip }) => trip),
      })
      if (
        points.every(
          ({ x, simultaneousLower, simultaneousUpper }) =>
            simultaneousLower <= Math.exp(logRate(x)) && Math.exp(logRate(x)) <= simultaneousUpper,
        )
      )
        held++
    }
    return [share('the band holds all of the curve', held, books, 0.87, 0.95)]
  })
}

export const CURVES: readonly Study[] = [
  curve('flat, trips differ by 0.5', 241, { hump: false, tripSd: 0.5, flurry: 1 }),
  curve('hump, trips differ by 0.5', 242, { hump: true, tripSd: 0.5, flurry: 1 }),
  curve('flat, flurries of 2', 243, { hump: false, tripSd: 0.5, flurry: 2 }),
  curve('hump, flurries of 2', 244, { hump: true, tripSd: 0.5, flurry: 2 }),
]
