import {
  KINDS,
  MAX_AHEAD_MS,
  allFields,
  fieldsOf,
  isUuid,
  isoUtc,
  mergeChange,
  parseInstant,
  parseStamp,
} from '@jotbook/core'
import type { Change, Id, Json, Kind, RecordState, Role } from '@jotbook/core'
import { Problem, forbiddenField, isAllowed, missingFault } from '@jotbook/contract'
import type { Verb } from '@jotbook/contract'
import type { Queries } from '../../platform/database.ts'
import { ownersWithAccess } from '../books/repository.ts'
import { Breath } from '../../platform/longWork.ts'
import { appendChanges, appliedIds, takeNumbers } from './changeRepository.ts'
import { existingIds, loadStates, saveStates } from './recordRepository.ts'
import type { StoredState } from './recordRepository.ts'
import { soundGroups } from './soundGroups.ts'

export interface Author {
  readonly memberId: string
  readonly role: Role
}

export interface Applied {
  readonly accepted: string[]
  readonly refused: { group: string; problem: Problem }[]
  readonly seq: number
}

/** What one device sent, and who its person is. */
export interface Push {
  readonly author: Author
  readonly changes: readonly Change[]
}

/**
 * Applies groups of changes to a book within the caller's transaction: each id once, each group whole or not at all. A group is
 * refused only for shape, type, range, size or permission; what spans fields or records is left to become a loose end.
 * Throws Problem `clock-ahead` when a stamp lies too far in the future: the device corrects its clock and sends again.
 */
// eslint-disable-next-line max-params -- the connection and the book or account come first wherever the database is asked
export async function applyChanges(
  db: Queries,
  bookId: Id<'book'>,
  author: Author,
  changes: readonly Change[],
  nowMs: number,
): Promise<Applied> {
  assertClock(changes, nowMs)
  const { sound, refused } = await soundGroups(changes)
  const [applied] = await applyPushes(db, bookId, [{ author, changes: sound }], nowMs)
  if (!applied) throw new Error('a push was not answered')
  return { ...applied, refused: [...refused, ...applied.refused] }
}

/** Throws Problem `clock-ahead`. */
export function assertClock(changes: readonly Change[], nowMs: number): void {
  const ahead = changes.reduce((most, { stamp }) => Math.max(most, parseStamp(stamp).ms - nowMs), 0)
  if (ahead > MAX_AHEAD_MS)
    throw new Problem('clock-ahead', `A stamp lies ${Math.round(ahead / 1000)} s ahead of the server’s clock.`, {
      serverTimeMs: nowMs,
    })
}

/**
 * As `applyChanges` for several pushes that came at once, in the order they came: one taking of numbers, one reading, one writing.
 * Their changes are sound by themselves (`soundGroups`).
 */
export async function applyPushes(
  db: Queries,
  bookId: Id<'book'>,
  pushes: readonly Push[],
  nowMs: number,
): Promise<Applied[]> {
  const changes = pushes.flatMap((push) => push.changes)
  const seq = await takeNumbers(db, bookId, changes.length)
  if (seq === undefined) throw new Problem('not-found', 'There is no such book.')
  const known = await appliedIds(
    db,
    bookId,
    changes.map(({ id }) => id),
  )
  const records = await Records.load(db, bookId, changes)
  const fresh: { readonly change: Change; readonly memberId: string }[] = []
  const breath = new Breath()
  const applied: Applied[] = []
  for (const { author, changes: sent } of pushes) {
    const accepted = new Set(sent.filter(({ id }) => known.has(id)).map(({ id }) => id))
    const refused: Applied['refused'] = []
    for (const [group, members] of groupsOf(sent)) {
      if (breath.due) await breath.take()
      const unknown = members.filter(({ id }) => !known.has(id)).map(canonical)
      const problem = refusalOf(bookId, unknown, author.role, records)
      if (problem) {
        refused.push({ group, problem })
        continue
      }
      for (const change of unknown) {
        records.merge(change)
        known.add(change.id)
        fresh.push({ change, memberId: author.memberId })
        accepted.add(change.id)
        if (breath.due) await breath.take()
      }
    }
    applied.push({ accepted: [...accepted], refused, seq })
  }
  await saveStates(db, bookId, records.touched())
  const first = seq - changes.length + 1
  const receivedAt = isoUtc(nowMs)
  await appendChanges(
    db,
    bookId,
    fresh.map(({ change, memberId }, i) => ({ ...change, seq: first + i, memberId, receivedAt })),
  )
  return applied
}

