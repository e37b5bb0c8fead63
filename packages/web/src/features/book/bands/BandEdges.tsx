import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { bookBands, hoursBetween } from '@jotbook/core'
import type { AdjustableBand, BandSet, Id } from '@jotbook/core'
import { useAnalysis } from '../../../state/useAnalysis.ts'
import { useMay, useUnits } from '../../../state/useBook.ts'
import { useAppSelector } from '../../../state/store.ts'
import { useSave } from '../../../state/useSave.ts'
import { choiceText, levelText } from '../../board/index.ts'
import { Button, Field, Heading, Label, Quiet } from '../../../ui/controls.tsx'
import { FieldProblem } from '../../../ui/ProblemNote.tsx'
import { edgeUnit, readEdges, writtenEdges } from './edges.ts'
import { HoursInBands } from './HoursInBands.tsx'
import { text } from './text.ts'

interface BandEdgesProps {
  readonly book: Id<'book'>
  readonly band: AdjustableBand
  readonly set: BandSet
}

/** The edges of one band while they are typed: what they part, what is wrong with them, and how they are kept. */
function useEdges({ book, band, set }: BandEdgesProps) {
  const units = useUnits()
  const save = useSave()
  const own = useAppSelector(({ records }) => records.settings?.bands) as
    Readonly<Record<string, readonly number[]>> | undefined
  const unit = edgeUnit(band, units)
  const [written, setWritten] = useState(writtenEdges(set.edges, unit))
  const untouched = written === writtenEdges(set.edges, unit)
  const read = untouched ? { edges: set.edges } : readEdges(written, band, unit, set.labels.length)
  const edges = 'edges' in read ? read.edges : undefined
  const all = bookBands({ [band]: edges ?? set.edges })
  const keep = (next: readonly number[] | undefined): void => {
    const { [band]: _before, ...others } = own ?? {}
    const bands = next ? { ...others, [band]: next } : others
    void save(text.saved(text.names[band]), [{ kind: 'book', id: book, fields: { bands } }])
  }
  return {
    unit: unit.label,
    written,
    setWritten,
    wrong: 'wrong' in read ? read.wrong : undefined,
    shown: all[band],
    labelOf: (label: string): string =>
      band === 'clarity_band' || band === 'wind_band'
        ? choiceText(band, label, units, all)
        : levelText(band, label, {}, units),
    use: edges && !untouched ? () => keep(edges) : undefined,
    forget: own && Object.hasOwn(own, band) ? () => keep(undefined) : undefined,
  }
}

/** One band of the book: its edges to type, and how the hours fall between them as they are typed. */
export function BandEdges(props: BandEdgesProps) {
  const { band } = props
  const { unit, written, setWritten, wrong, shown, labelOf, use, forget } = useEdges(props)
  const { mayChange } = useMay()
  const { value: along, problem } = useAnalysis('along', [band])
  const name = text.names[band]
  const id = `edges-${band}`
  return (
    <Box as="section" aria-label={name} borderTop="1.5px solid" borderColor="ink" pt="6px">
      <Heading>{name}</Heading>
      {along && (
        <HoursInBands
          labels={shown.labels.map(labelOf)}
          hours={hoursBetween(along, shown.edges)}
          unknown={along.hoursUnknown}
        />
      )}
      {problem && <Quiet>{problem.detail}</Quiet>}
      {mayChange('book', 'bands') && (
        <form
          onSubmit={(event) => {
            event.preventDefault()
            use?.()
          }}
        >
          <Label htmlFor={id} mt="8px">
            {text.edges(unit)}
          </Label>
          <Flex gap="8px" wrap="wrap">
            <Field
              id={id}
              flex="1 1 220px"
              w="auto"
              inputMode="decimal"
              aria-invalid={wrong !== undefined}
              aria-describedby={wrong ? `${id}-problem` : undefined}
              value={written}
              onChange={({ target }) => setWritten(target.value)}
            />
            <Button type="submit" disabled={!use}>
              {text.save}
            </Button>
            {forget && (
              <Button look="bare" onClick={forget}>
                {text.usual}
              </Button>
            )}
          </Flex>
          <FieldProblem id={`${id}-problem`} message={wrong} />
        </form>
      )}
    </Box>
  )
}
