import { Box } from '@chakra-ui/react'
import type { Lure, RecordOf, UnitPreferences } from '@jotbook/core'
import type { HowFished, PlannedRod } from '@jotbook/core/predict'
import { LureDrawing } from '../../charts/lures/LureDrawing.tsx'
import { useNames, useUnits } from '../../state/useBook.ts'
import { allLures, allSetups } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { Heading, Quiet } from '../../ui/controls.tsx'
import { calendarDay, quantity } from '../../ui/locale.ts'
import type { DeckAnswer } from '../../workers/foresee.ts'
import { howText } from '../../ui/ofBook/howText.ts'
import type { TypedPlan } from './plan.ts'
import { text } from './text.ts'

/** Rigs that are tied beforehand: one lost to a snag costs a quarter of an hour. Common practice, no source. */
const PRE_RIG: Readonly<Record<string, number>> = {
  'umbrella rig': 1,
  'drop shot': 2,
  'weighted wacky rig': 2,
  'wacky stick worm': 2,
  'Texas rig': 2,
  'shaky head': 2,
  'stand-up worm': 2,
}

/** What to take along and what to tie before: a line for each rod. */
export function PackingList({ typed, plan }: { readonly typed: TypedPlan; readonly plan: DeckAnswer }) {
  const lures = useAppSelector(allLures)
  const setups = useAppSelector(allSetups)
  const waterName = useNames('waters')
  return (
    <Box as="section" aria-label={text.packing.title} mt="18px" css={{ breakInside: 'avoid' }}>
      <Box css={ON_PAPER} fontWeight="700">
        {text.packing.day(waterName(typed.water), calendarDay(typed.date, 'long'), typed.from, typed.to)}
      </Box>
      <Heading>{text.packing.title}</Heading>
      <Box as="ul" p="0" m="0" listStyleType="none">
        {plan.rods.map((rod) => {
          const lure = lures.find(({ id }) => id === rod.lure)
          const setup = setups.find(({ id }) => id === rod.setup)
          return lure ? <Packed key={rod.lure} lure={lure} setup={setup} rod={rod} how={plan.how[rod.lure]} /> : null
        })}
      </Box>
      <Quiet>{text.packing.always}</Quiet>
    </Box>
  )
}

interface PackedProps {
  readonly lure: Lure
  readonly setup: RecordOf<'setup'> | undefined
  readonly rod: PlannedRod
  readonly how: HowFished | undefined
}

function Packed({ lure, setup, rod, how }: PackedProps) {
  const units = useUnits()
  return (
    <Box as="li" display="flex" gap="10px" alignItems="center" py="3px" borderBottom="1px solid" borderColor="rule">
      <Box as="span" w="14px" h="14px" border="1.5px solid" borderColor="ink" flex="none" aria-hidden />
      <LureDrawing lure={lure} width={56} decorative />
      <span>
        <b>{lure.name}</b> <Quiet>{partsOf(lure, setup, units).join(' · ')}</Quiet>
        <Box as="span" css={ON_PAPER}>
          {text.packing.onPaper(rod.rate, rod.bestAt)}
          {how && how.by.length > 0 && ` ${how.here ? text.how : text.howElsewhere} ${howText(how)}.`}
        </Box>
      </span>
    </Box>
  )
}

/** The rod and what is tied on it, and what to have spare. */
function partsOf(lure: Lure, setup: PackedProps['setup'], units: UnitPreferences): string[] {
  const spare = PRE_RIG[lure.class] ?? 0
  return [
    setup ? setup.name : text.packing.noRod,
    ...(setup?.lineLb ? [text.packing.line(setup.lineLb, setup.lineKind ?? '')] : []),
    ...(setup?.leaderLb ? [text.packing.leader(setup.leaderLb)] : []),
    ...(typeof lure.weightG === 'number'
      ? [quantity(lure.weightG, null, 'g', isPounds(units.weight) ? 'oz' : 'g')]
      : []),
    ...(lure.hook ? [lure.hook === 'treble' ? text.packing.trebles : text.packing.hook(lure.hook)] : []),
    ...(lure.trailer && lure.trailer !== 'none' ? [text.packing.trailer(lure.trailer)] : []),
    ...(spare > 0 ? [text.packing.spare(spare)] : []),
  ]
}

/** What the screen says above, and the sheet of paper would not. */
const ON_PAPER = { display: 'none', '@media print': { display: 'block' } } as const

const isPounds = (unit: UnitPreferences['weight']): boolean => unit === 'lb' || unit === 'oz'
