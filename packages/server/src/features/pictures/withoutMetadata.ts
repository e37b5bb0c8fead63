const [MARK, START, END, SCAN] = [0xff, 0xd8, 0xd9, 0xda]
/** JFIF and the colour transform stay, for the picture looks wrong without them; whatever else programs wrote (EXIF, XMP, comments) goes. */
const isMetadata = (marker: number): boolean => (marker >= 0xe1 && marker <= 0xef && marker !== 0xee) || marker === 0xfe
const hasNoLength = (marker: number): boolean => (marker >= 0xd0 && marker <= 0xd7) || marker === 0x01

/**
 * A JPEG picture without what a camera wrote into it: place, time, owner. The picture itself is not touched, and whatever follows its
 * end is cut off. Undefined when it is no whole JPEG. Source: ITU-T T.81, annex B (the markers of a JPEG stream).
 */
export function withoutMetadata(jpeg: Buffer): Buffer | undefined {
  if (jpeg[0] !== MARK || jpeg[1] !== START) return undefined
  const kept: Buffer[] = [jpeg.subarray(0, 2)]
  let at = 2
  while (at + 3 < jpeg.length) {
    if (jpeg[at] !== MARK) return undefined
    const marker = jpeg[at + 1] ?? 0
    if (marker === MARK || hasNoLength(marker)) {
      at += marker === MARK ? 1 : 2
      continue
    }
    const end = at + 2 + jpeg.readUInt16BE(at + 2)
    if (end > jpeg.length) return undefined
    if (!isMetadata(marker)) kept.push(jpeg.subarray(at, end))
    at = end
    if (marker !== SCAN) continue
    const after = endOfScan(jpeg, at)
    if (after === undefined) return undefined
    kept.push(jpeg.subarray(at, after))
    at = after
    if (jpeg[at + 1] === END) return Buffer.concat([...kept, jpeg.subarray(at, at + 2)])
  }
  return undefined
}

/** Where the coded data of a scan ends: at the next marker that is neither a stuffed byte nor a restart. */
function endOfScan(jpeg: Buffer, from: number): number | undefined {
  for (let i = from; i + 1 < jpeg.length; i++) {
    if (jpeg[i] !== MARK) continue
    const next = jpeg[i + 1] ?? 0
    if (next !== 0 && next !== MARK && !hasNoLength(next)) return i
  }
  return undefined
}
