import { hexToBytes } from '@noble/hashes/utils.js'
import type { Lines } from '../lines.ts'
import { KERNEL_BYTES } from './bytes.ts'

/** Functions of `packages/core/kernel`, where they are told. Addresses and strides are bytes of the kernel's memory. */
interface KernelFunctions {
  cholesky(l: number, n: number): number
  lowerInverse(l: number, inverse: number, n: number): void
  coarsen(finer: number, finerClasses: number, of: number, coarser: number, classes: number, blocks: number): void
  sumWindow(
    ...at: [
      ...[values: number, classes: number, blocks: number, chosen: number, ends: number, parts: number],
      ...[sums: number],
    ]
  ): void
  beyond(
    ...at: [
      ...[sums: number, whole: number, count: number, rivals: number, weights: number],
      ...[variances: number, bars: number, books: number, row: number, found: number],
    ]
  ): number
  takeApart(ground: number, chosen: number, count: number): number
  takeSchur(
    ...at: [
      ...[diagonal: number, starts: number, column: number, value: number, q: number, m: number],
      ...[dense: number],
    ]
  ): void
  weigh(
    ...at: [
      ...[starts: number, column: number, value: number, group: number, weights: number],
      ...[rows: number, m: number, groups: number, places: number, dense: number, joint: number],
      ...[ofGroups: number],
    ]
  ): void
  totalsOfRows(starts: number, column: number, value: number, rows: number, factors: number, totals: number): void
  sumsOfRows(starts: number, column: number, value: number, rows: number, weights: number, sums: number): void
  sumsOfPicked(
    ...at: [
      ...[starts: number, column: number, value: number, group: number, picked: number],
      ...[weights: number, count: number, groups: number, sums: number, ofGroups: number],
    ]
  ): void
  quadraticForms(
    ...at: [
      ...[diagonal: number, starts: number, column: number, value: number, factor: number],
      ...[vectors: number, count: number, q: number, m: number, half: number, forms: number],
    ]
  ): void
  squareOf(lower: number, square: number, n: number): void
  acrossGroups(
    ...at: [
      ...[covariance: number, starts: number, column: number, value: number, diagonal: number],
      ...[q: number, m: number, across: number, squares: number],
    ]
  ): void
  squaresOfRows(
    ...at: [
      ...[starts: number, column: number, value: number, group: number, rows: number, covariance: number],
      ...[m: number, across: number, squares: number, groups: number, own: number, apart: number],
    ]
  ): void
}

interface Memory {
  readonly buffer: ArrayBuffer
  grow(pages: number): number
}

/** As much of it as is used here: the core's types know neither the browser nor Node, which both have it. */
declare const WebAssembly: {
  readonly Memory: new (size: { readonly initial: number }) => Memory
  readonly Module: new (bytes: Uint8Array) => object
  readonly Instance: new (
    module: object,
    imports: Readonly<Record<string, object>>,
  ) => { readonly exports: KernelFunctions }
}

const PAGE_BYTES = 65_536
/** Two numbers, which it works on at once. */
const PAIR_BYTES = 16
let compiled: object | undefined

/** Too little memory is nobody's question, for which its RangeError would pass. */
function withMemory<T>(taken: () => T): T {
  try {
    return taken()
  } catch (cause) {
    throw new Error('the device has too little memory for this', { cause })
  }
}

/** The kernel with a memory of its own, which its caller lays out. In a page's own thread the security policy forbids it: it is for workers. */
export class Kernel {
  readonly run: KernelFunctions
  private readonly memory = withMemory(() => new WebAssembly.Memory({ initial: 1 }))

  constructor() {
    compiled ??= new WebAssembly.Module(hexToBytes(KERNEL_BYTES))
    this.run = new WebAssembly.Instance(compiled, { env: { memory: this.memory } }).exports
  }

  /** Makes room for parts of so many bytes, and tells where each begins; numbers had before may then be out of reach. */
  lay<Part extends string>(bytes: Readonly<Record<Part, number>>): Readonly<Record<Part, number>> {
    let end = 0
    const places: Partial<Record<Part, number>> = {}
    for (const part of Object.keys(bytes) as Part[]) {
      places[part] = end
      end += Math.ceil(bytes[part] / PAIR_BYTES) * PAIR_BYTES
    }
    const missing = end - this.memory.buffer.byteLength
    if (missing > 0) withMemory(() => this.memory.grow(Math.ceil(missing / PAGE_BYTES)))
    return places as Record<Part, number>
  }

  numbers(at: number, count: number): Float64Array {
    return new Float64Array(this.memory.buffer, at, count)
  }

  integers(at: number, count: number): Int32Array {
    return new Int32Array(this.memory.buffer, at, count)
  }

  setLines(
    at: { readonly starts: number; readonly column: number; readonly value: number },
    { starts, column, value }: Lines,
  ): void {
    this.integers(at.starts, starts.length).set(starts)
    this.integers(at.column, column.length).set(column)
    this.numbers(at.value, value.length).set(value)
  }
}
