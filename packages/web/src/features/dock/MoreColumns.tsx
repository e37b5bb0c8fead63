import { Box, Flex } from '@chakra-ui/react'
import { memo, useCallback, useContext, useState } from 'react'
import { fieldsOf } from '@jotbook/core'
import type { FieldSpec, UnitPreferences } from '@jotbook/core'
import { fieldLabel } from '@jotbook/contract'
import { dockColumnsChosen } from '../../state/preferences.ts'
import { allSetups } from '../../state/records.ts'
import { useAppDispatch, useAppSelector } from '../../state/store.ts'
import { Button, Chip, Quiet } from '../../ui/controls.tsx'
import { unitLabel } from '../../ui/locale.ts'
import { shownUnit } from '../../ui/recordForm/index.ts'
import { Cell, ChoiceCell } from './Cell.tsx'
import { DockContext } from './dockContext.ts'
import type { Meant } from './meaning.ts'
import { MORE } from './moreColumns.ts'
import type { RowKind } from './moreColumns.ts'
import { cellName } from './readDraft.ts'
import { text } from './text.ts'
import { useMeaningOf } from './useMeaning.ts'

const SECTIONS = { stint: 'stints', strike: 'strikes', reading: 'readings' } as const
const YES_NO = ['yes', 'no'] as const

/** The chosen columns of a kind of row, in the order they are offered. */
export function useMoreColumns(kind: RowKind): readonly string[] {
  const chosen = useAppSelector(({ preferences }) => preferences.dock[kind])
  return MORE[kind].filter((field) => chosen.includes(field))
}

/** Which further columns these rows have: chosen once, kept on this device. */
export function ColumnChoice({ kind }: { kind: RowKind }) {
  const [open, setOpen] = useState(false)
  const dispatch = useAppDispatch()
  const chosen = useMoreColumns(kind)
  const toggle = (field: string): void => {
    const columns = chosen.includes(field) ? chosen.filter((one) => one !== field) : [...chosen, field]
    dispatch(dockColumnsChosen({ [kind]: columns }))
  }
  return (
    // A press here must not leave the cell first: the message that may appear beside it would move the word away.
    <Box onMouseDown={(event) => event.preventDefault()}>
      <Button look="bare" minH="32px" fontSize="small" aria-expanded={open} onClick={() => setOpen(!open)}>
        {text.more.open(chosen.length)}
      </Button>
      {open && (
        <Flex gap="6px" wrap="wrap" role="group" aria-label={text.more.choose(text.more.rows[kind])} pb="8px">
          {MORE[kind].map((field) => (
            <Chip key={field} type="button" aria-pressed={chosen.includes(field)} onClick={() => toggle(field)}>
              {fieldLabel(field)}
            </Chip>
          ))}
        </Flex>
      )}
      {chosen.length > 0 && <Quiet>{text.more.ditto}</Quiet>}
      {chosen.map((field) => (
        <Completion key={field} kind={kind} field={field} />
      ))}
    </Box>
  )
}

const listId = (kind: RowKind, field: string): string => `dock-${kind}-${field}`

/** The trade's words for a column, offered while it is typed. */
function Completion({ kind, field }: { kind: RowKind; field: string }) {
  const spec = fieldsOf(kind)[field]
  return spec?.type === 'word' || spec?.type === 'words' ? (
    <datalist id={listId(kind, field)}>
      {spec.words.map((word) => (
        <option key={word} value={word} />
      ))}
    </datalist>
  ) : null
}

interface MoreCellsProps {
  readonly kind: RowKind
  readonly id: string
  readonly n: number
  readonly spots: Named
}
type Named = readonly { readonly id: string; readonly name: string }[]

/** A row's cells in the chosen columns, below its own. */
export const MoreCells = memo(function MoreCells({ kind, id, n, spots }: MoreCellsProps) {
  const { units } = useContext(DockContext)
  const setups = useAppSelector(allSetups)
  const chosen = useMoreColumns(kind)
  // A cell that must be fixed stands there, whatever was chosen since.
  const wrong = useMeaningOf(
    useCallback(
      ({ read: { problems } }: Meant) => MORE[kind].filter((field) => cellName(kind, id, field) in problems),
      [kind, id],
    ),
  )
  const columns = MORE[kind].filter((field) => chosen.includes(field) || wrong.includes(field))
  if (columns.length === 0) return null
  return (
    <Flex gap="4px 10px" wrap="wrap" pb="6px" pl={{ base: 0, md: '14px' }}>
      {columns.map((field) => {
        const spec = fieldsOf(kind)[field]
        const shared = {
          cell: cellName(kind, id, field),
          path: `${SECTIONS[kind]}.${n}.${field}`,
          label: spec ? labelOf(field, spec, units) : field,
        }
        return (
          <Box key={field} w="136px">
            <Box fontSize="small" color="quiet" lineHeight="1.2" truncate aria-hidden>
              {shared.label.toLowerCase()}
            </Box>
            {spec?.type === 'ref' ? (
              <ChoiceCell {...shared} empty="" words={spec.to === 'spot' ? spots : setups} />
            ) : spec?.type === 'flag' ? (
              <ChoiceCell {...shared} empty="" words={YES_NO} />
            ) : (
              <Cell
                {...shared}
                placeholder=""
                numeric={spec?.type === 'number' || spec?.type === 'quantity'}
                {...(spec?.type === 'word' || spec?.type === 'words' ? { list: listId(kind, field) } : {})}
              />
            )}
          </Box>
        )
      })}
    </Flex>
  )
})

const labelOf = (field: string, spec: FieldSpec, units: UnitPreferences): string =>
  spec.type === 'quantity' ? `${fieldLabel(field)}, ${unitLabel(shownUnit(field, spec, units))}` : fieldLabel(field)
