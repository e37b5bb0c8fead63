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
  readonly codes: Int32Array
  /** 1 where the condition rests on a reading more than three hours old. */
  readonly stale: Uint8Array
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
  for (const ms of ascending(track.cuts(fromMs, toMs))) if (ms > at(bounds, bounds.length - 1) && ms < toMs) bounds.push(ms)
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
  for (let i = 1; i < times.length; i++) if (at(times, i) < at(times, i - 1)) return [...times].sort((a, b) => a - b)
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
    const times = [...new Set([...runs.flatMap((run) => run.fromMs), ...marks])].filter((ms) => ms > fromMs).sort((a, b) => a - b)
    const reached = new Int32Array(runs.length)
    const stretchFrom = (ms: EpochMs): Stretch => {
      const stretch = { fromMs: ms, codes: new Int32Array(runs.length), stale: new Uint8Array(runs.length) }
      for (let c = 0; c < runs.length; c++) {
        const run = at(runs, c)
        let i = at(reached, c)
        while ((run.fromMs[i + 1] ?? Infinity) <= ms) i++
        reached[c] = i
        stretch.codes[c] = at(run.codes, i)
        stretch.stale[c] = at(run.stale, i)
      }
      return stretch
    }
    return new Course([fromMs, ...times].map(stretchFrom))
  }

  /** The stretches that touch `[fromMs, toMs)`: the first may have begun before. */
  during(fromMs: EpochMs, toMs: EpochMs): readonly Stretch[] {
    const first = Math.max(0, countWhile(this.stretches, (stretch) => stretch.fromMs <= fromMs) - 1)
    let past = first
    while (past < this.stretches.length && at(this.stretches, past).fromMs < toMs) past++
    return this.stretches.slice(first, past)
  }
}
