import { existsSync, readFileSync, readdirSync, statSync } from 'node:fs'
import { basename, join } from 'node:path'
import { checkBundle } from '@jotbook/contract/bundle'
import type { CheckedBundle } from '@jotbook/contract/bundle'
import { ZipRefusal, unzipBundle } from '@jotbook/core/formats'
import type { Remark } from '@jotbook/core/formats'
import { Failure } from './failure.ts'

/** The files of a bundle given as a folder or a zip archive. Throws Failure. */
export function bundleFiles(path: string): Map<string, Uint8Array> {
  if (!existsSync(path)) throw new Failure(`There is no ${path}.`, 2)
  if (statSync(path).isDirectory()) {
    const names = readdirSync(path).filter((name) => /\.(csv|geojson)$|^[0-9a-f]{64}\.jpg$/i.test(name))
    return new Map(names.map((name) => [name, new Uint8Array(readFileSync(join(path, name)))]))
  }
  try {
    return unzipBundle(new Uint8Array(readFileSync(path)))
  } catch (error) {
    if (error instanceof ZipRefusal) throw new Failure(`${path}: ${error.message}`, 1)
    throw error
  }
}

/** A bundle that may be computed with. Throws Failure with every fault of one that may not. */
export function soundBundle(path: string): CheckedBundle {
  const bundle = checkBundle(bundleFiles(path))
  if (bundle.faults.length > 0) throw new Failure(bundle.faults.map(remarkText).join('\n'), 1)
  return bundle
}

/** `strikes.csv:14: outcome: …`. */
export const remarkText = ({ file, line, column, message }: Remark): string =>
  `${file}:${line}: ${column === undefined ? '' : `${column}: `}${message}`

export const namespaceOfPath = (path: string): string => basename(path).replace(/\.zip$/i, '')
