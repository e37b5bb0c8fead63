/** Events and the person-time they were counted over. */
export interface Exposure {
  readonly events: number
  readonly exposureHours: number
}

export const NO_EXPOSURE: Exposure = { events: 0, exposureHours: 0 }

/** Events and exposure of both together. */
export const plusExposure = (a: Exposure, b: Exposure): Exposure => ({
  events: a.events + b.events,
  exposureHours: a.exposureHours + b.exposureHours,
})
