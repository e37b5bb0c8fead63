import { Box } from '@chakra-ui/react'
import { useMemo } from 'react'
import { LEAST, fromSi } from '@jotbook/core'
import type { BitesOrSize, SizePoint, UnitPreferences } from '@jotbook/core'
import { useAnalysis } from '../../state/useAnalysis.ts'
import type { LimitOdds } from '../../workers/desk.ts'
import { useUnits } from '../../state/useBook.ts'
import { Spindle, rateScale } from '../../charts/Spindle.tsx'
import { Heading, Quiet, Table } from '../../ui/controls.tsx'
import { decimals, percent, quantity, rate, unitLabel, whole } from '../../ui/locale.ts'
import { CONFIDENCE, columnWord, useNaming, useQuestion } from '../board/index.ts'
import { ByChoice, useBy } from './ByChoice.tsx'
import { DeskView } from './DeskView.tsx'
import { Shown } from './Shown.tsx'
import { SizePicture } from './SizePicture.tsx'
import { text } from './text.ts'

type Point = SizePoint & { readonly name: string }
/** Fewer fish than this have no mean to speak of. (ours) */
const LEAST_FISH = 3

/** Bites or size? Every group by fish an hour and by their weight, the big ones, and the bites that fill a limit. */
export function SizePage() {
  const question = useQuestion()
  const naming = useNaming()
  const by = useBy('lure')
  const asked = useMemo(() => ({ by: [by], where: question.where }), [by, question.where])
  const { value, problem } = useAnalysis('sizes', [asked, CONFIDENCE])
  const all = (value?.points ?? []).map((one): Point => ({ ...one, name: naming.level(by, one.group[0] ?? '') }))
  const points = all.filter(
    ({ hours, measured, group }) => hours >= LEAST.hours && measured >= LEAST_FISH && group[0] !== 'unknown',
  )
  const start = (
    <>
      {text.size.start} <ByChoice by={by} />,
    </>
  )
  return (
    <DeskView question={question} start={start} problem={problem} isPending={!value}>
      {value && points.length === 0 && <Box mt="24px">{text.size.few}</Box>}
      {value && points.length > 0 && (
        <>
          <Frontier
            points={points}
            leftOut={all.length - points.length}
            sizes={value}
            asked={text.size.asked(columnWord(by), naming.filters(question))}
            by={by}
            where={question.where}
          />
          <BigOnes sizes={value} nameOf={(group) => naming.level(by, group[0] ?? '')} />
          <Limit limit={value.limit} />
        </>
      )}
    </DeskView>
  )
}

interface FrontierProps {
  readonly points: readonly Point[]
  readonly leftOut: number
  readonly sizes: BitesOrSize
  readonly asked: string
  readonly by: string
  readonly where: ReturnType<typeof useQuestion>['where']
}

function Frontier({ points: given, leftOut, sizes, asked, by, where }: FrontierProps) {
  const units = useUnits()
  const words = text.size
  const weight = (grams: number): string => quantity(grams, null, 'g', units.weight)
  // What nothing beats is said of those that are drawn.
  const points = useMemo(() => given.map((one) => ({ ...one, efficient: isUnbeaten(one, given) })), [given])
  const heavy = points.reduce((a, b) => (b.meanWeightG > a.meanWeightG ? b : a))
  const many = points.reduce((a, b) => (b.landedPerHour > a.landedPerHour ? b : a))
  const most = points.reduce((a, b) => (b.weightPerHourG > a.weightPerHourG ? b : a))
  const [landed, measured] = [sum(points, 'landed'), sum(points, 'measured')]
  return (
    <Shown
      says={
        heavy.name === many.name
          ? words.both(heavy.name)
          : words.trade(
              { name: heavy.name, weight: weight(heavy.meanWeightG), fish: heavy.landedPerHour },
              { name: many.name, weight: weight(many.meanWeightG), fish: many.landedPerHour },
            )
      }
      notes={[
        words.most(most.name, weight(most.weightPerHourG), [weight(most.lower), weight(most.upper)], most.hours),
        words.measured(measured / Math.max(1, landed)),
        sizes.by === 'weight' ? '' : words.byLength,
        words.tooFew(leftOut),
        words.line,
      ]}
      asked={asked}
      file="bites-or-size"
      behind={where}
      pairs={{ column: by, levels: points.map(({ group }) => group[0] ?? ''), where }}
      table={{
        head: ['', words.x, words.y, words.weightPerHour, text.lower, text.upper, text.hours, words.chance],
        rows: points.map((one) => [
          one.name,
          one.landedPerHour,
          weight(one.meanWeightG),
          weight(one.weightPerHourG),
          weight(one.lower),
          weight(one.upper),
          one.hours,
          percent(one.chanceEfficient),
        ]),
      }}
    >
      {(width) => (
        <SizePicture
          points={points}
          shown={(grams) => fromSi(grams, units.weight)}
          weight={weight}
          unit={unitLabel(units.weight)}
          width={width}
        />
      )}
    </Shown>
  )
}

