import { Box, Flex } from '@chakra-ui/react'
import { Link } from 'react-router'
import type { Lure } from '@jotbook/core'
import { LureDrawing } from '../../charts/lures/LureDrawing.tsx'
import { Heading, LinkButton, Table } from '../../ui/controls.tsx'
import { calendarDay } from '../../ui/locale.ts'
import { versionsOf } from './bodies.ts'
import { text } from './text.ts'
import { Result, useGroups } from '../board/index.ts'

/** A lure beside its own versions and the other colours of its body. */
export function Versions({ lure, lures }: { lure: Lure; lures: readonly Lure[] }) {
  const groups = useGroups('lure')
  const versions = versionsOf(lure, lures)
  const siblings = lures.filter(
    (one) => lure.body && one.body === lure.body && one.class === lure.class && !versions.includes(one),
  )
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
              <td>
                {one.id === lure.id ? <strong>{one.name}</strong> : <Link to={`/tackle/${one.id}`}>{one.name}</Link>}
              </td>
              <td>
                {one.version ?? text.lure.plainVersion}
                {one.versionFrom ? `, ${text.lure.from(calendarDay(one.versionFrom))}` : ''}
              </td>
              <td>
                <Result groups={groups} id={one.id} withRate />
              </td>
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
