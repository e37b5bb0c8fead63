import { routes } from '@jotbook/contract'
import type { Id } from '@jotbook/core'
import type { AccessEvent, DeviceSummary, Joined, Pairing, RecoveryCodes, SecondFactor } from '@jotbook/contract'
import { fetchJson, sendJson } from '../../offline/index.ts'
import { api, doneBy } from '../../state/api.ts'

interface SignIn {
  readonly name: string
  readonly password: string
  readonly device: string
  readonly code?: string
}

/** Who is in, by what, and how others get in. */
const accountApi = api.injectEndpoints({
  endpoints: (build) => ({
    signIn: build.mutation<null, SignIn>({ query: (body) => () => doneBy(routes.signIn, body) }),
    signOut: build.mutation<null, void>({ query: () => () => doneBy(routes.signOut, {}) }),
    join: build.mutation<Joined, { readonly code: string; readonly name: string; readonly device: string }>({
      query: (body) => () => sendJson<Joined>('POST', routes.claim, body),
    }),
    chooseSignIn: build.mutation<null, { readonly name: string; readonly password: string; readonly current: string }>({
      query: (body) => () => doneBy(routes.account, body, 'PUT'),
      invalidatesTags: ['Session'],
    }),
    beginSecondFactor: build.mutation<SecondFactor, { readonly current: string }>({
      query: (body) => () => sendJson<SecondFactor>('POST', routes.secondFactor, body),
    }),
    confirmSecondFactor: build.mutation<RecoveryCodes, { readonly code: string }>({
      query: (body) => () => sendJson<RecoveryCodes>('PUT', routes.secondFactor, body),
      invalidatesTags: ['Session'],
    }),
    turnOffSecondFactor: build.mutation<null, { readonly current: string }>({
      query: (body) => () => doneBy(routes.secondFactorOff, body),
      invalidatesTags: ['Session'],
    }),
    devices: build.query<readonly DeviceSummary[], void>({
      query: () => async () => (await fetchJson<{ devices: DeviceSummary[] }>(routes.devices)).devices,
      providesTags: ['Devices'],
    }),
    revokeDevice: build.mutation<null, string>({
      query: (id) => () => doneBy(routes.revoke(id), {}),
      invalidatesTags: ['Devices'],
    }),
    pairing: build.mutation<Pairing, { readonly book: Id<'book'>; readonly whom: 'me' | 'crew' | 'viewer' }>({
      query:
        ({ book, whom }) =>
        () =>
          whom === 'me'
            ? sendJson<Pairing>('POST', routes.pairings, {})
            : sendJson<Pairing>('POST', routes.invitations(book), { role: whom }),
    }),
    accessEvents: build.query<readonly AccessEvent[], string>({
      query: (book) => async () => (await fetchJson<{ events: AccessEvent[] }>(routes.events(book))).events,
      keepUnusedDataFor: 0,
    }),
  }),
})

export const {
  useSignInMutation,
  useSignOutMutation,
  useJoinMutation,
  useChooseSignInMutation,
  useBeginSecondFactorMutation,
  useConfirmSecondFactorMutation,
  useTurnOffSecondFactorMutation,
  useDevicesQuery,
  useRevokeDeviceMutation,
  usePairingMutation,
  useLazyAccessEventsQuery,
} = accountApi
