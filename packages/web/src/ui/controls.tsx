import { Box, chakra } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { Link as RouterLink } from 'react-router'

const control = {
  minH: '40px',
  px: '14px',
  borderRadius: 'hair',
  fontFamily: 'body',
  fontSize: 'text',
  fontWeight: '600',
  cursor: 'pointer',
  textDecoration: 'none',
  display: 'inline-flex',
  alignItems: 'center',
  justifyContent: 'center',
  gap: '8px',
  border: '1.5px solid',
  transition: 'background 150ms',
  _disabled: { opacity: 0.45, cursor: 'not-allowed' },
} as const

const looks = {
  /** The one thing a screen is for. */
  main: {
    bg: 'float',
    color: 'onFloat',
    borderColor: 'float',
    _hover: { bg: 'ink', borderColor: 'ink', color: 'paper' },
  },
  plain: { bg: 'transparent', color: 'ink', borderColor: 'ink', _hover: { bg: 'wash' } },
  bare: {
    bg: 'transparent',
    color: 'ink',
    borderColor: 'transparent',
    textDecoration: 'underline',
    textUnderlineOffset: '3px',
    px: '6px',
    _hover: { bg: 'wash' },
  },
} as const

const recipe = { base: control, variants: { look: looks }, defaultVariants: { look: 'plain' as const } }

export const Button = chakra('button', recipe, { defaultProps: { type: 'button' } })
export const LinkButton = chakra(RouterLink, recipe)

/** A cell to type into. */
export const fieldStyle = {
  minH: '40px',
  w: '100%',
  px: '8px',
  bg: 'sheet',
  color: 'ink',
  border: '1px solid',
  borderColor: 'rule',
  borderBottom: '2px solid',
  borderBottomColor: 'ink',
  borderRadius: 'hair',
  fontSize: 'text',
  fontFamily: 'body',
  fontVariantNumeric: 'tabular-nums',
  _placeholder: { color: 'quiet', opacity: 1 },
  _invalid: { borderColor: 'float', borderBottomColor: 'float', bg: 'sheet' },
} as const

export const Field = chakra('input', { base: fieldStyle })

export const Select = chakra('select', { base: fieldStyle })

/** A word that is on or off. */
export const Chip = chakra('button', {
  base: {
    minH: '34px',
    px: '10px',
    border: '1px solid',
    borderColor: 'quiet',
    borderRadius: 'hair',
    fontSize: 'text',
    bg: 'transparent',
    color: 'ink',
    cursor: 'pointer',
    _hover: { bg: 'wash' },
    '&[aria-pressed=true], &[aria-pressed=true]:hover': {
      bg: 'ink',
      color: 'paper',
      borderColor: 'ink',
      fontWeight: '600',
    },
  },
})

/** Writing in several lines. */
export const Area = chakra('textarea', { base: { ...fieldStyle, py: '8px', minH: '80px' } })

export const Label = chakra('label', { base: { fontSize: 'small', color: 'quiet', display: 'block', mb: '2px' } })
export const Title = chakra('h1', {
  base: {
    textStyle: 'display',
    fontSize: 'display',
    fontWeight: '700',
    lineHeight: '1.15',
    pb: '4px',
    overflowWrap: 'anywhere',
  },
})
export const Heading = chakra('h2', {
  base: { textStyle: 'display', fontSize: 'large', fontWeight: '700', lineHeight: '1.25', pb: '2px' },
})
export const Quiet = chakra('span', { base: { fontSize: 'small', color: 'quiet' } })
/** A table of records: where it is wider than the page, it scrolls by itself. */
export const Table = ({ children }: { children: ReactNode }) => (
  <Box overflowX="auto" maxW="100%">
    <table className="tabular">{children}</table>
  </Box>
)
/** The room of rows of a long table that are not drawn. */
export const Gap = ({ height }: { height: number }) =>
  height > 0 ? (
    <tr aria-hidden>
      <td colSpan={99} style={{ height, padding: 0, border: 0 }} />
    </tr>
  ) : null

/** Laid on the page: what is worked on, or what must be seen. Its upper edge says which. */
export const Panel = chakra('div', {
  base: { bg: 'sheet', borderTop: '1.5px solid', px: '16px', py: '12px' },
  variants: {
    edge: {
      ink: { borderColor: 'ink' },
      waterline: { borderTopWidth: '3px', borderColor: 'waterline' },
      float: { borderTopWidth: '3px', borderColor: 'float' },
    },
  },
  defaultVariants: { edge: 'ink' },
})

/** Dark, from edge to edge of the page: the answer to what was asked. */
export const Band = chakra('div', {
  base: {
    bg: 'band',
    color: 'onBand',
    px: { base: '16px', md: '32px' },
    py: '14px',
    mx: { base: '-16px', md: '-32px' },
  },
})
export const Page = chakra('main', {
  base: { px: { base: '16px', md: '32px' }, py: '20px', maxW: '1280px', mx: 'auto' },
})
