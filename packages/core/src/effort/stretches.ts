import { at } from '../checked/index.ts'
import { bandIndex } from '../conditions/index.ts'
import type { Track, TrackValue } from '../conditions/index.ts'
import { countWhile } from '../numerics/index.ts'
import type { EpochMs } from '../time/index.ts'
import { LabelEncoder } from '../numerics/index.ts'

/** Code of a condition that is not known. Known bands and words are counted from 1. */
export const NOT_KNOWN = 0

/** A condition that stints are cut by: bands of a number by its edges, or words. */
export class CutCondition {
  private readonly words = new LabelEncoder()

  constructor(
    readonly name: string,
    readonly edges: readonly number[] | undefined,
  ) {}

  codeOf(value: TrackValue['value']): number {
    if (value === null) return NOT_KNOWN
    return (
      1 + (typeof value === 'number' && this.edges ? bandIndex(value, this.edges) : this.words.codeOf(String(value)))
    )
  }

  /** A value of which the code is true: a word, or a number in the band; null where it is not known. */
  valueOf(code: number): number | string | null {
    if (code === NOT_KNOWN) return null
    if (!this.edges) return at(this.words.labels, code - 1)
    return code > 1 ? at(this.edges, code - 2) : -Infinity
  }
}

/** One condition through a span: what it is from each time on. */
export interface Run {
  readonly fromMs: EpochMs[]
  readonly codes: number[]
  readonly stale: number[]
}

/** A track over a span as the bands it goes through. */
export function runOf(track: Track, condition: CutCondition, fromMs: EpochMs, toMs: EpochMs): Run {
  const run: Run = { fromMs: [], codes: [], stale: [] }
  track.walk(fromMs, toMs, (from, value, stale) => {
    const [code, old] = [condition.codeOf(value), stale ? 1 : 0]
    const last = run.codes.length - 1
    if (last >= 0 && run.codes[last] === code && run.stale[last] === old) return
    run.fromMs.push(from)
    run.codes.push(code)
    run.stale.push(old)
  })
  return run
}

/** Everything about a trip side by side: stretches in order, without gap, through each of which every condition keeps its band. */
export class Stretches {
  private constructor(
    private readonly width: number,
    private readonly begins: Float64Array,
    /** A row a stretch, a place in it a condition: one array for all, as rows are many and short. */
    private readonly codes: Uint16Array,
    private readonly stale: Uint8Array,
  ) {}

  /**
   * Given      one run a condition, each from the same time on; marks at which a new stretch begins whatever the conditions do
   * Returned   stretches that begin where any condition changes its band or its staleness
   */
  static of(runs: readonly Run[], marks: readonly EpochMs[], fromMs: EpochMs): Stretches {
    const begins = beginnings(runs, marks, fromMs)
    const width = runs.length
    const [codes, stale] = [new Uint16Array(begins.length * width), new Uint8Array(begins.length * width)]
    for (let c = 0; c < width; c++) {
      const run = at(runs, c)
      let i = 0
      let until = run.fromMs[1] ?? Infinity
      for (let s = 0, place = c; s < begins.length; s++, place += width) {
        while (until <= (begins[s] ?? 0)) until = run.fromMs[++i + 1] ?? Infinity
        codes[place] = run.codes[i] ?? NOT_KNOWN
        stale[place] = run.stale[i] ?? 0
      }
    }
    return new Stretches(width, begins, codes, stale)
  }

  /** The stretch a time lies in. */
  stretchAt(ms: EpochMs): number {
    return Math.max(0, countWhile(this.begins, (from) => from <= ms) - 1)
  }

  /** When a stretch ends and the next begins; never for the last. */
  endOf(stretch: number): EpochMs {
    return this.begins[stretch + 1] ?? Infinity
  }

  /** Code of a condition, by its place among the conditions, through a stretch. */
  codeOf(stretch: number, condition: number): number {
    return this.codes[stretch * this.width + condition] ?? NOT_KNOWN
  }

  /** The condition rests on a reading more than three hours old. */
  isStale(stretch: number, condition: number): boolean {
    return this.stale[stretch * this.width + condition] === 1
  }
}

/** Each time once, in order, none before the first. */
function beginnings(runs: readonly Run[], marks: readonly EpochMs[], fromMs: EpochMs): Float64Array {
  const times = new Float64Array(runs.reduce((sum, run) => sum + run.fromMs.length, 1 + marks.length))
  let n = 0
  times[n++] = fromMs
  for (const run of runs) for (const ms of run.fromMs) times[n++] = ms
  for (const ms of marks) times[n++] = Math.max(fromMs, ms)
  times.sort()
  let kept = 0
  for (const ms of times) if (kept === 0 || ms > (times[kept - 1] ?? 0)) times[kept++] = ms
  return times.subarray(0, kept)
}
