export { TripPage } from './TripPage.tsx'
export { TripsPage } from './TripsPage.tsx'
