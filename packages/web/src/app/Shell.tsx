import { Box, Flex, chakra } from '@chakra-ui/react'
import { Moon, Sun } from 'lucide-react'
import { useSyncExternalStore } from 'react'
import { NavLink, Navigate, Outlet, ScrollRestoration, useLocation } from 'react-router'
import { Button, LinkButton } from '../ui/controls.tsx'
import { BookOfLink } from '../ui/ofBook/BookOfLink.tsx'
import { isNight, nightChosen, onSystemNight } from '../state/preferences.ts'
import { useAppDispatch, useAppSelector } from '../state/store.ts'
import { text } from './text.ts'
import { UndoBar } from './UndoBar.tsx'
import { useKeptPatterns } from './useKeptPatterns.ts'
import { useOpenBook } from '../state/useBook.ts'

/** The order of the angler's day; only what works is on it. */
const PLACES = [
  { to: '/today', name: text.places.today },
  { to: '/plan', name: text.places.plan },
  { to: '/trips', name: text.places.trips },
  { to: '/waters', name: text.places.waters },
  { to: '/findings', name: text.places.findings },
  { to: '/tackle', name: text.places.tackle },
  { to: '/book', name: text.places.book },
] as const

const Place = chakra(NavLink, {
  base: {
    position: 'relative',
    flex: '1 0 auto',
    minH: '46px',
    px: '4px',
    display: 'flex',
    alignItems: 'center',
    justifyContent: 'center',
    color: 'onBandQuiet',
    textDecoration: 'none',
    fontWeight: '500',
    fontSize: { base: 'small', sm: 'text' },
    '&[aria-current=page]': { color: 'onBand', fontWeight: '700' },
    '&[aria-current=page]::after': {
      content: '""',
      position: 'absolute',
      bottom: '-1px',
      borderLeft: '9px solid transparent',
      borderRight: '9px solid transparent',
      borderBottom: '8px solid',
      borderBottomColor: 'paper',
    },
  },
})

/** Where the first book is made. */
const START = '/start'

export function Shell() {
  const { none, signedOut } = useOpenBook()
  useKeptPatterns()
  const { pathname } = useLocation()
  // A change of clock or decimal sign draws every screen anew.
  const { clock, decimal } = useAppSelector(({ preferences }) => preferences.locale)
  return (
    <>
      <chakra.a
        href="#page"
        position="absolute"
        left="-999px"
        _focus={{ left: '8px', top: '8px', zIndex: 10, bg: 'sheet', p: '8px' }}
      >
        {text.toPage}
      </chakra.a>
      <Box as="nav" aria-label="Main" bg="band" color="onBand">
        <Flex maxW="1280px" mx="auto" align="center" px={{ base: '12px', md: '24px' }} wrap="wrap">
          <Box textStyle="display" fontWeight="700" fontSize="large" mr="24px" py="8px">
            {text.name}
          </Box>
          <Flex
            className="ruled-edge"
            flex={{ base: '1 0 100%', lg: '0 1 680px' }}
            order={{ base: 3, lg: 0 }}
            wrap={{ base: 'wrap', sm: 'nowrap' }}
          >
            {PLACES.map(({ to, name }) => (
              <Place key={to} to={to}>
                {name}
              </Place>
            ))}
          </Flex>
          <Flex ml="auto" align="center" gap="12px">
            <SyncState />
            <NightSwitch />
          </Flex>
        </Flex>
      </Box>
      <DemoNote />
      <BookOfLink />
      <div id="page" key={`${clock}${decimal}`}>
        {signedOut && <Navigate to="/sign-in" replace />}
        {none && pathname !== START ? <Navigate to={START} replace /> : <Outlet />}
      </div>
      <UndoBar />
      {/* A page opens at its top, and where it was left when one comes back; a change of its question does not move it. */}
      <ScrollRestoration getKey={({ pathname }) => pathname} />
    </>
  )
}

/** One quiet line: kept here, on its way, in the book. */
function SyncState() {
  const { book, whole, waiting, refused } = useAppSelector(({ records }) => records)
  const { connection, book: opened } = useAppSelector(({ session }) => session)
  const away = connection === 'away'
  const { sync } = text
  if (opened === null) return null
  const settled =
    connection === 'signedOut' ? sync.signIn : away ? sync.away : book === null || !whole ? sync.arriving : sync.allIn
  const line =
    refused > 0 ? sync.refused(refused) : waiting > 0 ? (away ? sync.kept(waiting) : sync.onTheWay(waiting)) : settled
  return (
    <Box role="status" fontSize="small" color={refused > 0 ? 'onBand' : 'onBandQuiet'} data-testid="sync-state">
      {refused > 0 ? (
        <NavLink to="/book">{line}</NavLink>
      ) : connection === 'signedOut' ? (
        <NavLink to="/sign-in">{line}</NavLink>
      ) : (
        line
      )}
    </Box>
  )
}

function NightSwitch() {
  const dispatch = useAppDispatch()
  const preferences = useAppSelector((state) => state.preferences)
  const night = useSyncExternalStore(onSystemNight, () => isNight(preferences))
  return (
    <Button
      look="bare"
      color="onBand"
      _hover={{ bg: 'ink' }}
      aria-label={night ? text.dayColours : text.nightColours}
      onClick={() => dispatch(nightChosen(!night))}
    >
      {night ? <Sun size={18} aria-hidden /> : <Moon size={18} aria-hidden />}
    </Button>
  )
}

function DemoNote() {
  const { books, book } = useAppSelector(({ session }) => session)
  const open = books.find(({ id }) => id === book)
  if (!open?.demo) return null
  const own = books.some(({ demo }) => !demo)
  return (
    <Flex
      className="no-print"
      bg="wash"
      px={{ base: '16px', md: '32px' }}
      py="4px"
      align="center"
      justify="space-between"
      gap="12px"
      fontSize="small"
    >
      <span>
        <strong>{text.demo.title}</strong> {text.demo.note}
      </span>
      <LinkButton look="bare" fontSize="small" minH="32px" whiteSpace="nowrap" to={own ? '/book' : START}>
        {own ? text.demo.open : text.demo.start}
      </LinkButton>
    </Flex>
  )
}
