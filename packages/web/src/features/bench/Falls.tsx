import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { parseQuantity } from '@jotbook/core'
import type { Id } from '@jotbook/core'
import { BULKS, fallTime, midColumn } from '@jotbook/core/bench'
import type { Bulk, Falling } from '@jotbook/core/bench'
import { useAnalysis } from '../../state/useAnalysis.ts'
import { useNames, useUnits } from '../../state/useBook.ts'
import { Choice } from '../../ui/Choice.tsx'
import { Field, Heading, Label, Quiet } from '../../ui/controls.tsx'
import { decimals, quantity, unitLabel } from '../../ui/locale.ts'
import { Chosen } from './ShadeCard.tsx'
import { text } from './text.ts'

const WEIGHTS_OZ = [
  ['1/8', 0.125],
  ['3/16', 0.1875],
  ['1/4', 0.25],
  ['5/16', 0.3125],
  ['3/8', 0.375],
  ['1/2', 0.5],
  ['3/4', 0.75],
  ['1', 1],
] as const
const OUNCE_G = 28.349523125
const LINES = { monofilament: 'monofilament', fluorocarbon: 'fluorocarbon', braid: 'braid' } as const
const LINE_NAMES = Object.keys(LINES) as (keyof typeof LINES)[]
const LINE_LB = 12

interface Typed {
  readonly depth: string
  readonly weight: (typeof WEIGHTS_OZ)[number][0]
  readonly bulk: Bulk
  readonly material: keyof typeof LINES
  /** Whose count-downs set it right; empty: nobody's. */
  readonly lure: Id<'lure'>
}

/** Seconds to the bottom and to mid-water, by weight, bulk and line, set right by own count-downs. */
export function Falls() {
  const units = useUnits()
  const { value: seen = {} } = useAnalysis('runsAndFalls', [])
  const [typed, setTyped] = useState<Typed>({
    depth: '',
    weight: '3/8',
    bulk: 'usual',
    material: 'fluorocarbon',
    lure: '',
  })
  const depthM = parseQuantity(typed.depth, units.depth, 'm')?.value ?? USUAL_DEPTH_M
  const counted = seen[typed.lure]?.counted ?? []
  const falling = (oz: number): Falling => ({
    weightG: oz * OUNCE_G,
    bulk: typed.bulk,
    line: { testLb: LINE_LB, material: typed.material },
  })
  const chosen = falling(WEIGHTS_OZ.find(([name]) => name === typed.weight)?.[1] ?? 0)
  const withCounts = Object.keys(seen).filter((id) => (seen[id]?.counted.length ?? 0) > 0)
  return (
    <Box as="section" aria-label={text.falls.title} mt="24px">
      <Heading>{text.falls.title}</Heading>
      <WhatFalls typed={typed} withCounts={withCounts} onChange={(part) => setTyped({ ...typed, ...part })} />
      <Box fontSize="large" fontWeight="700" mt="8px" role="status">
        {text.falls.bottom(fallTime(chosen, depthM, counted).seconds)};{' '}
        {text.falls.middle(midColumn(chosen, depthM, counted))}
      </Box>
      {counted.length > 0 && <Quiet>{text.falls.own(counted.length)}</Quiet>}
      <Box mt="6px">
        <Quiet>{text.falls.byWeight}</Quiet>
      </Box>
      <Flex gap="4px 18px" wrap="wrap" fontVariantNumeric="tabular-nums">
        {WEIGHTS_OZ.map(([name, oz]) => (
          <span key={name}>
            <b>{name} oz</b> {decimals(fallTime(falling(oz), depthM, counted).seconds, 1)} s
          </span>
        ))}
      </Flex>
      <Quiet>{text.falls.note}</Quiet>
    </Box>
  )
}

interface WhatFallsProps {
  readonly typed: Typed
  readonly withCounts: readonly string[]
  readonly onChange: (part: Partial<Typed>) => void
}

const WEIGHT_NAMES = WEIGHTS_OZ.map(([name]) => name)
const WEIGHTS_SAID = Object.fromEntries(WEIGHT_NAMES.map((name) => [name, `${name} oz`])) as Record<
  Typed['weight'],
  string
>

function WhatFalls({ typed, withCounts, onChange }: WhatFallsProps) {
  const units = useUnits()
  const nameOf = useNames('lures')
  return (
    <Flex gap="12px" wrap="wrap" mt="4px" className="no-print">
      <Box w="130px">
        <Label htmlFor="fall-depth">{`${text.falls.depth}, ${unitLabel(units.depth)}`}</Label>
        <Field
          id="fall-depth"
          inputMode="decimal"
          placeholder={quantity(USUAL_DEPTH_M, null, 'm', units.depth)}
          value={typed.depth}
          onChange={({ target }) => onChange({ depth: target.value })}
        />
      </Box>
      <Chosen
        id="fall-weight"
        label={text.falls.weight}
        value={typed.weight}
        options={WEIGHT_NAMES}
        said={WEIGHTS_SAID}
        onChange={(weight) => onChange({ weight })}
      />
      <Chosen
        id="fall-bulk"
        label={text.falls.bulk}
        value={typed.bulk}
        options={BULKS}
        said={text.falls.bulks}
        onChange={(bulk) => onChange({ bulk })}
      />
      <Chosen
        id="fall-line"
        label={text.falls.line}
        value={typed.material}
        options={LINE_NAMES}
        said={LINES}
        onChange={(material) => onChange({ material })}
      />
      {withCounts.length > 0 && (
        <Choice
          id="fall-lure"
          label={text.falls.lure}
          value={typed.lure}
          none={text.falls.noLure}
          options={withCounts.map((id) => [id, nameOf(id)])}
          width="190px"
          onChoose={(lure) => onChange({ lure })}
        />
      )}
    </Flex>
  )
}

const USUAL_DEPTH_M = 3.048
