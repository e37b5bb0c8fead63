import { Box, Flex, chakra } from '@chakra-ui/react'
import { X } from 'lucide-react'
import { useContext, useEffect, useState } from 'react'
import { useFieldArray } from 'react-hook-form'
import { OUTCOMES, unitLabel } from '@jotbook/core'
import { commit, newId } from '../../offline/index.ts'
import { LureFields, newLure, readLure } from '../tackle/index.ts'
import type { LureDraft } from '../tackle/index.ts'
import { Button, Heading, Quiet } from '../../ui/controls.tsx'
import { Beside, Cell, ChoiceCell } from './Cell.tsx'
import { LureCell } from './LureCell.tsx'
import { DockContext, focusCell } from './dockContext.ts'
import { emptyReading, emptyStint, emptyStrike, isBlank } from './draft.ts'
import type { DockDraft } from './draft.ts'
import { cellName } from './readDraft.ts'

const Grid = chakra('div', { base: { display: 'grid', gap: '6px 10px', alignItems: 'start', py: '3px' } })

type Section = 'stints' | 'strikes' | 'readings'
const EMPTY = { stints: emptyStint, strikes: emptyStrike, readings: emptyReading } as const

/** Rows of one section, always with a blank one at the end to type into. */
function useRows<S extends Section>(name: S): { fields: readonly { id: string; key: string }[]; rows: DockDraft[S]; remove: (row: number) => void } {
  const { form } = useContext(DockContext)
  const { fields, append, remove } = useFieldArray<DockDraft, Section, 'key'>({ control: form.control, name, keyName: 'key' })
  const rows = form.watch(name) as DockDraft[S]
  const last: DockDraft[Section][number] | undefined = rows.at(-1)
  // The form keeps its rows in place: whether one is wanted is told by what stands in the last, not by its identity.
  const wanted = !last || !isBlank(last)
  useEffect(() => {
    if (wanted) append(EMPTY[name](newId()), { shouldFocus: false })
  }, [wanted, rows.length, append, name])
  return { fields: fields, rows, remove }
}

/** Enter goes to the first cell of the next row. */
function onEnter(next: string | undefined) {
  return (event: React.KeyboardEvent): void => {
    if (event.key !== 'Enter' || event.defaultPrevented || !(event.target instanceof HTMLInputElement || event.target instanceof HTMLSelectElement)) return
    event.preventDefault()
    if (next !== undefined) focusCell(next)
  }
}

function Remove({ what, onClick }: { what: string; onClick: () => void }) {
  return (
    <Button look="bare" aria-label={`Take out this ${what}`} title={`Take out this ${what}`} onClick={onClick} tabIndex={-1}>
      <X size={16} aria-hidden />
    </Button>
  )
}

function Heads({ columns, names }: { columns: string; names: readonly string[] }) {
  return (
    <Grid gridTemplateColumns={columns} display={{ base: 'none', md: 'grid' }} aria-hidden>
      {names.map((name) => (
        <Quiet key={name}>{name}</Quiet>
      ))}
    </Grid>
  )
}

const phoneOr = (columns: string): { base: string; md: string } => ({ base: 'repeat(3, 1fr)', md: columns })

export function StintRows() {
  const { form, read, shownProblems, lures, people, units, book } = useContext(DockContext)
  const { fields, rows, remove } = useRows('stints')
  const [making, setMaking] = useState<{ row: number; draft: LureDraft }>()
  const several = people.length > 1
  const columns = `minmax(220px, 420px) ${several ? '130px ' : ''}110px 110px 110px 40px`
  const take = (row: number, id: string): void => {
    form.setValue(`stints.${row}.lure`, id)
    form.setValue(`stints.${row}.lureText`, '')
    // The list takes the focus back in the frame after it closes; the cell is next.
    const next = cellName('stint', rows[row]?.id ?? '', 'end')
    requestAnimationFrame(() => requestAnimationFrame(() => focusCell(next)))
  }
  const make = async (): Promise<void> => {
    if (!making) return
    const { fields: made, problems } = readLure(making.draft)
    if (Object.keys(problems).length > 0) return
    const id = newId()
    await commit(book, [{ kind: 'lure', id, fields: made }])
    setMaking(undefined)
    take(making.row, id)
  }
  return (
    <Box as="section" aria-label="Stints" mt="22px">
      <Heading>Stints</Heading>
      <Heads columns={columns} names={['lure', ...(several ? ['who'] : []), 'from (last end)', 'to', `lure depth, ${unitLabel(units.depth)}`, '']} />
      {fields.map((field, i) => {
        const id = rows[i]?.id ?? field.id
        const cell = (name: string): string => cellName('stint', id, name)
        const next = rows[i + 1]
        return (
          <Box key={field.key} role="group" aria-label={`Stint ${i + 1}`}>
            <Grid
              gridTemplateColumns={phoneOr(columns)}
              onKeyDown={onEnter(next ? cellName('stint', next.id, 'lure') : cellName('strike', form.getValues('strikes')[0]?.id ?? '', 'time'))}
            >
              <Box gridColumn={{ base: '1 / 4', md: 'auto' }}>
                <LureCell
                  cell={cell('lure')}
                  lures={lures}
                  lure={rows[i]?.lure ?? ''}
                  text={rows[i]?.lureText ?? ''}
                  problem={shownProblems[cell('lure')]}
                  onText={(text) => {
                    form.setValue(`stints.${i}.lure`, '')
                    form.setValue(`stints.${i}.lureText`, text)
                  }}
                  onLure={(lure) => take(i, lure)}
                  onNew={(name) => setMaking({ row: i, draft: newLure(name) })}
                />
                <Beside cell={cell('lure')} problem={shownProblems[cell('lure')]} notice={read.notices[cell('lure')]} />
              </Box>
              {several && <ChoiceCell cell={cell('angler')} path={`stints.${i}.angler`} label="Who" words={people} empty={people[0] ?? ''} />}
              <Cell cell={cell('start')} path={`stints.${i}.start`} label="From" placeholder="last end" />
              <Cell cell={cell('end')} path={`stints.${i}.end`} label="To" placeholder="9:30" />
              <Cell cell={cell('depth')} path={`stints.${i}.depth`} label="Lure depth" numeric />
              {i < fields.length - 1 && <Remove what="stint" onClick={() => remove(i)} />}
            </Grid>
            {making?.row === i && (
              <Box bg="sheet" borderTop="1.5px solid" borderColor="ink" p="12px" my="6px" role="group" aria-label="New lure">
                <LureFields draft={making.draft} problems={readLure(making.draft).problems} onChange={(draft) => setMaking({ row: i, draft })} />
                <Flex gap="8px" mt="10px">
                  <Button onClick={() => void make()}>Make this lure</Button>
                  <Button look="bare" onClick={() => setMaking(undefined)}>
                    Never mind
                  </Button>
                </Flex>
              </Box>
            )}
          </Box>
        )
      })}
    </Box>
  )
}

