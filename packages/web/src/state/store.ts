import { configureStore, createListenerMiddleware } from '@reduxjs/toolkit'
import { useDispatch, useSelector } from 'react-redux'
import { api } from './api.ts'
import { preferencesReducer, rememberPreferences } from './preferences.ts'
import type { Preferences } from './preferences.ts'
import { recordsReducer } from './records.ts'
import { rememberSession, sessionReducer } from './session.ts'
import type { SessionState } from './session.ts'

/** What of the state outlives the page is written as it changes. */
const remembering = createListenerMiddleware<{ readonly session: SessionState; readonly preferences: Preferences }>()
remembering.startListening({
  predicate: (_action, now, before) => now.session !== before.session,
  effect: (_action, listener) => rememberSession(listener.getState().session),
})

remembering.startListening({
  predicate: (_action, now, before) => now.preferences !== before.preferences,
  effect: (_action, listener) =>
    rememberPreferences(listener.getState().preferences, listener.getOriginalState().preferences),
})

export const appStore = configureStore({
  // Requests of the account carry passwords: no extension sees them.
  devTools: import.meta.env.DEV,
  reducer: {
    session: sessionReducer,
    preferences: preferencesReducer,
    records: recordsReducer,
    [api.reducerPath]: api.reducer,
  },
  middleware: (defaults) =>
    // The lists of a large book are not walked after each action.
    defaults({ serializableCheck: { ignoredPaths: ['records'] }, immutableCheck: { ignoredPaths: ['records'] } })
      .prepend(remembering.middleware)
      .concat(api.middleware),
})

export type AppState = ReturnType<typeof appStore.getState>
export const useAppDispatch = useDispatch.withTypes<typeof appStore.dispatch>()
export const useAppSelector = useSelector.withTypes<AppState>()
