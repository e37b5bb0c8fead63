import { Box, Flex } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { parseQuantity, tintOf } from '@jotbook/core'
import type { ExpectedWater, Water } from '@jotbook/core'
import { useAnalysis } from '../../state/useAnalysis.ts'
import { useUnits } from '../../state/useBook.ts'
import { useLink, withSaid } from '../../state/useLink.ts'
import { allTrips, allWaters } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { Choice } from '../../ui/Choice.tsx'
import { Field, Label, Page, Quiet, Title } from '../../ui/controls.tsx'
import { quantity, unitLabel } from '../../ui/locale.ts'
import { Falls } from './Falls.tsx'
import { Runs } from './Runs.tsx'
import { ShadeCard } from './ShadeCard.tsx'
import { DropShot, HooksAndLine, Suspends } from './SmallTools.tsx'
import { text } from './text.ts'

const USUAL_VISIBILITY_M = 1
const USUAL_C = 12

/** At the bench: the shade card, and what runs and falls how deep. The water stands in the link. */
export function BenchPage() {
  const waters = useAppSelector(allWaters)
  const trips = useAppSelector(allTrips)
  const [link, sayLink] = useLink()
  const [nowMs] = useState(Date.now)
  const units = useUnits()
  const water = waters.find(({ id }) => id === link.get('water')) ?? waters.find(({ id }) => id === trips[0]?.water)
  const here = water ?? waters[0]
  const { value: expected } = useAnalysis('expected', [here?.id ?? '', nowMs])
  const { visibilityM, tempC } = useMemo(() => conditionsOf(link, expected, units), [link, expected, units])
  const say = (name: string, value: string): void => sayLink((present) => withSaid(present, name, value))
  const lures = useMemo(() => (link.get('lures') ?? '').split(',').filter(Boolean), [link])
  return (
    <Page>
      <Title>{text.title}</Title>
      <Quiet>{text.note}</Quiet>
      <WaterRow water={here} visibilityM={visibilityM} tempC={tempC} link={link} onSay={say} />
      <ShadeCard water={here} tint={tintOf(expected?.tint)} visibilityM={visibilityM} only={lures} />
      <Runs />
      <Falls />
      <Box
        display="grid"
        gridTemplateColumns={{ base: 'minmax(0, 1fr)', lg: 'minmax(0, 1fr) minmax(0, 1fr)' }}
        gap="0 44px"
      >
        <Suspends nowC={tempC} />
        <DropShot />
      </Box>
      <HooksAndLine />
    </Page>
  )
}

interface WaterRowProps {
  readonly water: Water | undefined
  readonly visibilityM: number
  readonly tempC: number
  readonly link: URLSearchParams
  readonly onSay: (name: string, value: string) => void
}

/** The water and what it is like; what the book expects stands in the empty cells. */
function WaterRow({ water, visibilityM, tempC, link, onSay }: WaterRowProps) {
  const waters = useAppSelector(allWaters)
  const units = useUnits()
  return (
    <Flex gap="12px" wrap="wrap" mt="10px" className="no-print">
      <Choice
        id="bench-water"
        label={text.water}
        value={water?.id ?? ''}
        options={waters.map(({ id, name }) => [id, name])}
        width="190px"
        onChoose={(id) => onSay('water', id)}
      />
      <Cell
        name="visibility"
        label={`${text.visibility}, ${unitLabel(units.visibility)}`}
        link={link}
        onSay={onSay}
        usual={quantity(visibilityM, null, 'm', units.visibility)}
      />
      <Cell
        name="temp"
        label={`${text.temp}, ${unitLabel(units.temperature)}`}
        link={link}
        onSay={onSay}
        usual={quantity(tempC, null, 'C', units.temperature)}
      />
    </Flex>
  )
}

type Units = ReturnType<typeof useUnits>

/** As typed, else as the book expects, else as is usual anywhere. */
function conditionsOf(link: URLSearchParams, expected: ExpectedWater | undefined, units: Units) {
  const visibility = parseQuantity(link.get('visibility') ?? '', units.visibility, 'm')?.value
  const temp = parseQuantity(link.get('temp') ?? '', units.temperature, 'C')?.value
  return {
    visibilityM: visibility && visibility > 0 ? visibility : (expected?.visibilityM ?? USUAL_VISIBILITY_M),
    tempC: temp ?? expected?.waterTempC ?? USUAL_C,
  }
}

interface CellProps {
  readonly name: string
  readonly label: string
  readonly usual: string
  readonly link: URLSearchParams
  readonly onSay: (name: string, value: string) => void
}

function Cell({ name, label, usual, link, onSay }: CellProps) {
  return (
    <Box w="130px">
      <Label htmlFor={`bench-${name}`}>{label}</Label>
      <Field
        id={`bench-${name}`}
        inputMode="decimal"
        placeholder={usual}
        value={link.get(name) ?? ''}
        onChange={({ target }) => onSay(name, target.value)}
      />
    </Box>
  )
}
