import { useState } from 'react'
import { useLocation, useNavigate } from 'react-router'
import { routes } from '@jotbook/contract'
import type { Joined, ProblemDetails } from '@jotbook/contract'
import { api } from '../../state/api.ts'
import { bookOpened } from '../../state/session.ts'
import { useAppDispatch } from '../../state/store.ts'
import { sendJson } from '../../offline/index.ts'
import { Button, Field, Label, Page, Quiet, Title } from '../../ui/controls.tsx'
import { ProblemNote } from '../../ui/ProblemNote.tsx'
import { deviceName } from './deviceName.ts'
import { problemOf } from './problemOf.ts'
import { text } from './text.ts'

/** Where a scanned code leads: one press, and the device is aboard. */
export function JoinPage() {
  const code = useLocation().hash.slice(1)
  const [name, setName] = useState('')
  const [device, setDevice] = useState(deviceName)
  const [problem, setProblem] = useState<ProblemDetails>()
  const dispatch = useAppDispatch()
  const navigate = useNavigate()
  const join = async (): Promise<void> => {
    try {
      const { book } = await sendJson<Joined>('POST', routes.claim, { code, name: name.trim() || device, device })
      await dispatch(api.endpoints.session.initiate(undefined, { forceRefetch: true }))
      if (book) dispatch(bookOpened(book))
      await navigate('/today', { replace: true })
    } catch (error) {
      setProblem(problemOf(error))
    }
  }
  return (
    <Page maxW="460px">
      <Quiet>{text.name}</Quiet>
      <Title>{text.join.title}</Title>
      <p>{code === '' ? text.join.noCode : text.join.note}</p>
      <form
        onSubmit={(event) => {
          event.preventDefault()
          void join()
        }}
      >
        <Label htmlFor="join-name" mt="18px">
          {text.join.name}
        </Label>
        <Field
          id="join-name"
          autoComplete="name"
          value={name}
          maxLength={80}
          onChange={({ target }) => setName(target.value)}
          minH="48px"
        />
        <Quiet>{text.join.nameNote}</Quiet>
        <Label htmlFor="join-device" mt="14px">
          {text.join.device}
        </Label>
        <Field
          id="join-device"
          value={device}
          maxLength={80}
          onChange={({ target }) => setDevice(target.value)}
          minH="48px"
        />
        <ProblemNote problem={problem} />
        <Button type="submit" look="main" mt="18px" minH="56px" w="100%" fontSize="large" disabled={code === ''}>
          {text.join.go}
        </Button>
      </form>
    </Page>
  )
}
