import type { BookRecords } from '@jotbook/core'
import type { CountDown, Line, LineMaterial, SeenRunning } from '@jotbook/core/bench'

/** Depths at which a lure was logged to run, and count-downs to the bottom, each with the line it was on. */
export type RunsAndFalls = Readonly<
  Record<string, { readonly running: readonly SeenRunning[]; readonly counted: readonly CountDown[] }>
>

const MATERIALS: readonly string[] = ['monofilament', 'fluorocarbon', 'copolymer', 'braid'] satisfies LineMaterial[]

/** What stints say of how their lures run and fall; those whose line nobody logged say nothing. */
export function runsAndFalls({ stints, setups }: Pick<BookRecords, 'stints' | 'setups'>): RunsAndFalls {
  const byId = new Map(setups.map((setup) => [setup.id, setup]))
  const found: Record<string, { running: SeenRunning[]; counted: CountDown[] }> = {}
  for (const stint of stints) {
    const setup = stint.setup ? byId.get(stint.setup) : undefined
    const line = lineOf(stint.lineLb ?? setup?.lineLb, stint.lineKind ?? setup?.lineKind)
    if (!line) continue
    const own = (found[stint.lure] ??= { running: [], counted: [] })
    if (typeof stint.lureDepthM === 'number' && stint.lureDepthM > 0)
      own.running.push({ depthM: stint.lureDepthM, line })
    if (typeof stint.fallS === 'number' && stint.fallS > 0 && typeof stint.depthM === 'number' && stint.depthM > 0)
      own.counted.push({ depthM: stint.depthM, seconds: stint.fallS, line })
  }
  return found
}

function lineOf(testLb: number | null | undefined, kind: string | null | undefined): Line | undefined {
  if (typeof testLb !== 'number' || testLb <= 0) return undefined
  return { testLb, material: kind && MATERIALS.includes(kind) ? (kind as LineMaterial) : 'monofilament' }
}
