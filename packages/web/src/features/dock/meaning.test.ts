import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { IMPERIAL } from '@jotbook/core'
import { newDraft } from './dockDraft.ts'
import type { DockDraft } from './dockDraft.ts'
import { Meaning } from './meaning.ts'

let draft: DockDraft
const POND = { id: 'w', name: 'Pond', timeZone: 'America/Denver' }

beforeEach(() => {
  vi.useFakeTimers({ now: Date.UTC(2026, 2, 20) })
  vi.stubGlobal('window', globalThis)
  let n = 0
  draft = newDraft(() => `id ${++n}`, undefined, Date.UTC(2026, 2, 15), 'America/Chicago', IMPERIAL)
  Object.assign(draft, { water: 'w', date: '2026-03-14', start: '630', end: '' })
})
afterEach(() => {
  vi.unstubAllGlobals()
  vi.useRealTimers()
})

it('scolds nobody in mid-word, nor for a cell that is only empty, until saving is tried', () => {
  const meaning = new Meaning(() => draft, undefined)
  draft.start = '6:7'
  meaning.refresh()
  expect(meaning.now.read.problems['trip:start']).toBeDefined()
  expect(meaning.now.shownProblems).toEqual({})
  meaning.leave('trip:start')
  meaning.leave('trip:end')
  expect(Object.keys(meaning.now.shownProblems)).toEqual(['trip:start'])
  draft.start = ''
  meaning.refresh()
  expect(meaning.now.shownProblems).toEqual({})
  expect(Object.keys(meaning.tryToSave().shownProblems)).toContain('trip:start')
  expect(meaning.wasTried).toBe(true)
  meaning.begin()
  expect(meaning.now.shownProblems).toEqual({})
})

it('follows after what was typed, once for all keys of a moment', () => {
  const meaning = new Meaning(() => draft, undefined)
  const heard = vi.fn()
  const leaves = meaning.subscribe(heard)
  draft.people = 'Wren'
  meaning.changed()
  draft.people = 'Wren, Lark'
  meaning.changed()
  expect(heard).not.toHaveBeenCalled()
  expect(meaning.now.people).toEqual([])
  vi.runAllTimers()
  expect(heard).toHaveBeenCalledTimes(1)
  expect(meaning.now.people).toEqual(['Wren', 'Lark'])
  leaves()
  meaning.refresh()
  expect(heard).toHaveBeenCalledTimes(1)
})

it('reads times in the zone of the water, also of one that was just made', () => {
  const meaning = new Meaning(() => draft, undefined)
  const start = (): unknown => meaning.now.read.records.find(({ kind }) => kind === 'trip')?.fields.start
  draft.end = '9am'
  meaning.onWaters([POND])
  expect(meaning.now.zone).toBe('America/Denver')
  expect(start()).toBe('2026-03-14T12:30:00.000Z')
  meaning.onWaters([{ ...POND, timeZone: 'America/New_York' }])
  expect(start()).toBe('2026-03-14T10:30:00.000Z')
})
