import type { Strike, Trip, Water } from './records.ts'

/** What a record means where it says nothing, and what it counts as: asked here, so that it is answered the same everywhere. */

/** A trip's clock is its own, else its water's, else UTC. */
export const timeZoneOf = (trip: Pick<Trip, 'timeZone'> | undefined, water?: Pick<Water, 'timeZone'>): string =>
  trip?.timeZone ?? water?.timeZone ?? 'UTC'

/** How much of a trip's hours was logged: all of them, unless it says otherwise. */
export const effortKnownOf = ({ effortKnown }: Pick<Trip, 'effortKnown'>): NonNullable<Trip['effortKnown']> =>
  effortKnown ?? 'full'

/** Whether a record of the kind strike is one: a fish that only came up and showed itself is not. */
export const isStrike = ({ outcome }: { readonly outcome?: Strike['outcome'] | undefined }): boolean =>
  outcome !== 'raised'
