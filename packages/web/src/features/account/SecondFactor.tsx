import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { routes } from '@jotbook/contract'
import type { ProblemDetails, RecoveryCodes, SecondFactor as Setup } from '@jotbook/contract'
import { api } from '../../state/api.ts'
import { useAppDispatch } from '../../state/store.ts'
import { sendJson, sendNothingBack } from '../../offline/index.ts'
import { Button, Field, Label, Quiet } from '../../ui/controls.tsx'
import { ProblemNote } from '../../ui/ProblemNote.tsx'
import { problemOf } from './problemOf.ts'
import { QrCode } from './QrCode.tsx'
import { text } from './text.ts'

const words = text.secondFactor

/** Codes of an authenticator app, on top of the password. */
export function SecondFactor({ on }: { on: boolean }) {
  const [current, setCurrent] = useState('')
  const [code, setCode] = useState('')
  const [setup, setSetup] = useState<Setup>()
  const [recovery, setRecovery] = useState<readonly string[]>()
  const [problem, setProblem] = useState<ProblemDetails>()
  const dispatch = useAppDispatch()
  const attempt = async (work: () => Promise<void>): Promise<void> => {
    try {
      await work()
      setProblem(undefined)
    } catch (error) {
      setProblem(problemOf(error))
    }
  }
  const begin = (): Promise<void> =>
    attempt(async () => {
      setSetup(await sendJson<Setup>('POST', routes.secondFactor, { current }))
      setCurrent('')
    })
  const confirm = (): Promise<void> =>
    attempt(async () => {
      setRecovery((await sendJson<RecoveryCodes>('PUT', routes.secondFactor, { code })).recoveryCodes)
      setSetup(undefined)
      dispatch(api.util.invalidateTags(['Session']))
    })
  const turnOff = (): Promise<void> =>
    attempt(async () => {
      await sendNothingBack('POST', routes.secondFactorOff, { current })
      setCurrent('')
      dispatch(api.util.invalidateTags(['Session']))
    })
  return (
    <Box mt="14px">
      <strong>{words.title}</strong> <Quiet>{on ? words.on : words.off}</Quiet>
      {recovery && (
        <Box bg="sheet" p="12px 16px" mt="8px" role="status">
          <p>{words.recovery}</p>
          <code>{recovery.join('  ')}</code>
        </Box>
      )}
      {setup ? (
        <form
          onSubmit={(event) => {
            event.preventDefault()
            void confirm()
          }}
        >
          <p>{words.scan}</p>
          <QrCode value={setup.url} label={words.scan} />
          <p>
            {words.orType} <code>{setup.secret}</code>
          </p>
          <Flex gap="12px" wrap="wrap" align="end">
            <Box w="200px">
              <Label htmlFor="second-code">{words.code}</Label>
              <Field
                id="second-code"
                inputMode="numeric"
                autoComplete="one-time-code"
                value={code}
                onChange={({ target }) => setCode(target.value)}
              />
            </Box>
            <Button type="submit">{words.confirm}</Button>
          </Flex>
        </form>
      ) : (
        <form
          onSubmit={(event) => {
            event.preventDefault()
            void (on ? turnOff() : begin())
          }}
        >
          <Flex gap="12px" wrap="wrap" align="end" mt="4px">
            <Box w="200px">
              <Label htmlFor="second-current">{text.members.current}</Label>
              <Field
                id="second-current"
                type="password"
                autoComplete="current-password"
                value={current}
                onChange={({ target }) => setCurrent(target.value)}
              />
            </Box>
            <Button type="submit">{on ? words.turnOff : words.turnOn}</Button>
          </Flex>
        </form>
      )}
      <ProblemNote problem={problem} />
    </Box>
  )
}
