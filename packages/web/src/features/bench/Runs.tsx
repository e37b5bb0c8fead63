import { Box } from '@chakra-ui/react'
import { fromSi } from '@jotbook/core'
import { RATED_LINE, runningDepth } from '@jotbook/core/bench'
import { useAnalysis } from '../../state/useAnalysis.ts'
import { useUnits } from '../../state/useBook.ts'
import { allLures } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { Heading, Quiet, Table } from '../../ui/controls.tsx'
import { decimals, unitLabel } from '../../ui/locale.ts'
import { ink } from '../../ui/theme.ts'
import { text } from './text.ts'

const LINES_LB = [8, 10, 12, 15, 20] as const
/** Classes that are taken down by their bill. */
const DIVES = /crank|plug|jerkbait|squarebill/

/** Running depth of each diver by line. */
export function Runs() {
  const lures = useAppSelector(allLures)
  const { value: seen } = useAnalysis('runsAndFalls', [])
  const units = useUnits()
  const divers = lures.filter((lure) => DIVES.test(lure.class) && typeof (lure.runsToM ?? lure.runsFromM) === 'number')
  // The unit stands once, over the table: in every cell it would be as wide as the figures.
  const inUnit = (depthM: number): string => decimals(fromSi(depthM, units.depth), 1)
  return (
    <Box as="section" aria-label={text.runs.title} mt="24px">
      <Heading>{text.runs.title}</Heading>
      <Quiet>{divers.length > 0 ? text.runs.note(unitLabel(units.depth)) : text.runs.none}</Quiet>
      {divers.length > 0 && (
        <Table>
          <thead>
            <tr>
              <th>{text.runs.lure}</th>
              <th className="number">{text.runs.said}</th>
              {LINES_LB.map((lb) => (
                <th key={lb} className="number">
                  {text.runs.line(lb)}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {divers.map((lure) => {
              const said = { depthM: lure.runsToM ?? lure.runsFromM ?? 0, line: RATED_LINE }
              const own = seen?.[lure.id]?.running ?? []
              return (
                <tr key={lure.id}>
                  <th scope="row" style={{ textAlign: 'left', borderBottom: `1px solid ${ink.rule}`, color: ink.ink }}>
                    {lure.name}
                    {own.length > 0 && <Quiet display="block">{text.runs.contacts(own.length)}</Quiet>}
                  </th>
                  <td className="number">{inUnit(said.depthM)}</td>
                  {LINES_LB.map((testLb) => (
                    <td key={testLb} className="number">
                      {inUnit(runningDepth(said, { testLb, material: 'monofilament' }, own).depthM)}
                    </td>
                  ))}
                </tr>
              )
            })}
          </tbody>
        </Table>
      )}
      <Quiet>{text.runs.source}</Quiet>
    </Box>
  )
}
