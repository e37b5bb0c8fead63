import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js'
import type { Kind } from '../vocabulary/index.ts'
import type { Json, RecordState } from './mergeChange.ts'

/**
 * The checksum of a record: SHA-256 over its kind, id, values and stamps, keys in order. Fields that not every member may see count by
 * their stamps alone, so that all members compare the same.
 */
export function recordDigest(kind: Kind, id: string, { fields, stamps }: RecordState): Uint8Array {
  const seen = Object.fromEntries(Object.entries(fields).filter(([field]) => !HIDDEN_FROM_VIEWERS.has(field)))
  return sha256(utf8ToBytes(canonicalJson([kind, id, seen, stamps])))
}

/** Places, and addresses that may hold a key. */
export const HIDDEN_FROM_VIEWERS: ReadonlySet<string> = new Set([
  'latitude',
  'longitude',
  'outline',
  'track',
  'points',
  'weatherAddress',
  'sounderAddress',
])

/** JSON with the keys of every object in order and without absent values: one spelling for one value (as RFC 8785 for our values). */
export function canonicalJson(value: Json | undefined): string {
  if (Array.isArray(value)) return `[${(value as readonly Json[]).map(canonicalJson).join(',')}]`
  if (typeof value !== 'object' || value === null) return JSON.stringify(value ?? null)
  const parts = Object.entries(value as Readonly<Record<string, Json | undefined>>)
    .filter(([, inner]) => inner !== undefined)
    .sort(([a], [b]) => (a < b ? -1 : 1))
  return `{${parts.map(([key, inner]) => `${JSON.stringify(key)}:${canonicalJson(inner)}`).join(',')}}`
}

/** Checksums of many records as one, whatever their order: the sum of their digests, byte by byte. */
export class DigestSum {
  records = 0
  private readonly sum = new Uint8Array(32)

  add(digest: Uint8Array): void {
    this.records++
    let carry = 0
    for (let i = 31; i >= 0; i--) {
      const total = (this.sum[i] ?? 0) + (digest[i] ?? 0) + carry
      this.sum[i] = total & 255
      carry = total >> 8
    }
  }

  get hex(): string {
    return bytesToHex(this.sum)
  }
}
