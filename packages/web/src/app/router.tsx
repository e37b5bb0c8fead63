import { Navigate, createBrowserRouter } from 'react-router'
import { Shell } from './Shell.tsx'
import { RouteProblem } from './RouteProblem.tsx'

/** Screens load when they are first opened. */
export const router = createBrowserRouter([
  {
    element: <Shell />,
    errorElement: <RouteProblem />,
    children: [
      { index: true, element: <Navigate to="/trips" replace /> },
      { path: 'start', lazy: async () => ({ Component: (await import('../features/start/index.ts')).StartPage }) },
      { path: 'trips', lazy: async () => ({ Component: (await import('../features/trips/index.ts')).TripsPage }) },
      { path: 'trips/new', lazy: async () => ({ Component: (await import('../features/dock/index.ts')).DockPage }) },
      { path: 'trips/:trip', lazy: async () => ({ Component: (await import('../features/trips/index.ts')).TripPage }) },
      { path: 'trips/:trip/edit', lazy: async () => ({ Component: (await import('../features/dock/index.ts')).DockPage }) },
      { path: 'findings', lazy: async () => ({ Component: (await import('../features/board/index.ts')).BoardPage }) },
      { path: 'book', lazy: async () => ({ Component: (await import('../features/book/index.ts')).BookPage }) },
      { path: '*', element: <RouteProblem /> },
    ],
  },
])