export function groupsOf(changes: readonly Change[]): Map<string, Change[]> {
  const groups = new Map<string, Change[]>()
  for (const change of changes) {
    const group = groups.get(change.group)
    if (group) group.push(change)
    else groups.set(change.group, [change])
  }
  return groups
}

/** By kind: its fields that are times. */
const INSTANTS = Object.fromEntries(
  KINDS.map((kind) => [
    kind,
    Object.entries(allFields(kind)).flatMap(([field, spec]) => (spec.type === 'instant' ? [field] : [])),
  ]),
) as Record<Kind, string[]>

/** Times in the one spelling that is stored, so that log, record and every device agree. */
function canonical(change: Change): Change {
  const spelled = INSTANTS[change.kind].flatMap((field): [string, Json][] => {
    const value = change.fields[field]
    const ms = typeof value === 'string' ? parseInstant(value) : undefined
    return ms === undefined || isoUtc(ms) === value ? [] : [[field, isoUtc(ms)]]
  })
  return spelled.length === 0 ? change : { ...change, fields: { ...change.fields, ...Object.fromEntries(spelled) } }
}

function refusalOf(bookId: Id<'book'>, group: readonly Change[], role: Role, records: Records): Problem | undefined {
  const created = new Set<string>()
  const together = fieldsTogether(group)
  for (const change of group) {
    const { kind, recordId, fields } = change
    const exists = records.has(kind, recordId) || created.has(`${kind} ${recordId}`)
    const verb: Verb = !exists ? 'create' : fields.deletedAt === undefined ? 'change' : 'delete'
    if (!isAllowed(role, kind, verb))
      return new Problem('not-allowed', `As ${role} you may not ${verb} a ${kind}.`, { changeId: change.id })
    const kept = exists ? forbiddenField(role, kind, fields) : undefined
    if (kept !== undefined)
      return new Problem('not-allowed', `As ${role} you may not change this of a ${kind}: it is the owner’s.`, {
        changeId: change.id,
        field: kept,
      })
    const problem =
      settingsProblem(bookId, change) ??
      (exists ? undefined : missingProblem(change, together)) ??
      referenceProblem(change, records, created)
    if (problem) return problem
    created.add(`${kind} ${recordId}`)
  }
  return group.some(({ kind }) => kind === 'member') ? ownerProblem(group, records) : undefined
}

/** A book has one record of settings, named like the book, and never without it. */
function settingsProblem(bookId: Id<'book'>, { id, kind, recordId, fields }: Change): Problem | undefined {
  if (kind !== 'book' || (recordId === bookId && (fields.deletedAt ?? null) === null)) return undefined
  return new Problem('not-allowed', 'A book has one record of settings, and keeps it.', { changeId: id })
}

/** What a group's changes say together of each record. */
function fieldsTogether(group: readonly Change[]): Map<string, Record<string, Json>> {
  const together = new Map<string, Record<string, Json>>()
  for (const { kind, recordId, fields } of group) {
    const key = `${kind} ${recordId}`
    together.set(key, Object.assign(together.get(key) ?? {}, fields))
  }
  return together
}

/** Values were checked before; what a new record lacks shows only here. All of its group's changes make it together. */
function missingProblem(
  { id, kind, recordId }: Change,
  together: ReadonlyMap<string, Change['fields']>,
): Problem | undefined {
  const fault = missingFault(kind, together.get(`${kind} ${recordId}`) ?? {})
  return fault && new Problem('invalid-record', fault.message, { field: fault.field, changeId: id })
}

