import { configureStore } from '@reduxjs/toolkit'
import { useDispatch, useSelector } from 'react-redux'
import { api } from './api.ts'
import { recordsReducer } from './records.ts'
import { rememberSession, sessionReducer } from './session.ts'

export const appStore = configureStore({
  reducer: { session: sessionReducer, records: recordsReducer, [api.reducerPath]: api.reducer },
  middleware: (defaults) => defaults({ serializableCheck: false, immutableCheck: false }).concat(api.middleware),
})

let remembered = appStore.getState().session
appStore.subscribe(() => {
  const { session } = appStore.getState()
  if (session === remembered) return
  remembered = session
  rememberSession(session)
})

export type AppState = ReturnType<typeof appStore.getState>
export const useAppDispatch = useDispatch.withTypes<typeof appStore.dispatch>()
export const useAppSelector = useSelector.withTypes<AppState>()
