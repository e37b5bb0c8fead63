import type { Id } from '@jotbook/core'
import { createHash } from 'node:crypto'
import { createReadStream, createWriteStream } from 'node:fs'
import { open, rename, rm, stat } from 'node:fs/promises'
import { Readable } from 'node:stream'
import type { ReadableStream as NodeReadableStream } from 'node:stream/web'
import { pipeline } from 'node:stream/promises'
import { createGunzip, createGzip } from 'node:zlib'
import { Decrypter, Encrypter } from 'age-encryption'

/**
 * The file of a back-up: lines of text, each a letter and JSON, packed with gzip, and encrypted with a passphrase where one is given
 * (age, age-encryption.org/v1). The last line counts the others and holds their SHA-256.
 */
export type BackupLine =
  | {
      readonly tag: 'head'
      readonly format: 'jot-backup'
      readonly version: 1
      readonly at: string
      readonly schema: number
    }
  | {
      readonly tag: 'table'
      readonly table: string
      readonly columns: readonly string[]
      readonly book: Id<'book'> | null
    }
  /** A row as PostgreSQL writes it in JSON; it is not parsed on its way. */
  | { readonly tag: 'row'; readonly json: string }
  | { readonly tag: 'digest'; readonly book: Id<'book'>; readonly records: number; readonly sum: string }
  | { readonly tag: 'end'; readonly lines: number; readonly sha256: string }

/** What is wrong with a back-up file, in words for whoever restores it. */
export class BackupFault extends Error {}

const AGE_MAGIC = 'age-encryption.org'

const textOf = (line: Exclude<BackupLine, { tag: 'end' }>): string =>
  line.tag === 'row' ? `R${line.json}\n` : `L${JSON.stringify(line)}\n`

async function* sealed(lines: AsyncIterable<Exclude<BackupLine, { tag: 'end' }>>): AsyncGenerator<string> {
  const hash = createHash('sha256')
  let count = 0
  for await (const line of lines) {
    const text = textOf(line)
    hash.update(text)
    count++
    yield text
  }
  const end: BackupLine = { tag: 'end', lines: count, sha256: hash.digest('hex') }
  yield `L${JSON.stringify(end)}\n`
}

/** Writes a back-up beside its place and renames it when it is whole and on the disk. Returns its size in bytes. */
export async function writeBackupFile(
  path: string,
  lines: AsyncIterable<Exclude<BackupLine, { tag: 'end' }>>,
  passphrase: string | undefined,
): Promise<number> {
  const partial = `${path}.partial`
  try {
    const packed = Readable.from(sealed(lines)).pipe(createGzip())
    const sink = createWriteStream(partial, { mode: 0o600 })
    if (passphrase === undefined) await pipeline(packed, sink)
    else {
      const encrypter = new Encrypter()
      encrypter.setPassphrase(passphrase)
      const sealedStream = await encrypter.encrypt(Readable.toWeb(packed) as unknown as ReadableStream<Uint8Array>)
      await pipeline(Readable.fromWeb(sealedStream as unknown as NodeReadableStream), sink)
    }
    const file = await open(partial, 'r')
    await file.sync()
    await file.close()
    await rename(partial, path)
    return (await stat(path)).size
  } catch (error) {
    await rm(partial, { force: true })
    throw error
  }
}

/** The lines of a back-up, read as it is unpacked. Throws BackupFault for what is none, was cut off or changed, or wants a passphrase. */
export async function* readBackupFile(path: string, passphrase: string | undefined): AsyncGenerator<BackupLine> {
  const hash = createHash('sha256')
  let [count, ended] = [0, false]
  try {
    for await (const text of textLines(await plainStream(path, passphrase))) {
      const line = parsed(text)
      if (line.tag === 'end') {
        if (line.lines !== count || line.sha256 !== hash.digest('hex'))
          throw new BackupFault('The back-up was changed after it was written: its checksum does not fit.')
        ended = true
      } else {
        hash.update(`${text}\n`)
        count++
      }
      yield line
    }
  } catch (error) {
    throw error instanceof BackupFault
      ? error
      : new BackupFault(`The back-up cannot be read (${(error as NodeJS.ErrnoException).code ?? 'damaged'}).`)
  }
  if (!ended) throw new BackupFault('The back-up was cut off: its end is missing.')
}

async function plainStream(path: string, passphrase: string | undefined): Promise<AsyncIterable<Buffer>> {
  const file = await open(path, 'r')
  const head = Buffer.alloc(AGE_MAGIC.length)
  await file.read(head, 0, head.length, 0)
  await file.close()
  const source = createReadStream(path)
  if (head.toString('latin1') !== AGE_MAGIC) return source.pipe(createGunzip().on('error', () => undefined))
  if (passphrase === undefined)
    throw new BackupFault('The back-up is encrypted: give its passphrase in JOT_BACKUP_PASSPHRASE.')
  const decrypter = new Decrypter()
  decrypter.addPassphrase(passphrase)
  const plain = await decrypter.decrypt(Readable.toWeb(source) as unknown as ReadableStream<Uint8Array>).catch(() => {
    throw new BackupFault('The passphrase does not open this back-up.')
  })
  return Readable.fromWeb(plain as unknown as NodeReadableStream).pipe(createGunzip())
}

async function* textLines(stream: AsyncIterable<Buffer>): AsyncGenerator<string> {
  const decoder = new TextDecoder('utf-8', { fatal: true })
  let rest = ''
  for await (const part of stream) {
    const lines = (rest + decoder.decode(part, { stream: true })).split('\n')
    rest = lines.pop() ?? ''
    yield* lines
  }
  if (rest !== '') yield rest
}

function parsed(text: string): BackupLine {
  if (text.startsWith('R')) return { tag: 'row', json: text.slice(1) }
  if (!text.startsWith('L')) throw new BackupFault('This is no back-up of a Jot Book.')
  return JSON.parse(text.slice(1)) as BackupLine
}
