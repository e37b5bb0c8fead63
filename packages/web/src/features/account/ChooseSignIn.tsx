import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { routes } from '@jotbook/contract'
import type { ProblemDetails } from '@jotbook/contract'
import { api } from '../../state/api.ts'
import { useAppDispatch } from '../../state/store.ts'
import { sendNothingBack } from '../../offline/index.ts'
import { Button, Field, Label, Quiet } from '../../ui/controls.tsx'
import { ProblemNote } from '../../ui/ProblemNote.tsx'
import { problemOf } from './problemOf.ts'
import { text } from './text.ts'

/** The name and password one signs in with from elsewhere. */
export function ChooseSignIn({ signInName }: { signInName: string | null }) {
  const [name, setName] = useState(signInName ?? '')
  const [password, setPassword] = useState('')
  const [current, setCurrent] = useState('')
  const [kept, setKept] = useState(false)
  const [problem, setProblem] = useState<ProblemDetails>()
  const dispatch = useAppDispatch()
  const keep = async (): Promise<void> => {
    try {
      await sendNothingBack('PUT', routes.account, { name, password, current })
      setProblem(undefined)
      setPassword('')
      setCurrent('')
      setKept(true)
      dispatch(api.util.invalidateTags(['Session']))
    } catch (error) {
      setProblem(problemOf(error))
    }
  }
  return (
    <Box mt="14px">
      <strong>{text.members.password}</strong> {signInName && <Quiet>{text.members.signInAs(signInName)}</Quiet>}
      <form
        onSubmit={(event) => {
          event.preventDefault()
          void keep()
        }}
      >
        <Flex gap="12px" wrap="wrap" align="end" mt="4px">
          <Box w="200px">
            <Label htmlFor="account-name">{text.signIn.name}</Label>
            <Field
              id="account-name"
              autoComplete="username"
              value={name}
              onChange={({ target }) => setName(target.value)}
            />
          </Box>
          <Box w="200px">
            <Label htmlFor="account-password">
              {signInName === null ? text.signIn.password : text.members.newPassword}
            </Label>
            <Field
              id="account-password"
              type="password"
              autoComplete="new-password"
              value={password}
              onChange={({ target }) => setPassword(target.value)}
            />
          </Box>
          {signInName !== null && (
            <Box w="200px">
              <Label htmlFor="account-current">{text.members.current}</Label>
              <Field
                id="account-current"
                type="password"
                autoComplete="current-password"
                value={current}
                onChange={({ target }) => setCurrent(target.value)}
              />
            </Box>
          )}
          <Button type="submit">{text.members.keep}</Button>
          <span role="status">{kept && !problem ? text.members.kept : ''}</span>
        </Flex>
      </form>
      <Quiet display="block" mt="4px">
        {text.members.newPasswordNote}
      </Quiet>
      <ProblemNote problem={problem} />
    </Box>
  )
}
