import { Box } from '@chakra-ui/react'
import { useState } from 'react'
import { parseQuantity } from '@jotbook/core'
import type { Unit } from '@jotbook/core'
import { suspenderWeighsG } from '@jotbook/core/bench'
import { useUnits } from '../../state/useBook.ts'
import { Field, Heading, Label, Quiet } from '../../ui/controls.tsx'
import { quantity, unitLabel } from '../../ui/locale.ts'
import { text } from './text.ts'

const USUAL_G = 14
const USUAL_TUNED_C = 7.2
/** Less than that nobody sees in a tub. (ours) */
const SEEN_G = 0.005

/** What a suspender does in water of another temperature than it was tuned in. */
export function Suspends({ nowC }: { nowC: number }) {
  const units = useUnits()
  const [weight, setWeight] = useState('')
  const [tuned, setTuned] = useState('')
  const weightG = parseQuantity(weight, 'oz', 'g')?.value ?? USUAL_G
  const tunedC = parseQuantity(tuned, units.temperature, 'C')?.value ?? USUAL_TUNED_C
  const off = suspenderWeighsG(weightG, tunedC, nowC)
  return (
    <Box as="section" aria-label={text.suspends.title} mt="24px">
      <Heading>{text.suspends.title}</Heading>
      <Box display="flex" gap="12px" flexWrap="wrap">
        <Typed
          id="suspender-weight"
          label={text.suspends.weight}
          unit="oz"
          usual={quantity(USUAL_G, null, 'g', 'oz')}
          value={weight}
          onChange={setWeight}
        />
        <Typed
          id="suspender-tuned"
          label={text.suspends.tuned}
          unit={units.temperature}
          usual={quantity(USUAL_TUNED_C, null, 'C', units.temperature)}
          value={tuned}
          onChange={setTuned}
        />
      </Box>
      <Box fontWeight="700" mt="6px" role="status">
        {Math.abs(off) < SEEN_G ? text.suspends.hangs : off > 0 ? text.suspends.sinks(off) : text.suspends.rises(-off)}
      </Box>
      <Quiet>{text.suspends.note}</Quiet>
    </Box>
  )
}

const INCH_M = 0.0254
const [SHORTEST_M, LONGEST_M] = [2 * INCH_M, 24 * INCH_M]

/** Leader between hook and weight, to the height of the fish. */
export function DropShot() {
  const units = useUnits()
  const unit: Unit = units.length === 'in' ? 'in' : 'cm'
  const [off, setOff] = useState('')
  const offM = parseQuantity(off, unit, 'mm')?.value ?? 1000 * 12 * INCH_M
  const leaderM = Math.min(LONGEST_M, Math.max(SHORTEST_M, offM / 1000))
  return (
    <Box as="section" aria-label={text.dropShot.title} mt="24px">
      <Heading>{text.dropShot.title}</Heading>
      <Typed
        id="drop-shot"
        label={text.dropShot.off}
        unit={unit}
        usual={quantity(offM, null, 'mm', unit)}
        value={off}
        onChange={setOff}
      />
      <Box fontWeight="700" mt="6px" role="status">
        {text.dropShot.leader(quantity(1000 * leaderM, null, 'mm', unit))}
      </Box>
      <Quiet>{text.dropShot.note}</Quiet>
    </Box>
  )
}

/** What the trade holds of hooks and line, where it has schools both. */
export function HooksAndLine() {
  return (
    <Box as="section" aria-label={text.rules.title} mt="24px">
      <Heading>{text.rules.title}</Heading>
      <Box as="ul" pl="20px" listStyleType="disc" maxW="46rem">
        {text.rules.lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </Box>
      <Quiet>{text.rules.source}</Quiet>
    </Box>
  )
}

interface TypedProps {
  readonly id: string
  readonly label: string
  readonly unit: Unit
  readonly usual: string
  readonly value: string
  readonly onChange: (typed: string) => void
}

function Typed({ id, label, unit, usual, value, onChange }: TypedProps) {
  return (
    <Box w="190px" maxW="100%">
      <Label htmlFor={id}>{`${label}, ${unitLabel(unit)}`}</Label>
      <Field
        id={id}
        inputMode="decimal"
        placeholder={usual}
        value={value}
        onChange={({ target }) => onChange(target.value)}
      />
    </Box>
  )
}
