import { describe, expect, it } from 'vitest'
import { readConfig } from './config.ts'

describe('settings', () => {
  it('have their defaults', () => {
    const config = readConfig({}, [])
    expect(config).toMatchObject({ port: 4100, databaseUrl: undefined, demo: true })
    expect(config.dataFolder).toMatch(/\/\.jot$/)
  })
  it('are read from the environment and the command line', () => {
    expect(readConfig({ PORT: '4200', JOT_DATA_DIR: '/data', DATABASE_URL: 'postgres://x' }, ['--empty'])).toMatchObject({
      port: 4200,
      dataFolder: '/data',
      databaseUrl: 'postgres://x',
      demo: false,
    })
  })
  it.each([
    [{ PORT: 'many' }, [], /PORT must be a whole number/],
    [{ HOST: '0.0.0.0' }, [], /no accounts to guard it/],
    [{}, ['--demo'], /only one is --empty/],
  ])('that cannot be used say what to do: %j %j', (env, args, message) => {
    expect(() => readConfig(env, args)).toThrow(message)
  })
})
