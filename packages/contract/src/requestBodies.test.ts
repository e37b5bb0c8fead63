import 'reflect-metadata'
import { describe, expect, it } from 'vitest'
import { AUDIENCES, audienceOf, isAmong } from './permissions.ts'
import { AccountBody, EmptyBody, NewBookBody, SignInBody, readBody } from './requestBodies.ts'

const given = (text: string): object => JSON.parse(text) as object

describe('a body', () => {
  it('holds what its class names, and nothing else', () => {
    const body = readBody(NewBookBody, given('{"name":" Pond log ","id":"x","demo":true,"__proto__":{"role":"owner"}}'))
    expect(Object.keys(body)).toEqual(['name'])
    expect([body.name, 'role' in body, 'demo' in body]).toEqual(['Pond log', false, false])
    expect(readBody(SignInBody, {})).toEqual(new SignInBody())
  })

  it.each(['null', '7', '[]', '{"toString":1}', '["a"]', JSON.stringify('x'.repeat(1001))])(
    'takes no %s for a password',
    (value) => {
      expect(() => readBody(AccountBody, given(`{"name":"captain","password":${value}}`))).toThrow(/^password m/)
    },
  )

  it('of a new book needs a name, without half a character', () => {
    for (const name of ['', '   ', '\ud800', null])
      expect(() => readBody(NewBookBody, { name }), String(name)).toThrow(/^Name /)
    expect(() => readBody(EmptyBody, { anything: [1] })).not.toThrow()
  })
})

describe('an address', () => {
  it('is in the table as it is spelled there, and in no other spelling', () => {
    for (const [route, audience] of Object.entries(AUDIENCES)) {
      const [method, path] = route.split(' ') as [string, string]
      const filled = path.replace(/:\w+/g, '0190-a')
      expect(audienceOf(method, filled), route).toBe(audience)
      for (const other of [`${filled}/`, filled.toUpperCase(), `/${filled}`, `${filled}/more`])
        expect(audienceOf(method, other), other).toBeUndefined()
      expect(audienceOf('PATCH', filled)).toBeUndefined()
    }
    expect(audienceOf('POST', '/api/books//delete')).toBeUndefined()
  })

  it('answers those it is for', () => {
    const who = (audience: 'owner' | 'crew' | 'member'): string[] =>
      (['owner', 'crew', 'viewer'] as const).filter((role) => isAmong(role, audience))
    expect([who('owner'), who('crew'), who('member')]).toEqual([
      ['owner'],
      ['owner', 'crew'],
      ['owner', 'crew', 'viewer'],
    ])
  })
})
