import { describe, expect, it } from 'vitest'
import { readConfig } from './config.ts'

describe('settings', () => {
  it('have their defaults', () => {
    const config = readConfig({}, [])
    expect(config).toMatchObject({ port: 4100, databaseUrl: undefined, demo: true })
    expect(config.dataFolder).toMatch(/\/\.jot$/)
  })
  it('are read from the environment and the command line', () => {
    expect(
      readConfig({ PORT: '4200', JOT_DATA_DIR: '/data', DATABASE_URL: 'postgres://x' }, ['--empty']),
    ).toMatchObject({ port: 4200, dataFolder: '/data', databaseUrl: 'postgres://x', demo: false })
  })
  it('open the book to a network only over HTTPS, by a certificate or by a proxy named', () => {
    const own = readConfig(
      { HOST: '0.0.0.0', TLS_CERT: 'c.pem', TLS_KEY: 'k.pem', PUBLIC_URL: 'https://boat.example:4100' },
      [],
    )
    expect(own).toMatchObject({
      host: '0.0.0.0',
      network: { tls: { certFile: 'c.pem', keyFile: 'k.pem' }, publicUrl: { host: 'boat.example:4100' } },
    })
    expect(readConfig({ PUBLIC_URL: 'https://boat.example', TRUSTED_PROXY: 'loopback' }, []).network).toMatchObject({
      trustedProxy: 'loopback',
    })
    expect(readConfig({}, []).network).toBeUndefined()
  })
  it.each([
    [{ PORT: 'many' }, [], /PORT must be a whole number/],
    [{ HOST: '0.0.0.0' }, [], /needs HTTPS.*TLS_CERT and TLS_KEY.*TRUSTED_PROXY/s],
    [{ HOST: '0.0.0.0', TLS_CERT: 'c', TLS_KEY: 'k' }, [], /PUBLIC_URL/],
    [{ HOST: '0.0.0.0', TRUSTED_PROXY: '10.0.0.1', PUBLIC_URL: 'http://boat.example' }, [], /PUBLIC_URL=https/],
    [{}, ['--demo'], /only one is --empty/],
  ])('that cannot be used say what to do: %j %j', (env, args, message) => {
    expect(() => readConfig(env, args)).toThrow(message)
  })
})
