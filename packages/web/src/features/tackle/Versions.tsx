import { Box, Flex } from '@chakra-ui/react'
import { Link } from 'react-router'
import type { Lure } from '@jotbook/core'
import { LureDrawing } from '../../charts/lures/LureDrawing.tsx'
import { Heading, LinkButton, Table } from '../../ui/controls.tsx'
import { calendarDay } from '../../ui/locale.ts'
import { versionsOf } from './bodies.ts'
import { text } from './text.ts'
import { useDone } from './useDone.ts'

/** A lure beside its own versions and the other colours of its body. */
export function Versions({ lure, lures }: { lure: Lure; lures: readonly Lure[] }) {
  const done = useDone()
  const versions = versionsOf(lure, lures)
  const siblings = lures.filter((one) => lure.body && one.body === lure.body && one.class === lure.class && !versions.includes(one))
  const line = (one: Lure): string => {
    const row = done.get(one.id)
    return text.done(row?.strikes ?? 0, row?.hours ?? 0) + (row && row.hours > 0 ? ` · ${text.perHour(row.rate)}` : '')
  }
  return (
    <Box as="section" aria-label={text.lure.siblings} mt="26px">
      <Heading>{text.lure.siblings}</Heading>
      <Table>
        <tbody>
          {[...versions, ...siblings].map((one) => (
            <tr key={one.id}>
              <td style={{ width: 110 }}>
                <LureDrawing lure={one} width={96} decorative />
              </td>
              <td>{one.id === lure.id ? <strong>{one.name}</strong> : <Link to={`/tackle/${one.id}`}>{one.name}</Link>}</td>
              <td>
                {one.version ?? text.lure.plainVersion}
                {one.versionFrom ? `, ${text.lure.from(calendarDay(one.versionFrom))}` : ''}
              </td>
              <td>{line(one)}</td>
            </tr>
          ))}
        </tbody>
      </Table>
      <Flex gap="10px" mt="10px" wrap="wrap" className="no-print">
        <LinkButton to={`/tackle/new?like=${lure.id}&as=version`}>{text.lure.newVersion}</LinkButton>
        <LinkButton to={`/tackle/new?like=${lure.id}&as=colour`}>{text.lure.newColour}</LinkButton>
      </Flex>
    </Box>
  )
}
