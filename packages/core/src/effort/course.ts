import { at } from '../checked/index.ts'
import { bandIndex } from '../conditions/index.ts'
import type { Track, TrackValue } from '../conditions/index.ts'
import { countWhile } from '../numerics/index.ts'
import type { EpochMs } from '../time/index.ts'
import { Levels } from './levels.ts'

/** Code of a condition that is not known. Known bands and words are counted from 1. */
export const NOT_KNOWN = 0

/** A condition that stints are cut by: bands of a number by its edges, or words. */
export class CutCondition {
  private readonly words = new Levels()

  constructor(
    readonly name: string,
    readonly edges: readonly number[] | undefined,
  ) {}

  codeOf(value: TrackValue['value']): number {
    if (value === null) return NOT_KNOWN
    return 1 + (typeof value === 'number' && this.edges ? bandIndex(value, this.edges) : this.words.codeOf(String(value)))
  }

  /** A value of which the code is true: a word, or a number in the band; null where it is not known. */
  valueOf(code: number): number | string | null {
    if (code === NOT_KNOWN) return null
    if (!this.edges) return at(this.words.words, code - 1)
    return code > 1 ? at(this.edges, code - 2) : -Infinity
  }
}

/** A stretch of a trip through which every condition keeps its band. */
export interface Stretch {
  readonly fromMs: EpochMs
  /** Code of each condition, in the order of the conditions. */
  readonly codes: readonly number[]
  /** 1 where the condition rests on a reading more than three hours old. */
  readonly stale: readonly number[]
}

/** One condition through a span: what it is from each time on. */
export interface Run {
  readonly fromMs: EpochMs[]
  readonly codes: number[]
  readonly stale: number[]
}

/** A track over a span as the bands it goes through. A track is taken at its word between two of its cuts. */
export function runOf(track: Track, condition: CutCondition, fromMs: EpochMs, toMs: EpochMs): Run {
  const bounds: EpochMs[] = [fromMs]
  let latest = fromMs
  for (const ms of ascending(track.cuts(fromMs, toMs))) if (ms > latest && ms < toMs) bounds.push((latest = ms))
  const run: Run = { fromMs: [], codes: [], stale: [] }
  for (let i = 0; i < bounds.length; i++) {
    const from = at(bounds, i)
    const { value, stale } = track.at((from + (bounds[i + 1] ?? toMs)) / 2)
    const [code, old] = [condition.codeOf(value), stale ? 1 : 0]
    const last = run.codes.length - 1
    if (last >= 0 && run.codes[last] === code && run.stale[last] === old) continue
    run.fromMs.push(from)
    run.codes.push(code)
    run.stale.push(old)
  }
  return run
}

function ascending(times: readonly EpochMs[]): readonly EpochMs[] {
  let latest = -Infinity
  for (const ms of times) {
    if (ms < latest) return [...times].sort((a, b) => a - b)
    latest = ms
  }
  return times
}

/** Everything about a trip side by side: its stretches in order, without gap. */
export class Course {
  private constructor(private readonly stretches: readonly Stretch[]) {}

  /**
   * Given      one run a condition, each from the same time on; marks at which a new stretch begins whatever the conditions do
   * Returned   stretches that begin where any condition changes its band or its staleness
   */
  static of(runs: readonly Run[], marks: readonly EpochMs[], fromMs: EpochMs): Course {
    const width = runs.length
    const times = new Float64Array(runs.reduce((sum, run) => sum + run.fromMs.length, 1 + marks.length))
    let n = 0
    times[n++] = fromMs
    for (const run of runs) for (const ms of run.fromMs) times[n++] = ms
    for (const ms of marks) times[n++] = ms
    times.sort()
    // How far each run is, and when it goes on.
    const next = new Int32Array(width)
    const due = new Float64Array(width).fill(fromMs)
    const stretches: Stretch[] = []
    // Plain lists: small typed ones cost more to make than to fill.
    let now = { fromMs: -Infinity, codes: new Array<number>(width).fill(NOT_KNOWN), stale: new Array<number>(width).fill(0) }
    for (const time of times) {
      const ms = Math.max(fromMs, time)
      if (ms === now.fromMs) continue
      now = { fromMs: ms, codes: now.codes.slice(), stale: now.stale.slice() }
      stretches.push(now)
      for (let c = 0; c < width; c++) {
        if ((due[c] ?? 0) > ms) continue
        const run = at(runs, c)
        let i = next[c] ?? 0
        while ((run.fromMs[i + 1] ?? Infinity) <= ms) i++
        now.codes[c] = run.codes[i] ?? NOT_KNOWN
        now.stale[c] = run.stale[i] ?? 0
        next[c] = i + 1
        due[c] = run.fromMs[i + 1] ?? Infinity
      }
    }
    return new Course(stretches)
  }

  /** The stretches that touch `[fromMs, toMs)`: the first may have begun before. */
  during(fromMs: EpochMs, toMs: EpochMs): readonly Stretch[] {
    const first = Math.max(0, countWhile(this.stretches, (stretch) => stretch.fromMs <= fromMs) - 1)
    let past = first
    while ((this.stretches[past]?.fromMs ?? Infinity) < toMs) past++
    return this.stretches.slice(first, past)
  }
}
