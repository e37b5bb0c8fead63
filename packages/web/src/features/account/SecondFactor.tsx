import { Box, Flex } from '@chakra-ui/react'
import { useForm } from 'react-hook-form'
import type { SecondFactor as Setup } from '@jotbook/contract'
import { refusalOf } from '../../state/api.ts'
import {
  useBeginSecondFactorMutation,
  useConfirmSecondFactorMutation,
  useTurnOffSecondFactorMutation,
} from './accountApi.ts'
import { Button, Field, Label, Quiet } from '../../ui/controls.tsx'
import { ProblemNote } from '../../ui/ProblemNote.tsx'
import { QrCode } from './QrCode.tsx'
import { text } from './text.ts'

const words = text.secondFactor

/** Codes of an authenticator app, on top of the password. */
export function SecondFactor({ on }: { on: boolean }) {
  const [begin, beginning] = useBeginSecondFactorMutation()
  const [confirm, confirming] = useConfirmSecondFactorMutation()
  const [turnOff, turningOff] = useTurnOffSecondFactorMutation()
  const recovery = confirming.data?.recoveryCodes
  return (
    <Box mt="14px">
      <strong>{words.title}</strong> <Quiet>{on ? words.on : words.off}</Quiet>
      {recovery && (
        <Box bg="sheet" p="12px 16px" mt="8px" role="status">
          <p>{words.recovery}</p>
          <code>{recovery.join('  ')}</code>
        </Box>
      )}
      {beginning.data ? (
        <Confirm
          setup={beginning.data}
          onCode={(code) => confirm({ code }).then(({ data }) => data && beginning.reset())}
        />
      ) : (
        <Switch
          on={on}
          onPassword={(current) => {
            // What was shown once is not shown for the next secret.
            confirming.reset()
            return on ? turnOff({ current }) : begin({ current })
          }}
        />
      )}
      <ProblemNote problem={refusalOf(confirming.error ?? (on ? turningOff.error : beginning.error))} />
    </Box>
  )
}

/** The code that an app shows once it has the secret. */
function Confirm({ setup, onCode }: { setup: Setup; onCode: (code: string) => Promise<unknown> }) {
  const { register, handleSubmit } = useForm({ defaultValues: { code: '' } })
  const go = handleSubmit(async ({ code }) => void (await onCode(code)))
  return (
    <form onSubmit={(event) => void go(event)}>
      <p>{words.scan}</p>
      <QrCode value={setup.url} label={words.scan} />
      <p>
        {words.orType} <code>{setup.secret}</code>
      </p>
      <Flex gap="12px" wrap="wrap" align="end">
        <Box w="200px">
          <Label htmlFor="second-code">{words.code}</Label>
          <Field id="second-code" inputMode="numeric" autoComplete="one-time-code" {...register('code')} />
        </Box>
        <Button type="submit">{words.confirm}</Button>
      </Flex>
    </form>
  )
}

function Switch({ on, onPassword }: { on: boolean; onPassword: (current: string) => Promise<unknown> }) {
  const { register, handleSubmit, reset } = useForm({ defaultValues: { current: '' } })
  const go = handleSubmit(async ({ current }) => {
    await onPassword(current)
    reset()
  })
  return (
    <form onSubmit={(event) => void go(event)}>
      <Flex gap="12px" wrap="wrap" align="end" mt="4px">
        <Box w="200px">
          <Label htmlFor="second-current">{text.members.current}</Label>
          <Field id="second-current" type="password" autoComplete="current-password" {...register('current')} />
        </Box>
        <Button type="submit">{on ? words.turnOff : words.turnOn}</Button>
      </Flex>
    </form>
  )
}
