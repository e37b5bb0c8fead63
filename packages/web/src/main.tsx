import '@fontsource-variable/atkinson-hyperlegible-next'
import '@fontsource-variable/besley'
import './ui/marks.css'
import { ChakraProvider } from '@chakra-ui/react'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { Provider } from 'react-redux'
import { RouterProvider } from 'react-router'
import { api } from './state/api.ts'
import { applyPreferences } from './app/applyPreferences.ts'
import { router } from './app/router.tsx'
import { keepPages } from './state/keepPages.ts'
import { appStore } from './state/store.ts'
import { system } from './ui/theme.ts'

applyPreferences()
// Asked before anything is drawn: what is shown first waits for it. Whoever shows it asks again where it failed.
const asked = appStore.dispatch(api.endpoints.session.initiate(undefined))
void asked.then(() => asked.unsubscribe())
void keepPages()
const root = document.getElementById('root')
if (!root) throw new Error('the page has no root element')
createRoot(root).render(
  <StrictMode>
    <Provider store={appStore}>
      <ChakraProvider value={system}>
        <RouterProvider router={router} />
      </ChakraProvider>
    </Provider>
  </StrictMode>,
)
