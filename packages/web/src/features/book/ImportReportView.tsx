import { Box } from '@chakra-ui/react'
import { alikeRemarks } from '@jotbook/contract'
import type { BundleRemark, ImportReport, ImportedName, SameName } from '@jotbook/contract'
import { Quiet, Panel, Table } from '../../ui/controls.tsx'
import { counted } from '../../ui/locale.ts'
import { text } from './text.ts'

const SHOWN = 200

interface ReportProps {
  readonly report: ImportReport
  /** How a place is called; by file, line and column unless told otherwise. */
  readonly placeOf?: (remark: BundleRemark) => string
  /** Names that are not the book's own, though they are spelt like it; none of them may be while the report is no dry run. */
  readonly apart?: ReadonlySet<string> | undefined
  readonly onApart?: (apart: ReadonlySet<string>) => void
}

/** What an import would do or did, and everything it has to say about the rows. */
export function ImportReportView({
  report,
  placeOf = ({ file, line, column }) => text.report.place(file, line, column),
  apart,
  onApart,
}: ReportProps) {
  const { faults, looseEnds, remarks, created, changed, unchanged, kept, createdByKind, newNames, sameNames, applied } =
    report
  const sums = (applied ? text.report.did : text.report.would)(created, changed, unchanged)
  const kinds = Object.entries(createdByKind).map(([kind, count]) => counted(count, text.report.kind[kind] ?? kind))
  return (
    <Panel mt="12px" role="status" data-testid="import-report">
      <strong>
        {faults.length > 0 ? text.report.faults(faults.length) : `${sums}${kept > 0 ? text.report.kept(kept) : ''}.`}
      </strong>
      {kinds.length > 0 && <div>{text.report.kinds(kinds)}</div>}
      {(['water', 'lure', 'person'] as const).map((kind) => (
        <NewNames key={kind} kind={kind} names={newNames.filter((name) => name.kind === kind)} />
      ))}
      {apart && onApart && !applied && <SameNames names={sameNames} apart={apart} onApart={onApart} />}
      <Remarks title={text.report.lists.faults} list={faults} placeOf={placeOf} />
      <Remarks title={text.report.lists.looseEnds} list={looseEnds} placeOf={placeOf} />
      <Remarks title={text.report.lists.remarks} list={remarks} placeOf={placeOf} />
    </Panel>
  )
}

function NewNames({ kind, names }: { kind: ImportedName['kind']; names: readonly ImportedName[] }) {
  if (names.length === 0) return null
  return (
    <div>
      <Quiet>{text.report.newNames[kind]}:</Quiet> {names.map(({ name }) => name).join(' · ')}
    </div>
  )
}

interface SameNamesProps {
  readonly names: readonly SameName[]
  readonly apart: ReadonlySet<string>
  readonly onApart: (apart: ReadonlySet<string>) => void
}

function SameNames({ names, apart, onApart }: SameNamesProps) {
  if (names.length === 0) return null
  const toggle = (key: string, same: boolean): void =>
    onApart(new Set(same ? [...apart].filter((one) => one !== key) : [...apart, key]))
  return (
    <Box as="fieldset" mt="8px">
      <legend>
        <strong>{text.report.same.title}</strong>
      </legend>
      <Quiet>{text.report.same.note}</Quiet>
      {names.map(({ kind, foreignId, name, heldName }) => {
        const key = `${kind} ${foreignId}`
        return (
          <Box as="label" key={key} display="flex" alignItems="center" gap="10px" minH="44px">
            <input
              type="checkbox"
              checked={!apart.has(key)}
              onChange={({ target }) => toggle(key, target.checked)}
              style={{ width: 20, height: 20 }}
            />
            {text.report.same.one(name, heldName)}
          </Box>
        )
      })}
    </Box>
  )
}

function Remarks({
  title,
  list,
  placeOf,
}: {
  title: string
  list: readonly BundleRemark[]
  placeOf: (remark: BundleRemark) => string
}) {
  if (list.length === 0) return null
  return (
    <Box mt="8px">
      <Quiet>{title}</Quiet>
      <AlikeTable list={list} placeOf={placeOf} />
    </Box>
  )
}

interface AlikeTableProps<R> {
  readonly list: readonly R[]
  readonly placeOf: (remark: R) => string
}

/** Remarks, equal ones once with how often and some of their places. */
export function AlikeTable<R extends { readonly message: string; readonly column?: string; readonly file?: string }>({
  list,
  placeOf,
}: AlikeTableProps<R>) {
  const alike = alikeRemarks(list)
  return (
    <>
      <Table>
        <tbody>
          {alike.slice(0, SHOWN).map(({ count, message, examples }, i) => (
            <tr key={i}>
              <td>
                {count === 1
                  ? examples.map(placeOf)
                  : text.report.alike(
                      count,
                      [...examples.map(placeOf), ...(count > examples.length ? ['…'] : [])].join(' · '),
                    )}
              </td>
              <td>{message}</td>
            </tr>
          ))}
        </tbody>
      </Table>
      {alike.length > SHOWN && <Quiet>{text.report.more(alike.length - SHOWN)}</Quiet>}
    </>
  )
}
