import { Box, Flex } from '@chakra-ui/react'
import { useLiveQuery } from 'dexie-react-hooks'
import type { Id, RecordOf } from '@jotbook/core'
import { refusalOf, useSessionQuery } from '../../state/api.ts'
import { useDevicesQuery, usePairingMutation, useRevokeDeviceMutation } from './accountApi.ts'
import { deleted, deletionOf, useSave } from '../../state/useSave.ts'
import { recordsOf } from '../../offline/index.ts'
import { Button, Heading, Quiet } from '../../ui/controls.tsx'
import { moment } from '../../ui/locale.ts'
import { ProblemNote } from '../../ui/ProblemNote.tsx'
import { AccessLog } from './AccessLog.tsx'
import { ChooseSignIn } from './ChooseSignIn.tsx'
import { QrCode } from './QrCode.tsx'
import { SecondFactor } from './SecondFactor.tsx'
import { SignOut } from './SignOut.tsx'
import { text } from './text.ts'

/** Who may open the book, and on what: members, paired devices, and the codes that add to them. */
export function MembersAndDevices({ book, owner }: { book: Id<'book'>; owner: boolean }) {
  const { data: session } = useSessionQuery()
  const network = session?.mode === 'network'
  const members = useLiveQuery(() => recordsOf(book, 'member'), [book]) ?? []
  return (
    <Box as="section" aria-label={text.members.title} mt="26px">
      <Heading>{text.members.title}</Heading>
      <Members owner={owner} members={members} />
      {network ? <Devices book={book} owner={owner} /> : <p>{text.members.local}</p>}
      {session && <ChooseSignIn signInName={session.signInName} />}
      {session && network && <SecondFactor on={session.secondFactor} />}
      {owner && <AccessLog book={book} members={members} />}
      {network && <SignOut />}
    </Box>
  )
}

function Members({ owner, members }: { owner: boolean; members: readonly RecordOf<'member'>[] }) {
  const save = useSave()
  return (
    <ul>
      {members.map(({ id, name, role }) => (
        <Flex as="li" key={id} align="center" gap="12px" py="4px" borderBottom="1px solid" borderColor="rule">
          <Box flex="1">
            {name} <Quiet>{role}</Quiet>
          </Box>
          {owner && role !== 'owner' && (
            <Button look="bare" onClick={() => void save(deleted(name), [deletionOf('member', id)])}>
              {text.members.takeOut(name)}
            </Button>
          )}
        </Flex>
      ))}
    </ul>
  )
}

function Devices({ book, owner }: { book: Id<'book'>; owner: boolean }) {
  const devices = useDevicesQuery()
  const [revoke, revoking] = useRevokeDeviceMutation()
  const [pair, { data: pairing, error }] = usePairingMutation()
  const ask = (whom: 'me' | 'crew' | 'viewer'): void => void pair({ book, whom })
  const problem = refusalOf(error ?? revoking.error ?? devices.error)
  return (
    <Box mt="14px">
      <strong>{text.members.devices}</strong>
      <ul>
        {devices.data?.map(({ id, name, seenAt, thisOne }) => (
          <Flex as="li" key={id} align="center" gap="12px" py="4px" borderBottom="1px solid" borderColor="rule">
            <Box flex="1">
              {name} <Quiet>{thisOne ? text.members.thisOne : text.members.seen(moment(Date.parse(seenAt)))}</Quiet>
            </Box>
            {!thisOne && (
              <Button look="bare" onClick={() => void revoke(id)}>
                {text.members.revoke(name)}
              </Button>
            )}
          </Flex>
        ))}
      </ul>
      <Flex gap="10px" wrap="wrap" mt="12px">
        <Button onClick={() => ask('me')}>{text.members.another}</Button>
        {owner && (
          <>
            <Button onClick={() => ask('crew')}>{text.members.crew}</Button>
            <Button onClick={() => ask('viewer')}>{text.members.viewer}</Button>
          </>
        )}
      </Flex>
      {owner && <Quiet>{text.members.crewNote}</Quiet>}
      <ProblemNote problem={problem} />
      {pairing && (
        <Box mt="14px">
          <p>{text.members.scan}</p>
          <QrCode value={pairing.url} label={text.members.scan} />
          <p>
            {text.members.or} <code data-testid="pairing-url">{pairing.url}</code>
          </p>
        </Box>
      )}
    </Box>
  )
}
