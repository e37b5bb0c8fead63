import { Flex, chakra } from '@chakra-ui/react'
import { NavLink } from 'react-router'
import { Button, Select } from '../controls.tsx'
import { BESIDE_VIEWS, isBesideView, useBeside, usePlace } from './place.tsx'
import type { BesideView } from './place.tsx'
import { text } from './text.ts'

const Place = chakra(NavLink, {
  base: {
    minH: '36px',
    display: 'inline-flex',
    alignItems: 'center',
    whiteSpace: 'nowrap',
    color: 'quiet',
    textDecoration: 'none',
    borderBottom: '2px solid transparent',
    '&.active': { color: 'ink', fontWeight: '700', borderBottomColor: 'float' },
  },
})

/** What goes on from one view to the next: which hours are asked for. */
const CARRIED = ['book', 'where', 'beside'] as const

/** The views of the desk by the question each answers; water and filters go on from one to the next. */
export function FindingsNav() {
  const { params, isBeside } = usePlace()
  if (isBeside) return <BesideNav />
  const carried = new URLSearchParams(CARRIED.flatMap((part) => params.getAll(part).map((value) => [part, value])))
  const search = carried.size > 0 ? `?${carried.toString()}` : ''
  return (
    <Flex
      as="nav"
      aria-label={text.findings.title}
      gap={{ base: '20px', lg: '0 17px' }}
      mb="12px"
      wrap={{ base: 'nowrap', lg: 'wrap' }}
      overflowX="auto"
      className="no-print"
    >
      {Object.entries(text.findings.views).map(([path, name]) => (
        <Place key={path} to={{ pathname: `/findings${path}`, search }} end={path === ''}>
          {name}
        </Place>
      ))}
    </Flex>
  )
}

/** Over the view beside: which it is, and the way back to one. */
function BesideNav() {
  const { path = '', open } = useBeside()
  return (
    <Flex gap="8px" mb="12px" align="center" className="no-print">
      <Select
        value={path}
        w="auto"
        aria-label={text.findings.beside.view}
        onChange={({ target: { value } }) => isBesideView(value) && open(value)}
      >
        {BESIDE_VIEWS.map((one) => (
          <option key={one} value={one}>
            {text.findings.views[one]}
          </option>
        ))}
      </Select>
      <Button look="bare" onClick={() => open(null)}>
        {text.findings.beside.close}
      </Button>
    </Flex>
  )
}

/** Another question beside this one. */
export function AskBeside() {
  const { isBeside } = usePlace()
  const { path, open } = useBeside()
  if (isBeside || path !== undefined) return null
  return (
    <Button
      look="bare"
      className="no-print"
      fontSize="small"
      minH="32px"
      ml="-6px"
      display={{ base: 'none', lg: 'inline-flex' }}
      onClick={() => open(standing(window.location.pathname))}
    >
      {text.findings.beside.open}
    </Button>
  )
}

/** At first the same view, where it may stand there. */
function standing(pathname: string): BesideView {
  const own = pathname.replace(/^\/findings/, '')
  return isBesideView(own) ? own : ''
}
