import { useState } from 'react'
import { HOUR_MS, MINUTE_MS, epochMs, fieldsOf } from '@jotbook/core'
import type { EpochMs, Id } from '@jotbook/core'
import {
  countOf,
  inHand,
  isLegal,
  liveBag,
  movedInTime,
  nextTag,
  sinceChoices,
  stretchInHand,
} from '@jotbook/core/deck'
import type { Angler, DeckDay, Since } from '@jotbook/core/deck'
import { RampLine } from '../ramp/index.ts'
import type { PlacedRod } from './levels.ts'
import { PresentationLines } from './PresentationLines.tsx'
import type { PresentationLine } from './PresentationLines.tsx'
import { Target } from './Target.tsx'
import { text } from './text.ts'
import type { Deck } from './useDeck.ts'

/** What the deck asks after a tap; never more than one thing, and none of it must be answered. */
export type Asking =
  | { readonly kind: 'why'; readonly stints: readonly string[]; readonly rod: PlacedRod }
  | { readonly kind: 'outcome'; readonly strike: Id<'strike'>; readonly next?: string | undefined }
  | { readonly kind: 'landed'; readonly strike: Id<'strike'>; readonly next?: string | undefined }
  /** Since when a rod was in hand that is now (`struck`: had the strike). */
  | { readonly kind: 'since'; readonly rod: PlacedRod; readonly angler: Angler; readonly struck: boolean }

interface PromptProps {
  readonly deck: Deck
  readonly asking: Asking | undefined
  readonly picking: boolean
  readonly silentFromMs: EpochMs | undefined
  readonly nowMs: EpochMs
  readonly clockAt: (ms: EpochMs) => string
  readonly anglers: readonly Angler[]
  readonly lowBattery: boolean
  readonly onBlack: () => void
  readonly onAsk: (asking: Asking | undefined) => void
  readonly onCancel: () => void
  readonly onSince: (rod: PlacedRod, sinceMs: EpochMs, struck: boolean) => void
  readonly onSecond: (strike: Id<'strike'>) => void
  readonly onDetails: (strike: Id<'strike'>) => void
  /** What the book has to say, in a line; a tap tells why. */
  readonly spoken: string | undefined
  readonly onSpoken: () => void
  readonly onPresentation: (line: PresentationLine) => void
  /** Undefined for fished on. */
  readonly onSilence: (stoppedMs: EpochMs | undefined) => void
}

const reasons = fieldsOf('stint').reason
const AGO = [2, 5, 10] as const
const OUTCOMES = ['missed', 'lost', 'landed'] as const

/** The line between the rods and Strike: a question, or how it stands. */
export function Prompt(props: PromptProps) {
  const { asking, picking, silentFromMs, lowBattery, deck } = props
  if (deck.problem) return <Row label={deck.problem} alert />
  if (silentFromMs !== undefined) return <Silence {...props} fromMs={silentFromMs} />
  if (picking)
    return (
      <Row label={text.otherRodAsk}>
        <Target onTap={props.onCancel}>{text.cancel}</Target>
      </Row>
    )
  if (asking?.kind === 'since') return <SinceRow {...props} asking={asking} />
  if (asking?.kind === 'why') return <Why {...props} asking={asking} />
  if (asking?.kind === 'outcome') return <Outcome {...props} asking={asking} />
  if (asking?.kind === 'landed') return <Landed {...props} asking={asking} />
  if (lowBattery) return <LowBattery {...props} />
  return <Standing {...props} />
}

function Row({ label, alert = false, children }: { label: string; alert?: boolean; children?: React.ReactNode }) {
  return (
    <div className="prompt" role={alert ? 'alert' : 'group'} aria-label={label}>
      <span className="asked">{label}</span>
      {children && <div className="answers">{children}</div>}
    </div>
  )
}

function Standing({ deck: { day }, anglers, nowMs, spoken, onSpoken, onPresentation }: PromptProps) {
  const held = inHand(day, anglers[0] ?? null)
  const stretch = stretchInHand(day, anglers[0] ?? null)
  const own = new Set(stretch.map(({ id }) => id))
  const strikes = countOf(day.strikes.filter(({ stint }) => stint && own.has(stint)))
  if (!held)
    return (
      <div className={`prompt standing ${isAtRamp(day) ? 'at-ramp' : ''}`}>
        <strong>{day.stints.length > 0 ? text.onBreak : text.takeUp}</strong>
        {isAtRamp(day) && <RampLine trip={day.trip} readings={day.readings} />}
      </div>
    )
  return (
    <div className="prompt held">
      <div className="standing">
        <strong>{text.held(Math.floor((nowMs - epochMs((stretch[0] ?? held).start)) / MINUTE_MS))}</strong>
        {spoken ? (
          <Target className="quiet spoken" onTap={onSpoken}>
            {spoken}
          </Target>
        ) : (
          <span>{text.count(strikes)}</span>
        )}
      </div>
      <PresentationLines held={held} onOpen={onPresentation} />
    </div>
  )
}

/** Launched from a plan, and nothing fished yet: room is kept for what the first reading changes. */
const isAtRamp = ({ trip, stints }: DeckDay): boolean => Boolean(trip.plan) && stints.length === 0

