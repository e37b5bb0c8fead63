/** Events and the person-time they were counted over. */
export interface Exposure {
  readonly events: number
  readonly exposureHours: number
}
