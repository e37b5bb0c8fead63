import { useState } from 'react'
import { useNavigate } from 'react-router'
import { Problem, routes } from '@jotbook/contract'
import type { ProblemDetails } from '@jotbook/contract'
import { api } from '../../state/api.ts'
import { useAppDispatch, useAppSelector } from '../../state/store.ts'
import { sendNothingBack } from '../../offline/index.ts'
import { Button, Field, Label, Page, Quiet, Title } from '../../ui/controls.tsx'
import { ProblemNote } from '../../ui/ProblemNote.tsx'
import { deviceName } from './deviceName.ts'
import { problemOf } from './problemOf.ts'
import { text } from './text.ts'

/** The door of a book that is open to a network. */
export function SignInPage() {
  const [name, setName] = useState('')
  const [password, setPassword] = useState('')
  const [code, setCode] = useState('')
  const [problem, setProblem] = useState<ProblemDetails>()
  const [asksCode, setAsksCode] = useState(false)
  const waiting = useAppSelector(({ records }) => records.waiting)
  const dispatch = useAppDispatch()
  const navigate = useNavigate()
  const signIn = async (): Promise<void> => {
    try {
      await sendNothingBack('POST', routes.signIn, {
        name,
        password,
        device: deviceName(),
        ...(asksCode ? { code } : {}),
      })
    } catch (error) {
      if (error instanceof Problem && error.code === 'second-factor') setAsksCode(true)
      return setProblem(problemOf(error))
    }
    dispatch(api.util.invalidateTags(['Session']))
    await navigate('/today')
  }
  return (
    <Page maxW="460px">
      <Quiet>{text.name}</Quiet>
      <Title>{text.signIn.title}</Title>
      {waiting > 0 && <p>{text.signIn.kept(waiting)}</p>}
      <form
        onSubmit={(event) => {
          event.preventDefault()
          void signIn()
        }}
      >
        <Label htmlFor="sign-in-name" mt="18px">
          {text.signIn.name}
        </Label>
        <Field
          id="sign-in-name"
          autoComplete="username"
          autoFocus
          value={name}
          onChange={({ target }) => setName(target.value)}
          minH="48px"
        />
        <Label htmlFor="sign-in-password" mt="14px">
          {text.signIn.password}
        </Label>
        <Field
          id="sign-in-password"
          type="password"
          autoComplete="current-password"
          value={password}
          onChange={({ target }) => setPassword(target.value)}
          minH="48px"
        />
        {asksCode && (
          <>
            <Label htmlFor="sign-in-code" mt="14px">
              {text.signIn.code}
            </Label>
            <Field
              id="sign-in-code"
              autoComplete="one-time-code"
              autoFocus
              value={code}
              onChange={({ target }) => setCode(target.value)}
              minH="48px"
            />
            <Quiet>{text.signIn.codeNote}</Quiet>
          </>
        )}
        <ProblemNote problem={problem} />
        <Button type="submit" look="main" mt="18px" minH="56px" w="100%" fontSize="large">
          {text.signIn.go}
        </Button>
      </form>
      <Quiet display="block" mt="18px">
        {text.signIn.pair}
      </Quiet>
    </Page>
  )
}