/** A book that nobody owns could never be opened to anybody again. */
function ownerProblem(group: readonly Change[], records: Records): Problem | undefined {
  if (records.hasOwnerAfter(group)) return undefined
  return new Problem(
    'not-allowed',
    'The last owner cannot leave or take another role: make somebody else owner first.',
    { ...(group[0] ? { changeId: group[0].id } : {}) },
  )
}

/** By kind: the fields that name another record, and of which kind. */
const REFERENCES = Object.fromEntries(
  KINDS.map((kind) => [
    kind,
    Object.entries(fieldsOf(kind)).flatMap(([field, spec]) => (spec.type === 'ref' ? [{ field, to: spec.to }] : [])),
  ]),
) as Record<Kind, { field: string; to: Kind }[]>

function referenceProblem(
  { id, kind, fields }: Change,
  records: Records,
  created: ReadonlySet<string>,
): Problem | undefined {
  for (const { field, to } of REFERENCES[kind]) {
    const target = fields[field]
    if (typeof target !== 'string') continue
    if (!created.has(`${to} ${target}`) && !records.has(to, target)) {
      return new Problem('unknown-record', `There is no such ${to} in this book.`, { field, changeId: id })
    }
  }
  return undefined
}

/** The records that a batch touches, and which of those it refers to exist. */
class Records {
  private readonly changed = new Map<Kind, Map<string, RecordState>>()

  private constructor(
    private readonly states: Map<string, RecordState>,
    private readonly referred: ReadonlySet<string>,
    /** Members who own the book and can open it. */
    private readonly owners: ReadonlySet<string>,
  ) {}

  static async load(db: Queries, bookId: Id<'book'>, changes: readonly Change[]): Promise<Records> {
    const states = new Map<string, RecordState>()
    const referred = new Set<string>()
    const [touched, targets] = [new Map<Kind, Set<string>>(), new Map<Kind, Set<string>>()]
    const note = (sets: Map<Kind, Set<string>>, kind: Kind, id: string): void =>
      void sets.set(kind, (sets.get(kind) ?? new Set()).add(id))
    for (const { kind, recordId, fields } of changes) {
      note(touched, kind, recordId)
      for (const { field, to } of REFERENCES[kind]) {
        const target = fields[field]
        if (isUuid(target)) note(targets, to, target)
      }
    }
    for (const [kind, ids] of touched)
      for (const { id, state } of await loadStates(db, bookId, kind, [...ids])) states.set(`${kind} ${id}`, state)
    for (const [kind, ids] of targets)
      for (const id of await existingIds(db, bookId, kind, [...ids])) referred.add(`${kind} ${id}`)
    const owners = touched.has('member') ? await ownersWithAccess(db, bookId) : []
    return new Records(states, referred, new Set(owners))
  }

  has(kind: Kind, id: string): boolean {
    return this.states.has(`${kind} ${id}`) || this.referred.has(`${kind} ${id}`)
  }

  /** Whether somebody who can open the book still owns it once the group is merged. A book without any yet is being made. */
  hasOwnerAfter(group: readonly Change[]): boolean {
    const after = new Map<string, RecordState>()
    for (const change of group.filter(({ kind }) => kind === 'member'))
      after.set(
        change.recordId,
        mergeChange(after.get(change.recordId) ?? this.states.get(`member ${change.recordId}`), change),
      )
    const owns = (id: string): boolean => {
      const state = after.get(id) ?? this.states.get(`member ${id}`)
      return state === undefined || (state.fields.role === 'owner' && typeof state.fields.deletedAt !== 'string')
    }
    return this.owners.size === 0 || [...this.owners].some(owns)
  }

  merge(change: Change): void {
    const key = `${change.kind} ${change.recordId}`
    const state = mergeChange(this.states.get(key), change)
    this.states.set(key, state)
    const ofKind = this.changed.get(change.kind) ?? new Map<string, RecordState>()
    this.changed.set(change.kind, ofKind.set(change.recordId, state))
  }

  touched(): Map<Kind, StoredState[]> {
    return new Map([...this.changed].map(([kind, states]) => [kind, [...states].map(([id, state]) => ({ id, state }))]))
  }
}
