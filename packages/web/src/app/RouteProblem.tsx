import { isRouteErrorResponse, useRouteError } from 'react-router'
import { LinkButton, Page, Title } from '../ui/controls.tsx'
import { text } from './text.ts'

/** An address that leads nowhere, or a screen that failed. What was typed stays in its draft. */
export function RouteProblem() {
  const error = useRouteError()
  const missing = error === undefined || error === null || isRouteErrorResponse(error)
  return (
    <Page>
      <Title>{missing ? text.missing.title : text.missing.stumbled}</Title>
      <p>{missing ? text.missing.note : text.missing.kept}</p>
      <LinkButton to="/trips" mt="12px">
        {text.missing.toTrips}
      </LinkButton>
    </Page>
  )
}
