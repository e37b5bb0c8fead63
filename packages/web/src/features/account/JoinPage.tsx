import { useForm } from 'react-hook-form'
import { useLocation, useNavigate } from 'react-router'
import { api, refusalOf } from '../../state/api.ts'
import { useJoinMutation } from './accountApi.ts'
import { bookOpened } from '../../state/session.ts'
import { useAppDispatch } from '../../state/store.ts'
import { Button, Field, Label, Page, Quiet, Title } from '../../ui/controls.tsx'
import { ProblemNote } from '../../ui/ProblemNote.tsx'
import { deviceName } from './deviceName.ts'
import { text } from './text.ts'

/** Where a scanned code leads: one press, and the device is aboard. */
export function JoinPage() {
  const code = useLocation().hash.slice(1)
  const { register, handleSubmit } = useForm({ defaultValues: { name: '', device: deviceName() } })
  const [join, { error }] = useJoinMutation()
  const dispatch = useAppDispatch()
  const navigate = useNavigate()
  const go = handleSubmit(async ({ name, device }) => {
    const { data } = await join({ code, name: name.trim() || device, device })
    if (!data) return
    await dispatch(api.endpoints.session.initiate(undefined, { forceRefetch: true }))
    if (data.book) dispatch(bookOpened(data.book))
    await navigate('/today', { replace: true })
  })
  return (
    <Page maxW="460px">
      <Quiet>{text.name}</Quiet>
      <Title>{text.join.title}</Title>
      <p>{code === '' ? text.join.noCode : text.join.note}</p>
      <form onSubmit={(event) => void go(event)}>
        <Label htmlFor="join-name" mt="18px">
          {text.join.name}
        </Label>
        <Field id="join-name" autoComplete="name" maxLength={80} minH="48px" {...register('name')} />
        <Quiet>{text.join.nameNote}</Quiet>
        <Label htmlFor="join-device" mt="14px">
          {text.join.device}
        </Label>
        <Field id="join-device" maxLength={80} minH="48px" {...register('device')} />
        <ProblemNote problem={refusalOf(error)} />
        <Button type="submit" look="main" mt="18px" minH="56px" w="100%" fontSize="large" disabled={code === ''}>
          {text.join.go}
        </Button>
      </form>
    </Page>
  )
}
