import { Box } from '@chakra-ui/react'
import { useLiveQuery } from 'dexie-react-hooks'
import { Link } from 'react-router'
import { CLAIMS } from '@jotbook/core'
import type { RecordOf } from '@jotbook/core'
import type { RuleAhead, RulesAhead } from '@jotbook/core/predict'
import { recordsOf } from '../../offline/index.ts'
import { dateOf } from '../../state/dateOf.ts'
import { useForesight } from '../../state/useForesight.ts'
import { useNames } from '../../state/useBook.ts'
import { allTrips } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { Heading, Quiet } from '../../ui/controls.tsx'
import { calendarDay, percent } from '../../ui/locale.ts'
import type { DeckAsked, RuleEvidence } from '../../workers/foresee.ts'
import { useNaming } from '../board/index.ts'
import { text } from './text.ts'

/** The past trips that were most like the day, and how much evidence their hours are. */
export function DaysLikeIt({ asked }: { asked: DeckAsked }) {
  const { value } = useForesight('daysLike', [{ water: asked.water, hours: asked.hours }])
  const trips = useAppSelector(allTrips)
  if (!value) return null
  const shown = value.trips.flatMap((one) => {
    const trip = trips.find(({ id }) => id === one.trip)
    return trip ? [{ ...one, trip }] : []
  })
  return (
    <Box as="section" aria-label={text.like.title} mt="18px" className="no-print">
      <Heading>{text.like.title}</Heading>
      {value.all ? (
        <Quiet>{text.like.worth(value.all.effectiveHours, value.all.rate, value.all.lower, value.all.upper)}</Quiet>
      ) : (
        <Quiet>{text.like.none}</Quiet>
      )}
      <Box as="ul" p="0" m="4px 0 0" listStyleType="none">
        {shown.map(({ trip, likeness, hours, strikes }) => (
          <li key={trip.id}>
            <Link to={`/trips/${trip.id}`}>{calendarDay(dateOf(trip))}</Link>{' '}
            <Quiet>{text.like.line(percent(likeness), strikes, hours)}</Quiet>
          </li>
        ))}
      </Box>
    </Box>
  )
}

const SHOWN_NEARLY = 5
const SHOWN_RIVALS = 2
/** Limits farther apart than this say nothing. */
const WIDEST = 20
const LEAST_RATIO = 0.05

/** Rules that speak in those hours, rivals side by side with what the book knows of each; and those that nearly do. */
export function RulesOfDay({ asked }: { asked: DeckAsked }) {
  const book = useAppSelector(({ records }) => records.book)
  const own = useLiveQuery(async () => (book === null ? [] : await recordsOf(book, 'claim')), [book])
  const { value } = useForesight('rules', own && [{ water: asked.water, hours: asked.hours }, own])
  if (!value || !own) return null
  return (
    <Box as="section" aria-label={text.speak.title} mt="18px" className="no-print">
      <Heading>{text.speak.title}</Heading>
      <Spoken rules={value} own={own} hours={asked.hours.length} />
      <Nearly rules={value} />
    </Box>
  )
}

interface SpokenProps {
  readonly rules: RulesAhead
  /** The angler's own rules. */
  readonly own: readonly RecordOf<'claim'>[]
  readonly hours: number
}

function Spoken({ rules: { speak }, own: ofOwn, hours }: SpokenProps) {
  const rivals = CLAIMS.filter(
    ({ id, dispute }) =>
      dispute !== undefined &&
      speak.some(({ claim }) => claim.dispute === dispute && claim.id !== id) &&
      !speak.some(({ claim }) => claim.id === id),
  )
  const ids = [...speak.map(({ claim }) => claim.id), ...rivals.map(({ id }) => id)].sort()
  const { value: evidence } = useForesight('evidence', ids.length > 0 ? [ids, ofOwn] : undefined)
  if (speak.length === 0) return <Quiet>{text.speak.none}</Quiet>
  const disputes = [...new Set(speak.map(({ claim }) => claim.dispute ?? claim.id))]
  return (
    <>
      {disputes.map((dispute) => {
        const own = speak.filter(({ claim }) => (claim.dispute ?? claim.id) === dispute)
        const against = rivals
          .filter(({ id, dispute: of }) => of === dispute && isKnown(evidence?.find(({ claim }) => claim === id)))
          .slice(0, SHOWN_RIVALS)
        return (
          <Box key={dispute} borderTop="1px solid" borderColor="rule" py="5px">
            {own.map((rule) => (
              <Rule
                key={rule.claim.id}
                rule={rule}
                isOwn={ofOwn.some(({ id }) => id === rule.claim.id)}
                hours={hours}
                evidence={evidence}
              />
            ))}
            {against.map((rival) => (
              <Box key={rival.id} pl="14px" borderLeft="3px solid" borderColor="rule">
                <Quiet>
                  {text.speak.against} {rival.says} <Known claim={rival.id} evidence={evidence} />
                </Quiet>
              </Box>
            ))}
          </Box>
        )
      })}
    </>
  )
}

interface RuleProps {
  readonly rule: RuleAhead
  readonly isOwn: boolean
  readonly hours: number
  readonly evidence: readonly RuleEvidence[] | undefined
}

function Rule({ rule: { claim, hours: speaksIn, lures }, isOwn, hours, evidence }: RuleProps) {
  const nameOf = useNames('lures')
  return (
    <div>
      {claim.says}{' '}
      <Quiet>
        {isOwn ? text.speak.own : ''} {speaksIn.length < hours ? text.speak.hours(speaksIn) : ''}
      </Quiet>
      <div>
        <Quiet>
          {text.speak.lures(lures.slice(0, 3).map(nameOf), lures.length - 3)}{' '}
          <Known claim={claim.id} evidence={evidence} />
        </Quiet>
      </div>
    </div>
  )
}

/** Limits that say something. */
const isKnown = (found: RuleEvidence | undefined): found is RuleEvidence & { readonly ratio: number } =>
  found !== undefined && found.ratio !== null && found.upper <= WIDEST * Math.max(found.lower, LEAST_RATIO)

function Known({ claim, evidence }: { claim: string; evidence: RuleProps['evidence'] }) {
  const found = evidence?.find((one) => one.claim === claim)
  if (!found) return null
  return <span>{isKnown(found) ? text.speak.book(found) : text.speak.unknown}</span>
}

function Nearly({ rules: { nearly } }: { rules: RulesAhead }) {
  const { filters } = useNaming()
  if (nearly.length === 0) return null
  return (
    <Box as="details" mt="6px">
      <summary>{text.speak.nearly(nearly.length)}</summary>
      <Box as="ul" p="0" m="4px 0 0" listStyleType="none">
        {nearly.slice(0, SHOWN_NEARLY).map(({ claim, missing }) => (
          <li key={claim.id}>
            {claim.says} <Quiet>{text.speak.missing(filters({ where: [missing] }))}</Quiet>
          </li>
        ))}
      </Box>
    </Box>
  )
}
