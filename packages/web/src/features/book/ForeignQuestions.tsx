import { Box, Flex } from '@chakra-ui/react'
import type { DateOrder, Mapping, RowKind } from '@jotbook/core/formats'
import { Field, Label, Quiet, Select } from '../../ui/controls.tsx'
import { text } from './text.ts'

const ROWS = Object.keys(text.foreign.rows) as RowKind[]

interface ForeignQuestionsProps {
  readonly mapping: Mapping
  readonly orders: readonly DateOrder[]
  readonly preview: readonly (readonly string[])[]
  readonly waters: readonly { readonly id: string; readonly name: string }[]
  readonly water: string
  readonly namespace: string
  readonly onMapping: (change: Partial<Mapping>) => void
  readonly onWater: (water: string) => void
  readonly onNamespace: (name: string) => void
}

/** What the whole file is: what a row stands for, how its dates are read, and where it was. */
export function ForeignQuestions({
  mapping,
  orders,
  preview,
  waters,
  water,
  namespace,
  onMapping,
  onWater,
  onNamespace,
}: ForeignQuestionsProps) {
  const words = text.foreign
  const dateAt = mapping.columns.indexOf('row.date')
  const example = dateAt < 0 ? undefined : preview.map((row) => row[dateAt]?.trim()).find(Boolean)
  return (
    <Flex gap="12px 18px" wrap="wrap" mt="12px" align="start">
      <Box w="270px">
        <Label htmlFor="foreign-row">{words.rowIs}</Label>
        <Select
          id="foreign-row"
          value={mapping.rowIs}
          onChange={({ target }) => onMapping({ rowIs: target.value as RowKind })}
        >
          {ROWS.map((kind) => (
            <option key={kind} value={kind}>
              {words.rows[kind]}
            </option>
          ))}
        </Select>
      </Box>
      {dateAt >= 0 && (
        <Box w="270px">
          <Label htmlFor="foreign-dates">{words.dates}</Label>
          <Select
            id="foreign-dates"
            value={mapping.dateOrder ?? ''}
            aria-invalid={mapping.dateOrder === undefined}
            onChange={({ target }) =>
              onMapping({ dateOrder: target.value === '' ? undefined : (target.value as DateOrder) })
            }
          >
            {orders.length !== 1 && <option value="">{words.mustChoose}</option>}
            {orders.map((order) => (
              <option key={order} value={order}>
                {words.orders[order]}
              </option>
            ))}
          </Select>
          {example !== undefined && <Quiet>{example}</Quiet>}
        </Box>
      )}
      {mapping.rowIs !== 'lure' && (
        <Box w="240px">
          <Label htmlFor="foreign-water">{words.water}</Label>
          <Select id="foreign-water" value={water} onChange={({ target }) => onWater(target.value)}>
            <option value="">{words.noWater}</option>
            {waters.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Select>
        </Box>
      )}
      <Box w="240px">
        <Label htmlFor="foreign-namespace">{words.called}</Label>
        <Field id="foreign-namespace" value={namespace} onChange={({ target }) => onNamespace(target.value)} />
      </Box>
      <Box w="170px">
        <Label htmlFor="foreign-decimal">{words.decimal}</Label>
        <Select
          id="foreign-decimal"
          value={mapping.decimal ?? ''}
          onChange={({ target }) =>
            onMapping({ decimal: target.value === '' ? undefined : (target.value as ',' | '.') })
          }
        >
          <option value="">{words.decimals.any}</option>
          <option value=".">{words.decimals.point}</option>
          <option value=",">{words.decimals.comma}</option>
        </Select>
      </Box>
    </Flex>
  )
}
