import { createHash, randomBytes } from 'node:crypto'
import { Secret, TOTP } from 'otpauth'

/** RFC 6238 with the settings that every authenticator app takes: SHA-1, six digits, thirty seconds. */
const PERIOD_S = 30
const SECRET_BYTES = 20
/** A step to either side, for clocks that differ. */
const WINDOW = 1
const RECOVERY_CODES = 10

const totpOf = (secret: string, label = ''): TOTP =>
  new TOTP({
    issuer: 'Jot Book',
    label,
    algorithm: 'SHA1',
    digits: 6,
    period: PERIOD_S,
    secret: Secret.fromBase32(secret),
  })

export const newSecret = (): string => new Secret({ size: SECRET_BYTES }).base32

/** What an authenticator app reads from a QR code. */
export const secretUrl = (secret: string, name: string): string => totpOf(secret, name).toString()

/** The time step in which a code is right, later than the last one used; undefined when it is wrong or was used before. */
export function stepOfCode(secret: string, code: string, usedStep: number | null, nowMs: number): number | undefined {
  if (!/^\d{6}$/.test(code.replace(/\s/g, ''))) return undefined
  const delta = totpOf(secret).validate({ token: code.replace(/\s/g, ''), timestamp: nowMs, window: WINDOW })
  if (delta === null) return undefined
  const step = Math.floor(nowMs / 1000 / PERIOD_S) + delta
  return step > (usedStep ?? -1) ? step : undefined
}

/** Codes for the day the phone with the app is lost; each serves once, only hashes are kept. */
export const newRecoveryCodes = (): string[] =>
  Array.from({ length: RECOVERY_CODES }, () =>
    randomBytes(10)
      .toString('hex')
      .replace(/(.{5})(?=.)/g, '$1-'),
  )

export const recoveryHash = (code: string): string =>
  createHash('sha256')
    .update(code.toLowerCase().replace(/[^0-9a-f]/g, ''))
    .digest('hex')
