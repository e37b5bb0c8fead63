import { Box, Flex } from '@chakra-ui/react'
import { SKY_COVER_PCT } from '@jotbook/core'
import type { Unit, UsualReadings } from '@jotbook/core'
import { useUnits } from '../../state/useBook.ts'
import { useAppSelector } from '../../state/store.ts'
import { Field, Heading, Label, Quiet, Select } from '../../ui/controls.tsx'
import { quantity, unitLabel } from '../../ui/locale.ts'
import { OBJECTIVES } from './plan.ts'
import type { TypedPlan } from './plan.ts'
import { text } from './text.ts'

interface PlanFormProps {
  readonly plan: TypedPlan
  readonly usual: UsualReadings
  readonly onChange: (part: Partial<TypedPlan>) => void
}

/** Where, when, how many rods and what for; and what the day is expected to be like. */
export function PlanForm({ plan, usual, onChange }: PlanFormProps) {
  const waters = useAppSelector(({ records }) => records.waters)
  const cells = { plan, onChange }
  return (
    <Box as="section" className="no-print" mt="10px">
      <Flex gap="12px" wrap="wrap">
        <Choice {...cells} name="water" label={text.water} options={waters.map(({ id, name }) => [id, name])} />
        <Cell {...cells} name="date" label={text.date} width="150px" type="date" />
        <Cell {...cells} name="from" label={text.from} width="80px" />
        <Cell {...cells} name="to" label={text.to} width="80px" />
        <Cell {...cells} name="rods" label={text.rods} width="70px" inputMode="numeric" />
        <Choice
          {...cells}
          name="objective"
          label={text.for}
          options={OBJECTIVES.map((one) => [one, text.objectives[one]])}
        />
      </Flex>
      <Box mt="14px">
        <Heading>{text.forecast}</Heading>
      </Box>
      <Weather {...cells} usual={usual} />
      <Quiet>{text.usual}</Quiet>
    </Box>
  )
}

type Cells = Pick<PlanFormProps, 'plan' | 'onChange'>
const SKIES: readonly (readonly [string, string])[] = [
  ['', ''],
  ...(Object.keys(SKY_COVER_PCT) as (keyof typeof SKY_COVER_PCT)[]).map((word) => [word, text.skies[word]] as const),
]

/** What is expected to be read; what is usual stands in the empty cells. */
function Weather({ usual, ...cells }: PlanFormProps) {
  const units = useUnits()
  const said = (value: number | undefined, stored: Unit, shown: Unit): string =>
    value === undefined ? '' : quantity(value, null, stored, shown)
  const wind = unitLabel(units.wind)
  return (
    <Flex gap="12px" wrap="wrap">
      <Cell
        {...cells}
        name="temp"
        label={`${text.waterTempC}, ${unitLabel(units.temperature)}`}
        width="110px"
        inputMode="decimal"
        placeholder={said(usual.waterTempC, 'C', units.temperature)}
      />
      <Cell
        {...cells}
        name="visibility"
        label={`${text.visibilityM}, ${unitLabel(units.visibility)}`}
        width="110px"
        inputMode="decimal"
        placeholder={said(usual.visibilityM, 'm', units.visibility)}
      />
      <Cell
        {...cells}
        name="wind"
        label={`${text.wind} ${text.atFirst}, ${wind}`}
        width="140px"
        inputMode="decimal"
        placeholder={said(usual.windMps, 'mps', units.wind)}
      />
      <Cell
        {...cells}
        name="windLater"
        label={`${text.wind} ${text.later}, ${wind}`}
        width="140px"
        inputMode="decimal"
      />
      <Choice {...cells} name="sky" label={`${text.sky} ${text.atFirst}`} options={SKIES} />
      <Choice {...cells} name="skyLater" label={`${text.sky} ${text.later}`} options={SKIES} />
    </Flex>
  )
}

interface CellProps extends Cells {
  readonly name: 'date' | 'from' | 'to' | 'rods' | 'temp' | 'visibility' | 'wind' | 'windLater'
  readonly label: string
  readonly width: string
  readonly type?: 'date'
  readonly inputMode?: 'numeric' | 'decimal'
  readonly placeholder?: string
}

function Cell({ plan, onChange, name, label, width, ...more }: CellProps) {
  return (
    <Box w={width}>
      <Label htmlFor={`plan-${name}`}>{label}</Label>
      <Field
        id={`plan-${name}`}
        value={plan[name]}
        onChange={({ target }) => onChange({ [name]: target.value })}
        {...more}
      />
    </Box>
  )
}

interface ChoiceProps extends Cells {
  readonly name: 'water' | 'objective' | 'sky' | 'skyLater'
  readonly label: string
  readonly options: readonly (readonly [value: string, shown: string])[]
}

function Choice({ plan, onChange, name, label, options }: ChoiceProps) {
  return (
    <Box w="170px">
      <Label htmlFor={`plan-${name}`}>{label}</Label>
      <Select id={`plan-${name}`} value={plan[name]} onChange={({ target }) => onChange({ [name]: target.value })}>
        {options.map(([value, shown]) => (
          <option key={value} value={value}>
            {shown}
          </option>
        ))}
      </Select>
    </Box>
  )
}