const sum = (points: readonly Point[], of: 'landed' | 'measured'): number =>
  points.reduce((total, one) => total + one[of], 0)

const isUnbeaten = (one: Point, points: readonly Point[]): boolean =>
  !points.some(
    (other) =>
      other.landedPerHour >= one.landedPerHour &&
      other.meanWeightG >= one.meanWeightG &&
      (other.landedPerHour > one.landedPerHour || other.meanWeightG > one.meanWeightG),
  )

const MOST_ROWS = 12
const WIDE = 300

/** What is big here, in the book's units; none where too few fish were measured. */
function bigSize({ thresholdG, thresholdMm }: BitesOrSize['big'], units: UnitPreferences): string | null {
  if (thresholdG !== null) return quantity(thresholdG, null, 'g', units.weight)
  return thresholdMm === null ? null : quantity(thresholdMm, null, 'mm', units.length)
}

/** Who brings the big ones for the hours he gets, and what a day of it is like. */
function BigOnes({ sizes, nameOf }: { sizes: BitesOrSize; nameOf: (group: readonly string[]) => string }) {
  const units = useUnits()
  const words = text.size.big
  const { big } = sizes
  const size = bigSize(big, units)
  // By what is sure of them: few hours with one big fish lead else.
  const rows = big.groups
    .filter(({ hours }) => hours >= LEAST.hours)
    .sort((a, b) => b.lower - a.lower)
    .slice(0, MOST_ROWS)
  const scale = rateScale(Math.max(0.1, ...rows.map(({ per100Hours }) => 1.6 * per100Hours)), WIDE)
  const hours = big.groups.reduce((total, one) => total + one.hours, 0)
  const usual = (100 * big.groups.reduce((total, one) => total + one.bigFish, 0)) / Math.max(1e-9, hours)
  return (
    <Box as="section" aria-label={words.title} mt="28px">
      <Heading>{words.title}</Heading>
      <Quiet>{size === null ? words.few : `${words.what(size)} ${words.note}`}</Quiet>
      {size !== null && (
        <Table>
          <thead>
            <tr>
              <th aria-label={text.groupedBy} />
              <th className="number">{words.share}</th>
              <th className="wide-only">{words.per100}</th>
              <th className="number">{words.day}</th>
              <th className="number">{words.blank}</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((one) => (
              <tr key={one.group.join('|')}>
                <td>
                  {nameOf(one.group)}
                  <Box fontSize="small" color="quiet">
                    {words.of(one.bigFish, one.hours)}
                  </Box>
                </td>
                <td className="number">{one.ratioOfShares === null ? '–' : rate(one.ratioOfShares)}</td>
                <td className="wide-only">
                  <Spindle
                    rate={one.per100Hours}
                    lower={one.lower}
                    upper={one.upper}
                    usualRate={usual}
                    scale={scale}
                    height={32}
                    label={`${decimals(one.per100Hours, 1)} ${words.per100}`}
                  />
                </td>
                <td className="number">{percent(one.bigInDay)}</td>
                <td className="number">{percent(one.blankDay)}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
    </Box>
  )
}

/** How many bites fill a limit of five, by the share of bites that ended in the boat. */
function Limit({ limit }: { limit: LimitOdds | null }) {
  const words = text.size.limit
  if (!limit) return null
  return (
    <Box as="section" aria-label={words.title} mt="28px">
      <Heading>{words.title}</Heading>
      <Quiet>{words.note(limit.landed / limit.said, limit.said)}</Quiet>
      <Box maxW="420px">
        <Table>
          <thead>
            <tr>
              <th className="number">{words.bites}</th>
              <th className="number">{words.chance}</th>
            </tr>
          </thead>
          <tbody>
            {limit.rows.map(({ bites, chance }) => (
              <tr key={bites}>
                <td className="number">{whole(bites)}</td>
                <td className="number">{percent(chance)}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      </Box>
    </Box>
  )
}