export function StrikeRows() {
  const { form, people, units } = useContext(DockContext)
  const { fields, rows, remove } = useRows('strikes')
  const several = people.length > 1
  const columns = `110px ${several ? '130px ' : ''}150px 110px 110px minmax(160px, 420px) 40px`
  return (
    <Box as="section" aria-label="Strikes" mt="22px">
      <Heading>Strikes</Heading>
      <Heads
        columns={columns}
        names={[
          'time',
          ...(several ? ['who'] : []),
          'what became of it',
          `length, ${unitLabel(units.length)}`,
          `weight, ${unitLabel(units.weight)}`,
          'note',
          '',
        ]}
      />
      {fields.map((field, i) => {
        const id = rows[i]?.id ?? field.id
        const cell = (name: string): string => cellName('strike', id, name)
        const next = rows[i + 1]
        return (
          <Grid
            key={field.key}
            role="group"
            aria-label={`Strike ${i + 1}`}
            gridTemplateColumns={phoneOr(columns)}
            onKeyDown={onEnter(next ? cellName('strike', next.id, 'time') : cellName('reading', form.getValues('readings')[0]?.id ?? '', 'time'))}
          >
            <Cell cell={cell('time')} path={`strikes.${i}.time`} label="Time" placeholder="9:42" />
            {several && <ChoiceCell cell={cell('angler')} path={`strikes.${i}.angler`} label="Who" words={people} empty="by the hour" />}
            <ChoiceCell cell={cell('outcome')} path={`strikes.${i}.outcome`} label="What became of it" words={OUTCOMES} empty="not yet said" />
            <Cell cell={cell('length')} path={`strikes.${i}.length`} label="Length" numeric />
            <Cell cell={cell('weight')} path={`strikes.${i}.weight`} label="Weight" />
            <Cell cell={cell('note')} path={`strikes.${i}.note`} label="Note" />
            {i < fields.length - 1 && <Remove what="strike" onClick={() => remove(i)} />}
          </Grid>
        )
      })}
    </Box>
  )
}

export function ReadingRows() {
  const { units } = useContext(DockContext)
  const { fields, rows, remove } = useRows('readings')
  const columns = '110px 130px 130px 110px 110px 40px'
  return (
    <Box as="section" aria-label="Readings" mt="22px">
      <Heading>Readings</Heading>
      <Heads
        columns={columns}
        names={[
          'time (the start)',
          `water, ${unitLabel(units.temperature)}`,
          `sight, ${unitLabel(units.visibility)}`,
          'cloud, %',
          `wind, ${unitLabel(units.wind)}`,
          '',
        ]}
      />
      {fields.map((field, i) => {
        const id = rows[i]?.id ?? field.id
        const cell = (name: string): string => cellName('reading', id, name)
        const next = rows[i + 1]
        return (
          <Grid
            key={field.key}
            role="group"
            aria-label={`Reading ${i + 1}`}
            gridTemplateColumns={phoneOr(columns)}
            onKeyDown={onEnter(next ? cellName('reading', next.id, 'time') : undefined)}
          >
            <Cell cell={cell('time')} path={`readings.${i}.time`} label="Time" placeholder="the start" />
            <Cell cell={cell('temp')} path={`readings.${i}.temp`} label="Water temperature" numeric />
            <Cell cell={cell('sight')} path={`readings.${i}.sight`} label="Sight" numeric />
            <Cell cell={cell('cloud')} path={`readings.${i}.cloud`} label="Cloud" numeric />
            <Cell cell={cell('wind')} path={`readings.${i}.wind`} label="Wind" numeric />
            {i < fields.length - 1 && <Remove what="reading" onClick={() => remove(i)} />}
          </Grid>
        )
      })}
    </Box>
  )
}
