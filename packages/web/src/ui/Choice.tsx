import { Box } from '@chakra-ui/react'
import type { ComponentProps, ReactNode } from 'react'
import { Label, Select } from './controls.tsx'

interface ChoiceProps<Value extends string> {
  readonly id: string
  readonly label: string
  readonly value: Value | ''
  /** What the list offers, beside `none`. */
  readonly options: readonly (readonly [value: Value, shown: string])[]
  /** The word for nothing chosen; without one something always is. */
  readonly none?: string | undefined
  readonly width: ComponentProps<typeof Box>['w']
  readonly invalid?: boolean
  readonly onChoose: (value: Value | '') => void
  /** Below the list. */
  readonly children?: ReactNode
}

/** One of a list, under its label. */
export function Choice<Value extends string>(props: ChoiceProps<Value>) {
  const { id, label, value, options, none, width, invalid, onChoose, children } = props
  return (
    <Box w={width}>
      <Label htmlFor={id}>{label}</Label>
      <Select
        id={id}
        value={value}
        aria-invalid={invalid}
        onChange={({ target }) => onChoose(target.value as Value | '')}
      >
        {none !== undefined && <option value="">{none}</option>}
        {options.map(([one, shown]) => (
          <option key={one} value={one}>
            {shown}
          </option>
        ))}
      </Select>
      {children}
    </Box>
  )
}
