import { useState } from 'react'
import { useForm } from 'react-hook-form'
import { useNavigate } from 'react-router'
import { api, refusalOf } from '../../state/api.ts'
import { useSignInMutation } from './accountApi.ts'
import { useAppDispatch, useAppSelector } from '../../state/store.ts'
import { Button, Field, Label, Page, Quiet, Title } from '../../ui/controls.tsx'
import { ProblemNote } from '../../ui/ProblemNote.tsx'
import { deviceName } from './deviceName.ts'
import { text } from './text.ts'

/** The door of a book that is open to a network. */
export function SignInPage() {
  const { register, handleSubmit } = useForm({ defaultValues: { name: '', password: '', code: '' } })
  const [signIn, { error }] = useSignInMutation()
  const [asksCode, setAsksCode] = useState(false)
  const waiting = useAppSelector(({ records }) => records.waiting)
  const dispatch = useAppDispatch()
  const navigate = useNavigate()
  const go = handleSubmit(async ({ name, password, code }) => {
    const answer = await signIn({ name, password, device: deviceName(), ...(asksCode ? { code } : {}) })
    if (answer.error) return setAsksCode(asksCode || refusalOf(answer.error)?.type === '/problems/second-factor')
    dispatch(api.util.invalidateTags(['Session']))
    await navigate('/today')
  })
  return (
    <Page maxW="460px">
      <Quiet>{text.name}</Quiet>
      <Title>{text.signIn.title}</Title>
      {waiting > 0 && <p>{text.signIn.kept(waiting)}</p>}
      <form onSubmit={(event) => void go(event)}>
        <Label htmlFor="sign-in-name" mt="18px">
          {text.signIn.name}
        </Label>
        <Field id="sign-in-name" autoComplete="username" autoFocus minH="48px" {...register('name')} />
        <Label htmlFor="sign-in-password" mt="14px">
          {text.signIn.password}
        </Label>
        <Field
          id="sign-in-password"
          type="password"
          autoComplete="current-password"
          minH="48px"
          {...register('password')}
        />
        {asksCode && (
          <>
            <Label htmlFor="sign-in-code" mt="14px">
              {text.signIn.code}
            </Label>
            <Field id="sign-in-code" autoComplete="one-time-code" autoFocus minH="48px" {...register('code')} />
            <Quiet>{text.signIn.codeNote}</Quiet>
          </>
        )}
        <ProblemNote problem={refusalOf(error)} />
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
