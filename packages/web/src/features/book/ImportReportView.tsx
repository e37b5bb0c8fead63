import { Box } from '@chakra-ui/react'
import type { BundleRemark, ImportReport } from '@jotbook/contract'
import { Quiet, Table } from '../../ui/controls.tsx'
import { text } from './text.ts'

const SHOWN = 200

interface ReportProps {
  readonly report: ImportReport
  /** How a place is called; by file, line and column unless told otherwise. */
  readonly placeOf?: (remark: BundleRemark) => string
}

/** What an import would do or did, and everything it has to say about the rows. */
export function ImportReportView({ report, placeOf = ({ file, line, column }) => text.report.place(file, line, column) }: ReportProps) {
  const { faults, looseEnds, remarks, created, changed, unchanged, kept, applied } = report
  const sums = (applied ? text.report.did : text.report.would)(created, changed, unchanged)
  return (
    <Box bg="sheet" borderTop="1.5px solid" borderColor="ink" mt="12px" p="12px 16px" role="status" data-testid="import-report">
      <strong>{faults.length > 0 ? text.report.faults(faults.length) : `${sums}${kept > 0 ? text.report.kept(kept) : ''}.`}</strong>
      <Remarks title={text.report.lists.faults} list={faults} placeOf={placeOf} />
      <Remarks title={text.report.lists.looseEnds} list={looseEnds} placeOf={placeOf} />
      <Remarks title={text.report.lists.remarks} list={remarks} placeOf={placeOf} />
    </Box>
  )
}

function Remarks({ title, list, placeOf }: { title: string; list: readonly BundleRemark[]; placeOf: (remark: BundleRemark) => string }) {
  if (list.length === 0) return null
  return (
    <Box mt="8px">
      <Quiet>{title}</Quiet>
      <Table>
        <tbody>
          {list.slice(0, SHOWN).map((remark, i) => (
            <tr key={i}>
              <td style={{ whiteSpace: 'nowrap' }}>{placeOf(remark)}</td>
              <td>{remark.message}</td>
            </tr>
          ))}
        </tbody>
      </Table>
      {list.length > SHOWN && <Quiet>{text.report.more(list.length - SHOWN)}</Quiet>}
    </Box>
  )
}
