import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate'

/** Limits on an uploaded archive (architecture.md §4). */
export const ZIP_LIMITS = { fileBytes: 64 * 2 ** 20, unpackedBytes: 256 * 2 ** 20, entries: 500, ratio: 100 } as const

/** An archive that is too large, or no archive. `limit` is set when a limit was passed. */
export class ZipRefusal extends Error {
  constructor(
    message: string,
    readonly limit?: keyof typeof ZIP_LIMITS,
  ) {
    super(message)
  }
}

/** The files of an archive by base name; folders fall away. Throws ZipRefusal. Nothing is unpacked before its declared size is checked. */
export function unzipBundle(bytes: Uint8Array): Map<string, Uint8Array> {
  if (bytes.length > ZIP_LIMITS.fileBytes)
    throw new ZipRefusal(`The archive has ${bytes.length} bytes; at most ${ZIP_LIMITS.fileBytes} are taken.`, 'fileBytes')
  let [entries, unpacked] = [0, 0]
  const allowed = ({ name, size, originalSize }: { name: string; size: number; originalSize: number }): boolean => {
    entries++
    unpacked += originalSize
    if (entries > ZIP_LIMITS.entries) throw new ZipRefusal(`The archive holds more than ${ZIP_LIMITS.entries} entries.`, 'entries')
    if (unpacked > ZIP_LIMITS.unpackedBytes) throw new ZipRefusal(`The archive unpacks to more than ${ZIP_LIMITS.unpackedBytes} bytes.`, 'unpackedBytes')
    if (originalSize > ZIP_LIMITS.ratio * Math.max(size, 1000)) throw new ZipRefusal(`${name} is packed more than ${ZIP_LIMITS.ratio} to one.`, 'ratio')
    if (name.split(/[\\/]/).includes('..')) throw new ZipRefusal(`${name} points outside the archive.`)
    return /\.(csv|json|geojson)$/i.test(name)
  }
  let contents: Record<string, Uint8Array>
  try {
    contents = unzipSync(bytes, { filter: allowed })
  } catch (error) {
    if (error instanceof ZipRefusal) throw error
    throw new ZipRefusal('This is not a zip archive, or it is damaged.')
  }
  const files = new Map<string, Uint8Array>()
  for (const [path, content] of Object.entries(contents)) {
    const name = path.slice(path.lastIndexOf('/') + 1)
    if (files.has(name)) throw new ZipRefusal(`The archive holds ${name} twice.`)
    files.set(name, content)
  }
  return files
}

/** Fixed time stamps, so that the same files give the same archive. */
export function zipBundle(files: ReadonlyMap<string, string>): Uint8Array {
  const mtime = new Date(1980, 0, 1)
  return zipSync(Object.fromEntries([...files].map(([name, text]) => [name, [strToU8(text), { mtime }] as const])))
}

export const bytesOfText = strToU8
export const textOfBytes = strFromU8