function Why({ deck, asking, anglers, onAsk }: PromptProps & { asking: Extract<Asking, { kind: 'why' }> }) {
  const { stints, rod } = asking
  const say = async (reason: string): Promise<void> => {
    await deck.tap(text.said.reason(reason), () => stints.map((id) => ({ kind: 'stint', id, fields: { reason } })))
    onAsk(undefined)
  }
  return (
    <Row label={text.why}>
      {(reasons && 'words' in reasons ? reasons.words : []).map((reason) => (
        <Target key={reason} onTap={() => void say(reason)}>
          {reason}
        </Target>
      ))}
      <Target
        className="quiet roomy"
        onTap={() => onAsk({ kind: 'since', rod, angler: anglers[0] ?? null, struck: false })}
      >
        {text.earlier}
      </Target>
    </Row>
  )
}

function Outcome({
  deck,
  asking,
  onAsk,
  onDetails,
  onSecond,
}: PromptProps & { asking: Extract<Asking, { kind: 'outcome' }> }) {
  const { strike, next } = asking
  const say = async (outcome: string): Promise<void> => {
    await deck.tap(text.said.outcome(outcome), () => [{ kind: 'strike', id: strike, fields: { outcome } }])
    onAsk(outcome === 'landed' ? { kind: 'landed', strike, next } : then(next))
  }
  return (
    <Row label={text.whatBecame}>
      {OUTCOMES.map((outcome) => (
        <Target key={outcome} onTap={() => void say(outcome)}>
          {outcome}
        </Target>
      ))}
      {next === undefined && (
        <Target className="quiet" onTap={() => onSecond(strike)}>
          {text.two}
        </Target>
      )}
      <Target className="quiet" onTap={() => onDetails(strike)}>
        {text.details}
      </Target>
    </Row>
  )
}

/** The strike to ask about after this one. */
const then = (next: string | undefined): Asking | undefined =>
  next === undefined ? undefined : { kind: 'outcome', strike: next }

/** When it was, and at a tournament whether it stays in the boat. */
function Landed({
  deck,
  asking,
  nowMs,
  clockAt,
  onAsk,
  onDetails,
}: PromptProps & { asking: Extract<Asking, { kind: 'landed' }> }) {
  const { strike, next } = asking
  const record = deck.day.strikes.find(({ id }) => id === strike)
  const keepAsked = deck.day.trip.purpose === 'tournament' && typeof record?.kept !== 'boolean'
  const ago = async (minutes: number): Promise<void> => {
    const ms = nowMs - minutes * MINUTE_MS
    if (minutes > 0) await deck.tap(text.said.moved(clockAt(ms)), (ahead) => movedInTime(ahead, strike, ms))
    onAsk(then(next))
  }
  const keep = async (kept: boolean): Promise<void> => {
    const tag = nextTag(liveBag(deck.day.strikes, deck.day.trip))
    await deck.tap(kept ? text.said.kept(tag) : text.said.released, () => [
      { kind: 'strike', id: strike, fields: kept ? { kept, cullTag: tag } : { kept } },
    ])
  }
  if (keepAsked)
    return (
      <Row label={record && !isLegal(record, deck.day.trip) ? text.short : `${text.keepIt}?`}>
        <Target onTap={() => void keep(true)}>{text.keepIt}</Target>
        <Target onTap={() => void keep(false)}>{text.letGo}</Target>
        <Target className="quiet" onTap={() => onDetails(strike)}>
          {text.details}
        </Target>
      </Row>
    )
  return (
    <Row label={text.when}>
      <Target onTap={() => void ago(0)}>{text.justNow}</Target>
      {AGO.map((minutes) => (
        <Target key={minutes} aria-label={text.minutesAgo(minutes)} onTap={() => void ago(minutes)}>
          {minutes} min
        </Target>
      ))}
      <Target className="quiet" onTap={() => onDetails(strike)}>
        {text.details}
      </Target>
    </Row>
  )
}

function SinceRow({
  deck,
  asking,
  nowMs,
  onSince,
  onCancel,
}: PromptProps & { asking: Extract<Asking, { kind: 'since' }> }) {
  const named = ({ label, minutes }: Since): string =>
    label === 'now' ? text.sinceNow : label === 'lastStrike' ? text.sinceLast : text.minutesAgo(minutes ?? 0)
  return (
    <Row label={text.since(asking.rod.lureRecord.name)}>
      {sinceChoices(deck.day, asking.angler, nowMs).map((since) => (
        <Target key={`${since.label}${since.minutes ?? ''}`} onTap={() => onSince(asking.rod, since.ms, asking.struck)}>
          {named(since)}
        </Target>
      ))}
      <Target className="quiet" onTap={onCancel}>
        {text.cancel}
      </Target>
    </Row>
  )
}

/** Fished on, or stopped: at the last tap, or at one of the half hours since. */
function Silence({ fromMs, nowMs, clockAt, onSilence }: PromptProps & { fromMs: EpochMs }) {
  const halfHours = [0.5, 1, 2].map((hours) => fromMs + hours * HOUR_MS).filter((ms) => ms < nowMs)
  return (
    <Row label={text.silence(clockAt(fromMs))}>
      <Target className="go" onTap={() => onSilence(undefined)}>
        {text.fishedOn}
      </Target>
      {[fromMs, ...halfHours].map((ms) => (
        <Target key={ms} onTap={() => onSilence(ms)}>
          {text.stoppedAt(clockAt(ms))}
        </Target>
      ))}
    </Row>
  )
}

function LowBattery(props: PromptProps) {
  const [later, setLater] = useState(false)
  if (later) return <Standing {...props} />
  return (
    <Row label={text.black.offer}>
      <Target onTap={props.onBlack}>{text.black.on}</Target>
      <Target onTap={() => setLater(true)}>{text.black.later}</Target>
    </Row>
  )
}
