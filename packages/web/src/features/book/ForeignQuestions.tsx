import type { Id } from '@jotbook/core'
import { Box, Flex } from '@chakra-ui/react'
import type { DateOrder, Mapping, RowKind } from '@jotbook/core/formats'
import { Choice } from '../../ui/Choice.tsx'
import { Field, Label, Quiet } from '../../ui/controls.tsx'
import { text } from './text.ts'

const ROWS = Object.keys(text.foreign.rows) as RowKind[]

interface ForeignQuestionsProps {
  readonly mapping: Mapping
  readonly orders: readonly DateOrder[]
  readonly preview: readonly (readonly string[])[]
  readonly waters: readonly { readonly id: string; readonly name: string }[]
  readonly water: Id<'water'>
  readonly namespace: string
  readonly onMapping: (change: Partial<Mapping>) => void
  readonly onWater: (water: Id<'water'>) => void
  readonly onNamespace: (name: string) => void
}

/** What the whole file is: what a row stands for, how its dates are read, and where it was. */
export function ForeignQuestions(props: ForeignQuestionsProps) {
  const { mapping, orders, preview, waters, water, namespace, onMapping, onWater, onNamespace } = props
  const words = text.foreign
  const dateAt = mapping.columns.indexOf('row.date')
  const example = dateAt < 0 ? undefined : preview.map((row) => row[dateAt]?.trim()).find(Boolean)
  return (
    <Flex gap="12px 18px" wrap="wrap" mt="12px" align="start">
      <Choice
        id="foreign-row"
        label={words.rowIs}
        value={mapping.rowIs}
        options={ROWS.map((kind) => [kind, words.rows[kind]])}
        width="270px"
        onChoose={(kind) => kind !== '' && onMapping({ rowIs: kind })}
      />
      {dateAt >= 0 && (
        <Choice
          id="foreign-dates"
          label={words.dates}
          value={mapping.dateOrder ?? ''}
          invalid={mapping.dateOrder === undefined}
          none={orders.length === 1 ? undefined : words.mustChoose}
          options={orders.map((order) => [order, words.orders[order]])}
          width="270px"
          onChoose={(order) => onMapping({ dateOrder: order || undefined })}
        >
          {example !== undefined && <Quiet>{example}</Quiet>}
        </Choice>
      )}
      {mapping.rowIs !== 'lure' && (
        <Choice
          id="foreign-water"
          label={words.water}
          value={water}
          none={words.noWater}
          options={waters.map(({ id, name }) => [id, name])}
          width="240px"
          onChoose={onWater}
        />
      )}
      <Box w="240px">
        <Label htmlFor="foreign-namespace">{words.called}</Label>
        <Field id="foreign-namespace" value={namespace} onChange={({ target }) => onNamespace(target.value)} />
      </Box>
      <Choice
        id="foreign-decimal"
        label={words.decimal}
        value={mapping.decimal ?? ''}
        none={words.decimals.any}
        options={[
          ['.', words.decimals.point],
          [',', words.decimals.comma],
        ]}
        width="170px"
        onChoose={(mark) => onMapping({ decimal: mark || undefined })}
      />
    </Flex>
  )
}
