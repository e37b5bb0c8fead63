import { Unzip, UnzipInflate, Zip, ZipDeflate, ZipPassThrough, strFromU8, strToU8, zipSync } from 'fflate'
import type { UnzipFile } from 'fflate'

/** Limits on an uploaded archive (architecture.md §4). */
export const ZIP_LIMITS = { fileBytes: 64 * 2 ** 20, unpackedBytes: 256 * 2 ** 20, entries: 500, ratio: 100 } as const
export type ZipLimits = Readonly<Record<keyof typeof ZIP_LIMITS, number>>

/** An archive that is too large, or no archive. `limit` is set when a limit was passed. */
export class ZipRefusal extends Error {
  constructor(
    message: string,
    readonly limit?: keyof typeof ZIP_LIMITS,
  ) {
    super(message)
  }
}

/** Bytes fed to the unpacker at a time: between two of them what came out is counted. */
const PIECE = 16 * 1024
/** The record every archive ends with, and the longest comment behind it. */
const [END_BYTES, MOST_COMMENT] = [22, 65_535]

/**
 * The files of an archive by base name; folders fall away. What comes out is counted as it comes out, whatever the archive says of
 * itself. Throws ZipRefusal.
 */
export function unzipBundle(bytes: Uint8Array, limits: ZipLimits = ZIP_LIMITS): Map<string, Uint8Array> {
  if (bytes.length > limits.fileBytes)
    throw new ZipRefusal(`The archive has ${bytes.length} bytes; at most ${limits.fileBytes} are taken.`, 'fileBytes')
  if (!hasEnd(bytes)) throw damaged()
  const unpacked = new Unpacked(limits)
  const reader = new Unzip((file) => unpacked.take(file))
  reader.register(UnzipInflate)
  try {
    for (let at = 0; at < bytes.length; at += PIECE) {
      unpacked.fed = Math.min(bytes.length, at + PIECE)
      reader.push(bytes.subarray(at, at + PIECE), at + PIECE >= bytes.length)
    }
  } catch (error) {
    throw unpacked.refusal ?? (error instanceof ZipRefusal ? error : damaged())
  }
  return unpacked.files()
}

const damaged = (): ZipRefusal => new ZipRefusal('This is not a zip archive, or it is damaged.')

/** "PK", 5, 6 within the last bytes: an archive that was cut off has lost it. */
function hasEnd(bytes: Uint8Array): boolean {
  for (let at = bytes.length - END_BYTES; at >= Math.max(0, bytes.length - END_BYTES - MOST_COMMENT); at--)
    if (bytes[at] === 0x50 && bytes[at + 1] === 0x4b && bytes[at + 2] === 5 && bytes[at + 3] === 6) return true
  return false
}

/** What has come out of an archive so far. */
class Unpacked {
  /** Bytes of the archive read so far. */
  fed = 0
  private entries = 0
  private bytes = 0
  /** The unpacker catches what is thrown into it; this is what was meant. */
  refusal: ZipRefusal | undefined
  private readonly open = new Set<string>()
  private readonly parts = new Map<string, Uint8Array[]>()

  constructor(private readonly limits: ZipLimits) {}

  take(file: UnzipFile): void {
    if (++this.entries > this.limits.entries)
      throw new ZipRefusal(`The archive holds more than ${this.limits.entries} entries.`, 'entries')
    if (file.name.split(/[\\/]/).includes('..')) throw new ZipRefusal(`${file.name} points outside the archive.`)
    if (!/\.(csv|json|geojson|jpg)$/i.test(file.name)) return
    const name = file.name.slice(Math.max(file.name.lastIndexOf('/'), file.name.lastIndexOf('\\')) + 1)
    if (this.parts.has(name)) throw new ZipRefusal(`The archive holds ${name} twice.`)
    const [parts, from] = [[] as Uint8Array[], this.fed]
    this.parts.set(name, parts)
    this.open.add(name)
    let size = 0
    const refuse = (refusal: ZipRefusal): never => {
      this.refusal ??= refusal
      throw this.refusal
    }
    file.ondata = (error, part, final) => {
      if (error) refuse(damaged())
      size += part.length
      this.bytes += part.length
      if (this.bytes > this.limits.unpackedBytes)
        refuse(new ZipRefusal(`The archive unpacks to more than ${this.limits.unpackedBytes} bytes.`, 'unpackedBytes'))
      if (size > this.limits.ratio * (this.fed - from + PIECE))
        refuse(new ZipRefusal(`${name} is packed more than ${this.limits.ratio} to one.`, 'ratio'))
      parts.push(part)
      if (final) this.open.delete(name)
    }
    file.start()
  }

  files(): Map<string, Uint8Array> {
    if (this.open.size > 0) throw damaged()
    return new Map([...this.parts].map(([name, parts]) => [name, joined(parts)]))
  }
}

function joined(parts: readonly Uint8Array[]): Uint8Array {
  const whole = new Uint8Array(parts.reduce((sum, { length }) => sum + length, 0))
  let at = 0
  for (const part of parts) {
    whole.set(part, at)
    at += part.length
  }
  return whole
}

/** An archive written piece by piece as its files come, for books that do not fit in memory twice. */
export async function* zipStream(
  files: AsyncIterable<readonly [name: string, content: Uint8Array]>,
): AsyncGenerator<Uint8Array> {
  let ready: Uint8Array[] = []
  const archive = new Zip((error, part) => {
    if (error) throw error
    ready.push(part)
  })
  for await (const [name, content] of files) {
    const entry = /\.jpg$/.test(name) ? new ZipPassThrough(name) : new ZipDeflate(name)
    entry.mtime = FIXED_TIME
    archive.add(entry)
    entry.push(content, true)
    yield* ready
    ready = []
  }
  archive.end()
  yield* ready
}

const FIXED_TIME = new Date(1980, 0, 1)

/** Fixed time stamps, so that the same files give the same archive. */
export function zipBundle(files: ReadonlyMap<string, string>): Uint8Array {
  return zipSync(
    Object.fromEntries([...files].map(([name, text]) => [name, [strToU8(text), { mtime: FIXED_TIME }] as const])),
  )
}

export const bytesOfText = strToU8
export const textOfBytes = strFromU8
