import { Box } from '@chakra-ui/react'
import { useState } from 'react'
import { useSignOutMutation } from './accountApi.ts'
import { forgetSession } from '../../state/session.ts'
import { useAppSelector } from '../../state/store.ts'
import { clearDevice } from '../../offline/index.ts'
import { Button } from '../../ui/controls.tsx'
import { text } from './text.ts'

/** Leaves nothing on the device; asks first when something would be lost. */
export function SignOut() {
  const { waiting, refused } = useAppSelector(({ records }) => records)
  const [asking, setAsking] = useState(false)
  const [signOut] = useSignOutMutation()
  const unsent = waiting + refused
  const leave = async (): Promise<void> => {
    await signOut().unwrap()
    await clearDevice()
    forgetSession()
    location.assign('/sign-in')
  }
  return (
    <Box mt="14px">
      {asking ? (
        <Box role="alert">
          {text.members.signOutAsk(unsent)} <Button onClick={() => void leave()}>{text.members.signOutSure}</Button>{' '}
          <Button look="bare" onClick={() => setAsking(false)}>
            {text.members.stay}
          </Button>
        </Box>
      ) : (
        <Button look="bare" onClick={() => (unsent > 0 ? setAsking(true) : void leave())}>
          {text.members.signOut}
        </Button>
      )}
    </Box>
  )
}
