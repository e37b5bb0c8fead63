import { useState } from 'react'
import { HOUR_MS, MINUTE_MS, countOf, epochMs, fieldsOf, inHand, isLegal, liveBag, movedInTime, nextTag, sinceChoices } from '@jotbook/core'
import type { Angler, Since } from '@jotbook/core'
import type { PlacedRod } from './levels.ts'
import { Target } from './Target.tsx'
import { text } from './text.ts'
import type { Deck } from './useDeck.ts'

/** What the deck asks after a tap; never more than one thing, and none of it must be answered. */
export type Asking =
  | { readonly kind: 'why'; readonly stints: readonly string[] }
  | { readonly kind: 'outcome'; readonly strike: string }
  | { readonly kind: 'landed'; readonly strike: string }
  | { readonly kind: 'since'; readonly rod: PlacedRod; readonly angler: Angler }

interface PromptProps {
  readonly deck: Deck
  readonly asking: Asking | undefined
  readonly picking: boolean
  readonly silentFromMs: number | undefined
  readonly nowMs: number
  readonly clockAt: (ms: number) => string
  readonly anglers: readonly Angler[]
  readonly lowBattery: boolean
  readonly onBlack: () => void
  readonly onAsk: (asking: Asking | undefined) => void
  readonly onCancel: () => void
  readonly onSince: (rod: PlacedRod, sinceMs: number) => void
  readonly onDetails: (strike: string) => void
  /** Undefined for fished on. */
  readonly onSilence: (stoppedMs: number | undefined) => void
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
  if (asking?.kind === 'why') return <Why {...props} stints={asking.stints} />
  if (asking?.kind === 'outcome') return <Outcome {...props} strike={asking.strike} />
  if (asking?.kind === 'landed') return <Landed {...props} strike={asking.strike} />
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

function Standing({ deck: { day }, anglers, nowMs }: PromptProps) {
  const held = inHand(day, anglers[0] ?? null)
  const strikes = held ? countOf(day.strikes.filter(({ stint }) => stint === held.id)) : 0
  return (
    <div className="prompt standing">
      <strong>{held ? text.held(Math.floor((nowMs - epochMs(held.start)) / MINUTE_MS)) : day.stints.length > 0 ? text.onBreak : text.takeUp}</strong>
      {held && <span>{text.count(strikes)}</span>}
    </div>
  )
}

function Why({ deck, stints, onAsk }: PromptProps & { stints: readonly string[] }) {
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
    </Row>
  )
}

function Outcome({ deck, strike, onAsk, onDetails }: PromptProps & { strike: string }) {
  const say = async (outcome: string): Promise<void> => {
    await deck.tap(text.said.outcome(outcome), () => [{ kind: 'strike', id: strike, fields: { outcome } }])
    onAsk(outcome === 'landed' ? { kind: 'landed', strike } : undefined)
  }
  return (
    <Row label={text.whatBecame}>
      {OUTCOMES.map((outcome) => (
        <Target key={outcome} onTap={() => void say(outcome)}>
          {outcome}
        </Target>
      ))}
      <Target className="quiet" onTap={() => onDetails(strike)}>
        {text.details}
      </Target>
    </Row>
  )
}

/** When it was, and at a tournament whether it stays in the boat. */
function Landed({ deck, strike, clockAt, onAsk, onDetails }: PromptProps & { strike: string }) {
  const record = deck.day.strikes.find(({ id }) => id === strike)
  const keepAsked = deck.day.trip.purpose === 'tournament' && typeof record?.kept !== 'boolean'
  const ago = async (minutes: number): Promise<void> => {
    const ms = record ? epochMs(record.time) - minutes * MINUTE_MS : 0
    if (minutes > 0 && record) await deck.tap(text.said.moved(clockAt(ms)), (ahead) => movedInTime(ahead, strike, ms))
    onAsk(undefined)
  }
  const keep = async (kept: boolean): Promise<void> => {
    const tag = nextTag(liveBag(deck.day.strikes, deck.day.trip))
    await deck.tap(kept ? text.said.kept(tag) : text.said.released, () => [{ kind: 'strike', id: strike, fields: kept ? { kept, cullTag: tag } : { kept } }])
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

function SinceRow({ deck, asking, nowMs, onSince, onCancel }: PromptProps & { asking: Extract<Asking, { kind: 'since' }> }) {
  const named = ({ label, minutes }: Since): string =>
    label === 'now' ? text.sinceNow : label === 'lastStrike' ? text.sinceLast : text.minutesAgo(minutes ?? 0)
  return (
    <Row label={text.since(asking.rod.lureRecord.name)}>
      {sinceChoices(deck.day, asking.angler, nowMs).map((since) => (
        <Target key={`${since.label}${since.minutes ?? ''}`} onTap={() => onSince(asking.rod, since.ms)}>
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
function Silence({ fromMs, nowMs, clockAt, onSilence }: PromptProps & { fromMs: number }) {
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
