import { Box, Flex } from '@chakra-ui/react'
import type { Unit, UnitPreferences } from '@jotbook/core'
import { useUnits } from '../../state/useBook.ts'
import { allWaters } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { Choice } from '../../ui/Choice.tsx'
import { Field, Label, Quiet } from '../../ui/controls.tsx'
import { decimals, quantity, unitLabel } from '../../ui/locale.ts'
import { OBJECTIVES } from './plan.ts'
import type { Expected, TypedPlan } from './plan.ts'
import type { PlanPart } from './planLink.ts'
import { text } from './text.ts'

interface PlanFormProps {
  readonly plan: TypedPlan
  readonly usual: Expected
  readonly onChange: (part: PlanPart) => void
}

/** Where, when, how many rods and what for; and what the water is expected to be. */
export function PlanForm({ plan, usual, onChange }: PlanFormProps) {
  const waters = useAppSelector(allWaters)
  const units = useUnits()
  const cells = { plan, onChange }
  return (
    <Box as="section" className="no-print" mt="10px">
      <Flex gap="12px" wrap="wrap">
        <PlanChoice {...cells} name="water" label={text.water} options={waters.map(({ id, name }) => [id, name])} />
        <Cell {...cells} name="date" label={text.date} width="150px" type="date" />
        <Cell {...cells} name="from" label={text.from} width="80px" />
        <Cell {...cells} name="to" label={text.to} width="80px" />
        <Cell {...cells} name="rods" label={text.rods} width="70px" inputMode="numeric" />
        <PlanChoice
          {...cells}
          name="objective"
          label={text.for}
          options={OBJECTIVES.map((one) => [one, text.objectives[one]])}
        />
        <WaterCells {...cells} usual={usual} />
      </Flex>
      <Quiet>{expectedText(usual, units)}</Quiet>
    </Box>
  )
}

/** What is expected of the water where nothing is typed, and how far it may be off: a spread has no zero of its own. */
function expectedText({ waterTempC, sd }: Expected, { temperature }: UnitPreferences): string {
  if (waterTempC === undefined || !sd) return text.expected('', '')
  const off = temperature === 'F' ? 1.8 * sd.waterTempC : sd.waterTempC
  return text.expected(
    quantity(waterTempC, null, 'C', temperature),
    `${decimals(Math.max(1, off), 0)} ${unitLabel(temperature)}`,
  )
}

type Cells = Pick<PlanFormProps, 'plan' | 'onChange'>
/** What the water is expected to be; what the book expects stands in the empty cells. */
function WaterCells({ usual, ...cells }: PlanFormProps) {
  const units = useUnits()
  const said = (value: number | undefined, stored: Unit, shown: Unit): string =>
    value === undefined ? '' : quantity(value, null, stored, shown)
  return (
    <>
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
    </>
  )
}

interface CellProps extends Cells {
  readonly name: 'date' | 'from' | 'to' | 'rods' | 'temp' | 'visibility'
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

interface PlanChoiceProps extends Cells {
  readonly name: 'water' | 'objective'
  readonly label: string
  readonly options: readonly (readonly [value: string, shown: string])[]
}

function PlanChoice({ plan, onChange, name, label, options }: PlanChoiceProps) {
  return (
    <Choice
      id={`plan-${name}`}
      label={label}
      value={plan[name]}
      options={options}
      width="170px"
      onChoose={(value) => onChange({ [name]: value })}
    />
  )
}
