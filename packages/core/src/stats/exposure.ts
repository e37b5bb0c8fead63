/** Events and the person-time they were counted over. */
export interface Exposure {
  readonly events: number
  readonly exposureHours: number
}

export const NO_EXPOSURE: Exposure = { events: 0, exposureHours: 0 }

/**
 * Events and exposure of both together.
 *
 * Given      events and hours of two sets that share no hour
 * Returned   the sums
 */
export const plusExposure = (a: Exposure, b: Exposure): Exposure => ({
  events: a.events + b.events,
  exposureHours: a.exposureHours + b.exposureHours,
})
