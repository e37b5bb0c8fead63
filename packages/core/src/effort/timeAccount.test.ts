import { describe, expect, it } from 'vitest'
import { accountFor } from './timeAccount.ts'

const at = (clock: string): string => `2026-03-14T${clock}:00Z`
const stint = (id: string, from: string, to: string | null, angler: string | null = null) => ({
  id,
  angler,
  start: at(from),
  end: to === null ? null : at(to),
})

describe('the account of a trip', () => {
  it('adds up: accounted and free are the time on the water', () => {
    const account = accountFor(at('06:30'), at('15:00'), [stint('a', '06:30', '12:00'), stint('b', '12:25', '15:00')])
    expect(account).toMatchObject({
      accountedMin: 485,
      onTheWaterMin: 510,
      seams: [{ kind: 'gap', minutes: 25, stint: 'b' }],
    })
  })
  it('tells gaps at both ends and overlaps angler by angler, and counts what overlaps once', () => {
    const { accountedMin, onTheWaterMin, seams } = accountFor(at('06:00'), at('10:00'), [
      stint('a', '06:30', '08:00', 'R'),
      stint('b', '07:30', '09:00', 'R'),
      stint('c', '06:00', '10:00', 'T'),
      stint('open', '09:00', null, 'R'),
    ])
    expect([accountedMin, onTheWaterMin]).toEqual([390, 480])
    expect(seams.map(({ kind, angler, minutes, stint: id }) => `${kind} ${angler} ${minutes} ${id}`)).toEqual([
      'gap R 30 a',
      'overlap R 30 b',
      'gap R 60 null',
    ])
  })
})
