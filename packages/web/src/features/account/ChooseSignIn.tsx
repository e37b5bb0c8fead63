import { Box, Flex } from '@chakra-ui/react'
import { useForm } from 'react-hook-form'
import { refusalOf } from '../../state/api.ts'
import { useChooseSignInMutation } from './accountApi.ts'
import { Button, Field, Label, Quiet } from '../../ui/controls.tsx'
import { ProblemNote } from '../../ui/ProblemNote.tsx'
import { text } from './text.ts'

/** The name and password one signs in with from elsewhere. */
export function ChooseSignIn({ signInName }: { signInName: string | null }) {
  const { register, handleSubmit, reset } = useForm({
    defaultValues: { name: signInName ?? '', password: '', current: '' },
  })
  const [choose, { error, isSuccess }] = useChooseSignInMutation()
  const keep = handleSubmit(async (typed) => {
    const answer = await choose(typed)
    if (!answer.error) reset({ name: typed.name, password: '', current: '' })
  })
  return (
    <Box mt="14px">
      <strong>{text.members.password}</strong> {signInName && <Quiet>{text.members.signInAs(signInName)}</Quiet>}
      <form onSubmit={(event) => void keep(event)}>
        <Flex gap="12px" wrap="wrap" align="end" mt="4px">
          <Box w="200px">
            <Label htmlFor="account-name">{text.signIn.name}</Label>
            <Field id="account-name" autoComplete="username" {...register('name')} />
          </Box>
          <Box w="200px">
            <Label htmlFor="account-password">
              {signInName === null ? text.signIn.password : text.members.newPassword}
            </Label>
            <Field id="account-password" type="password" autoComplete="new-password" {...register('password')} />
          </Box>
          {signInName !== null && (
            <Box w="200px">
              <Label htmlFor="account-current">{text.members.current}</Label>
              <Field id="account-current" type="password" autoComplete="current-password" {...register('current')} />
            </Box>
          )}
          <Button type="submit">{text.members.keep}</Button>
          <span role="status">{isSuccess ? text.members.kept : ''}</span>
        </Flex>
      </form>
      <Quiet display="block" mt="4px">
        {text.members.newPasswordNote}
      </Quiet>
      <ProblemNote problem={refusalOf(error)} />
    </Box>
  )
}
