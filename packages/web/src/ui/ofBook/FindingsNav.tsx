import { Flex, chakra } from '@chakra-ui/react'
import { NavLink } from 'react-router'
import { text } from './text.ts'

const Place = chakra(NavLink, {
  base: {
    minH: '36px',
    display: 'inline-flex',
    alignItems: 'center',
    color: 'quiet',
    textDecoration: 'none',
    borderBottom: '2px solid transparent',
    '&.active': { color: 'ink', fontWeight: '700', borderBottomColor: 'float' },
  },
})

/** The ways of asking the book: rates, patterns, rules. */
export function FindingsNav() {
  return (
    <Flex as="nav" aria-label={text.findings.title} gap="20px" mb="12px" className="no-print">
      <Place to="/findings" end>
        {text.findings.board}
      </Place>
      <Place to="/findings/search">{text.findings.search}</Place>
      <Place to="/findings/trial">{text.findings.trial}</Place>
    </Flex>
  )
}
