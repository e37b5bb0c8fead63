import { Navigate, createBrowserRouter } from 'react-router'
import { Shell } from './Shell.tsx'
import { RouteProblem } from './RouteProblem.tsx'

const tackle = () => import('../features/tackle/index.ts')
const trips = () => import('../features/trips/index.ts')
const waters = () => import('../features/waters/index.ts')
const findings = () => import('../features/findings/index.ts')
const desk = () => import('../features/desk/index.ts')
const book = () => import('../features/book/index.ts')

/** Screens load when they are first opened. */
export const router = createBrowserRouter([
  { path: '/sign-in', lazy: async () => ({ Component: (await import('../features/account/index.ts')).SignInPage }) },
  { path: '/join', lazy: async () => ({ Component: (await import('../features/account/index.ts')).JoinPage }) },
  {
    path: '/deck',
    errorElement: <RouteProblem />,
    lazy: async () => ({ Component: (await import('../features/deck/index.ts')).DeckPage }),
  },
  {
    element: <Shell />,
    errorElement: <RouteProblem />,
    children: [
      { index: true, element: <Navigate to="/today" replace /> },
      { path: 'today', lazy: async () => ({ Component: (await import('../features/today/index.ts')).TodayPage }) },
      { path: 'plan', lazy: async () => ({ Component: (await import('../features/plan/index.ts')).PlanPage }) },
      { path: 'bench', lazy: async () => ({ Component: (await import('../features/bench/index.ts')).BenchPage }) },
      { path: 'start', lazy: async () => ({ Component: (await import('../features/start/index.ts')).StartPage }) },
      { path: 'trips', lazy: async () => ({ Component: (await trips()).TripsPage }) },
      { path: 'trips/new', lazy: async () => ({ Component: (await import('../features/dock/index.ts')).DockPage }) },
      { path: 'trips/:trip', lazy: async () => ({ Component: (await trips()).TripPage }) },
      {
        path: 'trips/:trip/edit',
        lazy: async () => ({ Component: (await import('../features/dock/index.ts')).DockPage }),
      },
      { path: 'waters', lazy: async () => ({ Component: (await waters()).WatersPage }) },
      { path: 'waters/:water', lazy: async () => ({ Component: (await waters()).WaterPage }) },
      {
        path: 'findings',
        lazy: async () => ({ Component: (await desk()).Desk }),
        children: [
          { index: true, lazy: async () => ({ Component: (await import('../features/board/index.ts')).BoardPage }) },
          { path: 'search', lazy: async () => ({ Component: (await findings()).SearchPage }) },
          { path: 'trial', lazy: async () => ({ Component: (await findings()).TrialPage }) },
          { path: 'trial/cards', lazy: async () => ({ Component: (await findings()).CardsPage }) },
          { path: 'compare', lazy: async () => ({ Component: (await desk()).ComparePage }) },
          { path: 'size', lazy: async () => ({ Component: (await desk()).SizePage }) },
          { path: 'bite', lazy: async () => ({ Component: (await desk()).BitePage }) },
          { path: 'changes', lazy: async () => ({ Component: (await desk()).ChangesPage }) },
          { path: 'where', lazy: async () => ({ Component: (await desk()).WherePage }) },
          { path: 'seasons', lazy: async () => ({ Component: (await desk()).SeasonsPage }) },
          { path: 'who', lazy: async () => ({ Component: (await desk()).WhoPage }) },
          {
            path: 'patterns',
            lazy: async () => ({ Component: (await import('../features/patterns/index.ts')).PatternsPage }),
          },
          { path: 'when', lazy: async () => ({ Component: (await desk()).WhenPage }) },
        ],
      },
      { path: 'tackle', lazy: async () => ({ Component: (await tackle()).TacklePage }) },
      { path: 'tackle/classes', lazy: async () => ({ Component: (await tackle()).ClassesPage }) },
      { path: 'tackle/new', lazy: async () => ({ Component: (await tackle()).LurePage }) },
      { path: 'tackle/:lure', lazy: async () => ({ Component: (await tackle()).LurePage }) },
      { path: 'book', lazy: async () => ({ Component: (await book()).BookPage }) },
      { path: 'book/bands', lazy: async () => ({ Component: (await book()).BandsPage }) },
      { path: 'book/import', lazy: async () => ({ Component: (await book()).ForeignFilePage }) },
      { path: '*', element: <RouteProblem /> },
    ],
  },
])
