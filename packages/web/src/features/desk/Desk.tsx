import { Box } from '@chakra-ui/react'
import type { ComponentType } from 'react'
import { Outlet, useLocation } from 'react-router'
import { BesidePlace, isBesideView, useBeside } from '../../ui/ofBook/place.tsx'
import type { BesideView } from '../../ui/ofBook/place.tsx'
import { text as words } from '../../ui/ofBook/text.ts'
import { BoardPage } from '../board/index.ts'
import { BitePage } from './BitePage.tsx'
import { ChangesPage } from './ChangesPage.tsx'
import { ComparePage } from './ComparePage.tsx'
import { SeasonsPage } from './SeasonsPage.tsx'
import { SizePage } from './SizePage.tsx'
import { WhenPage } from './WhenPage.tsx'
import { WherePage } from './WherePage.tsx'
import { WhoPage } from './WhoPage.tsx'

const VIEWS: Readonly<Record<BesideView, ComponentType>> = {
  '': BoardPage,
  '/when': WhenPage,
  '/compare': ComparePage,
  '/size': SizePage,
  '/bite': BitePage,
  '/changes': ChangesPage,
  '/where': WherePage,
  '/seasons': SeasonsPage,
  '/who': WhoPage,
}

/** The desk: one question, or two side by side, each with its own filters. */
export function Desk() {
  const { path } = useBeside()
  const { pathname } = useLocation()
  const View = path === undefined ? undefined : VIEWS[path]
  if (!View) return <Outlet />
  // A row of the board, a rule and a finding take the width of the page.
  const own = pathname.replace(/^\/findings/, '')
  const isStacked = path === '' || own === '' || !isBesideView(own)
  return (
    <Box display={isStacked ? 'block' : { base: 'block', lg: 'grid' }} gridTemplateColumns="repeat(2, minmax(0, 1fr))">
      <Outlet />
      <Box as="aside" aria-label={words.findings.beside.label} border="0 solid" borderColor="rule" {...edge(isStacked)}>
        <BesidePlace>
          <View />
        </BesidePlace>
      </Box>
    </Box>
  )
}

const edge = (isStacked: boolean): object =>
  isStacked ? { borderTopWidth: '1px' } : { borderTopWidth: { base: '1px', lg: '0' }, borderLeftWidth: { lg: '1px' } }
