import { Box, Flex } from '@chakra-ui/react'
import { useDeferredValue, useMemo, useState } from 'react'
import { calendarSeason, localParts, preyOf } from '@jotbook/core'
import type { Water, tintOf } from '@jotbook/core'
import { LureDrawing } from '../../charts/lures/LureDrawing.tsx'
import { useUnits } from '../../state/useBook.ts'
import { allLures } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { deviceZone } from '../../ui/deviceZone.ts'
import { Choice } from '../../ui/Choice.tsx'
import { Heading, Label, Quiet } from '../../ui/controls.tsx'
import { quantity } from '../../ui/locale.ts'
import { ink } from '../../ui/theme.ts'
import { BACKGROUNDS, LIGHTS, matching, shaded, standingOut } from './shadeCard.ts'
import type { LightName, Seen, ShadedLure } from './shadeCard.ts'
import { text } from './text.ts'

interface ShadeCardProps {
  readonly water: Water | undefined
  readonly tint: ReturnType<typeof tintOf>
  readonly visibilityM: number
  /** Lures of a plan; all of the box where none are named. */
  readonly only: readonly string[]
}

const DEEPEST_M = 9
const STEP_M = 0.3
const SHOWN = 12
const NAMED = 3

/** Lures in air and at a depth, to a person and to a bass. */
export function ShadeCard({ water, tint, visibilityM, only }: ShadeCardProps) {
  const lures = useAppSelector(allLures)
  const units = useUnits()
  const [how, setHow] = useState<How>({ depthM: 1.5, light: 'bright', against: 'open water' })
  const { depthM, light, against } = how
  const depth = useDeferredValue(depthM)
  const seen = useMemo(() => {
    const box = only.length > 0 ? lures.filter(({ id }) => only.includes(id)) : lures
    return shaded(box, { visibilityM, tint, depthM: depth, surfaceLux: LIGHTS[light], against })
  }, [lures, only, visibilityM, tint, depth, light, against])
  const depthText = quantity(depthM, null, 'm', units.depth)
  const order = standingOut(seen)
  return (
    <Box as="section" aria-label={text.shade.title} mt="20px">
      <Heading>{text.shade.title}</Heading>
      <Quiet>{text.shade.note}</Quiet>
      <HowSeen {...{ depthM, light, against }} onChange={(part) => setHow({ ...how, ...part })} />
      <BestOfBox seen={seen} order={order} water={water} />
      <Box
        as="ul"
        p="0"
        m="8px 0"
        listStyleType="none"
        display="grid"
        gridTemplateColumns="repeat(auto-fill, minmax(min(17rem, 100%), 1fr))"
        gap="4px 26px"
      >
        {(order.length > 0 ? order : seen).slice(0, only.length > 0 ? undefined : SHOWN).map((one) => (
          <Shown key={one.lure.id} one={one} depth={depthText} />
        ))}
      </Box>
      {only.length === 0 && seen.length > SHOWN && <Quiet>{text.shade.more(seen.length - SHOWN)}</Quiet>}
    </Box>
  )
}

interface How {
  readonly depthM: number
  readonly light: LightName
  readonly against: Seen['against']
}

/** How deep, in what light, and before what the lures are seen. */
function HowSeen({ depthM, light, against, onChange }: How & { readonly onChange: (part: Partial<How>) => void }) {
  const units = useUnits()
  const depthText = quantity(depthM, null, 'm', units.depth)
  return (
    <Flex gap="12px 18px" wrap="wrap" mt="8px" align="end" className="no-print">
      <Box flex="1 1 220px" maxW="360px">
        <Label htmlFor="shade-depth">
          {text.shade.depth}: {depthText}
        </Label>
        <input
          id="shade-depth"
          type="range"
          min={0}
          max={DEEPEST_M}
          step={STEP_M}
          value={depthM}
          aria-valuetext={depthText}
          style={{ width: '100%', minHeight: 40, accentColor: ink.float }}
          onChange={({ target }) => onChange({ depthM: Number(target.value) })}
        />
      </Box>
      <Chosen
        id="shade-light"
        label={text.shade.light}
        value={light}
        options={Object.keys(LIGHTS) as LightName[]}
        said={text.shade.lights}
        onChange={(chosen) => onChange({ light: chosen })}
      />
      <Chosen
        id="shade-against"
        label={text.shade.against}
        value={against}
        options={BACKGROUNDS}
        said={text.shade.backgrounds}
        onChange={(chosen) => onChange({ against: chosen })}
      />
    </Flex>
  )
}

function BestOfBox({ seen, order, water }: { seen: ShadedLure[]; order: ShadedLure[]; water: Water | undefined }) {
  const [nowMs] = useState(Date.now)
  const month = localParts(nowMs, water?.timeZone ?? deviceZone()).month
  const prey = preyOf([], water, calendarSeason(month, water?.latitude ?? null))
  const names = (some: readonly ShadedLure[]): string[] => some.slice(0, NAMED).map(({ lure }) => lure.name)
  const alike = matching(seen, prey)
  return (
    <Box mt="8px">
      {order.length > 0 && <div>{text.shade.best(names(order))}</div>}
      {prey.length === 0 ? (
        <Quiet>{text.shade.noPrey}</Quiet>
      ) : (
        alike.length > 0 && <div>{text.shade.matching(names(alike), prey)}</div>
      )}
    </Box>
  )
}

function Shown({ one: { lure, below, shade }, depth }: { one: ShadedLure; depth: string }) {
  return (
    <Box as="li" borderTop="1px solid" borderColor="rule" py="6px">
      <b>{lure.name}</b>
      <Flex gap="12px" align="center" wrap="wrap">
        <Box textAlign="center">
          <LureDrawing lure={lure} width={104} decorative />
          <Quiet>{text.shade.inAir}</Quiet>
        </Box>
        <Box textAlign="center">
          <LureDrawing lure={below} width={104} decorative />
          <Quiet>{text.shade.at(depth)}</Quiet>
        </Box>
      </Flex>
      <Quiet>{shade.bass ? text.shade.contrast(shade.bass.green, shade.bass.red) : text.shade.dark}</Quiet>
    </Box>
  )
}

interface ChosenProps<T extends string> {
  readonly id: string
  readonly label: string
  readonly value: T
  readonly options: readonly T[]
  readonly said: Readonly<Record<T, string>>
  readonly onChange: (value: T) => void
}

/** One of the words that say what is meant. */
export function Chosen<T extends string>({ id, label, value, options, said, onChange }: ChosenProps<T>) {
  return (
    <Choice
      id={id}
      label={label}
      value={value}
      options={options.map((one) => [one, said[one]])}
      width="190px"
      onChoose={(one) => one !== '' && onChange(one)}
    />
  )
}
