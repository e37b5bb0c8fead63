import { Kernel } from './kernel.ts'

let kept: Kernel | undefined

/**
 * A kernel for work that leaves nothing behind: each thread has one, as large as its largest matrix yet.
 *
 * Given      bytes of each part
 * Returned   the kernel, and where each part begins in its memory; what was laid there before is gone
 */
export function scratch<Part extends string>(
  bytes: Readonly<Record<Part, number>>,
): { readonly kernel: Kernel; readonly at: Readonly<Record<Part, number>> } {
  kept ??= new Kernel()
  return { kernel: kept, at: kept.lay(bytes) }
}
