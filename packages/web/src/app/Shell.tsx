import { Box, Flex, chakra } from '@chakra-ui/react'
import { Moon, Sun } from 'lucide-react'
import { NavLink, Outlet } from 'react-router'
import { Button, LinkButton } from '../ui/controls.tsx'
import { setNight, useNight } from '../ui/night.ts'
import { useAppSelector } from './store.ts'
import { useOpenBook } from './useBook.ts'

/** The order of the angler's day; only what works is on it. */
const PLACES = [
  { to: '/trips', name: 'Trips' },
  { to: '/findings', name: 'Findings' },
  { to: '/book', name: 'Book' },
] as const

const Place = chakra(NavLink, {
  base: {
    position: 'relative',
    flex: '1',
    minH: '46px',
    display: 'flex',
    alignItems: 'center',
    justifyContent: 'center',
    color: 'onBandQuiet',
    textDecoration: 'none',
    fontWeight: '500',
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

export function Shell() {
  useOpenBook()
  return (
    <>
      <chakra.a href="#page" position="absolute" left="-999px" _focus={{ left: '8px', top: '8px', zIndex: 10, bg: 'sheet', p: '8px' }}>
        To the page
      </chakra.a>
      <Box as="nav" aria-label="Main" bg="band" color="onBand">
        <Flex maxW="1280px" mx="auto" align="center" px={{ base: '12px', md: '24px' }} wrap="wrap">
          <Box fontFamily="heading" fontVariantNumeric="lining-nums proportional-nums" fontWeight="700" fontSize="large" mr="24px" py="8px">
            Jot Book
          </Box>
          <Flex className="ruled-edge" flex={{ base: '1 0 100%', md: '0 1 460px' }} order={{ base: 3, md: 0 }}>
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
      <div id="page">
        <Outlet />
      </div>
    </>
  )
}

/** One quiet line: kept here, on its way, in the book. */
function SyncState() {
  const { waiting, refused } = useAppSelector(({ records }) => records)
  const { connection } = useAppSelector(({ session }) => session)
  const text =
    refused > 0
      ? `${refused} need you`
      : waiting > 0
        ? connection === 'away'
          ? `${waiting} kept on this device`
          : `${waiting} on their way`
        : connection === 'away'
          ? 'server away'
          : 'all in the book ✓'
  return (
    <Box role="status" fontSize="small" color={refused > 0 ? 'onBand' : 'onBandQuiet'} data-testid="sync-state">
      {refused > 0 ? <NavLink to="/book">{text}</NavLink> : text}
    </Box>
  )
}

function NightSwitch() {
  const night = useNight()
  return (
    <Button look="bare" color="onBand" _hover={{ bg: 'ink' }} aria-label={night ? 'Day colours' : 'Night colours'} onClick={() => setNight(!night)}>
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
    <Flex className="no-print" bg="wash" px={{ base: '16px', md: '32px' }} py="4px" align="center" justify="space-between" gap="12px" fontSize="small">
      <span>
        <strong>Demo book.</strong> Waters, people and fish are made up.
      </span>
      <LinkButton look="bare" fontSize="small" minH="32px" to={own ? '/book' : '/start'}>
        {own ? 'Open my own' : 'Start my own'}
      </LinkButton>
    </Flex>
  )
}
