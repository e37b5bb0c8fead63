import { isRouteErrorResponse, useRouteError } from 'react-router'
import { LinkButton, Page, Title } from '../ui/controls.tsx'

/** An address that leads nowhere, or a screen that failed. What was typed stays in its draft. */
export function RouteProblem() {
  const error = useRouteError()
  const missing = error === undefined || error === null || isRouteErrorResponse(error)
  return (
    <Page>
      <Title>{missing ? 'There is no such page' : 'This page stumbled'}</Title>
      <p>{missing ? 'The address leads nowhere in this book.' : 'Nothing you logged is lost; what you were typing is kept. Open the page again.'}</p>
      <LinkButton to="/trips" mt="12px">
        To the trips
      </LinkButton>
    </Page>
  )
}
