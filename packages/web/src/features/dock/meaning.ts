import type { Water } from '@jotbook/core'
import { namesIn } from '@jotbook/core/deck'
import { deviceZone } from '../../ui/deviceZone.ts'
import { doubtsOf } from './doubtsOf.ts'
import type { DockDraft } from './dockDraft.ts'
import type { OpenedTrip } from './openedTrip.ts'
import { readDraft, zoneOfDraft } from './readDraft.ts'
import type { ReadDraft } from './readDraft.ts'

/** What a draft means and which of its faults may be said yet. */
export interface Meant {
  readonly read: ReadDraft
  readonly zone: string
  readonly people: readonly string[]
  /** Problems of cells that were left, or of all once saving was tried: nobody is scolded in mid-word. */
  readonly shownProblems: Readonly<Record<string, string>>
}

/**
 * The draft's meaning, worked out once after a keystroke, not with it: each cell hears only of what stands beside itself, so that
 * a key costs the same in a page of three rows and of two hundred.
 */
export class Meaning {
  private readonly listeners = new Set<() => void>()
  private readonly left = new Set<string>()
  private tried = false
  private due: number | undefined
  private held: Meant

  private waters: readonly Water[] = []

  constructor(
    private readonly draft: () => DockDraft,
    private readonly opened: OpenedTrip | undefined,
  ) {
    this.held = this.workedOut()
  }

  get now(): Meant {
    return this.held
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  /** Something was typed: the meaning follows after the next frame. */
  changed(): void {
    this.due ??= window.setTimeout(() => this.refresh(), 0)
  }

  leave(cell: string): void {
    if (this.left.has(cell)) return
    this.left.add(cell)
    this.refresh()
  }

  /** A water that was just made has a zone of its own. */
  onWaters(waters: readonly Water[]): void {
    this.waters = waters
    this.refresh()
  }

  /** Saving was tried: every fault is said from now on. The meaning as of now. */
  tryToSave(): Meant {
    this.tried = true
    this.refresh()
    return this.held
  }

  /** Another draft begins. */
  begin(): void {
    this.left.clear()
    this.tried = false
    this.refresh()
  }

  get wasTried(): boolean {
    return this.tried
  }

  refresh(): void {
    window.clearTimeout(this.due)
    this.due = undefined
    this.held = this.workedOut()
    for (const listener of this.listeners) listener()
  }

  private workedOut(): Meant {
    const draft = this.draft()
    const water = this.waters.find(({ id }) => id === draft.water)
    const zone = zoneOfDraft(draft, this.opened, water, deviceZone())
    const asRead = readDraft(draft, zone, this.opened)
    const read = { ...asRead, notices: { ...asRead.notices, ...doubtsOf(asRead, Date.now()) } }
    const problems = Object.entries(read.problems)
    const shown = this.tried ? problems : problems.filter(([cell]) => this.left.has(cell) && !isMissing(cell, draft))
    return { read, zone, people: namesIn(draft.people), shownProblems: Object.fromEntries(shown) }
  }
}

/** Cells that are empty only need filling once saving is tried. */
function isMissing(cell: string, draft: DockDraft): boolean {
  return (
    (cell === 'trip:start' && draft.start === '') ||
    (cell === 'trip:water' && draft.water === '') ||
    (cell === 'trip:end' && draft.end === '')
  )
}

export const peopleOf = ({ people }: Meant): readonly string[] => people
