import { Box, Popover, Portal, chakra } from '@chakra-ui/react'
import type { ReactNode } from 'react'

const Underlined = chakra('button', {
  base: {
    fontFamily: 'inherit',
    fontSize: 'inherit',
    fontWeight: 'inherit',
    color: 'ink',
    bg: 'transparent',
    borderBottom: '2px solid',
    borderColor: 'ink',
    lineHeight: '1.3',
    minH: '34px',
    cursor: 'pointer',
    textAlign: 'left',
    maxW: '100%',
    overflowWrap: 'anywhere',
    _hover: { bg: 'wash' },
    '&[data-quiet=true]': { color: 'quiet', borderStyle: 'dashed', borderColor: 'quiet' },
  },
})

interface ChoiceProps {
  readonly name: string
  readonly text: string
  /** Nothing is chosen here. */
  readonly quiet?: boolean
  /** What it is called to who does not see it: its name and what is chosen, else. */
  readonly label?: string
  readonly onClose?: () => void
  readonly children: ReactNode
}

/** An underlined part of the question that opens its choices. */
export function Choice({ name, text, quiet = false, label = `${name}: ${text}`, onClose, children }: ChoiceProps) {
  return (
    <Popover.Root
      onOpenChange={({ open }) => !open && onClose?.()}
      lazyMount
      unmountOnExit
      positioning={{ placement: 'bottom-start' }}
    >
      <Popover.Trigger asChild>
        <Underlined type="button" aria-label={label} data-quiet={quiet}>
          {text}
        </Underlined>
      </Popover.Trigger>
      <Portal>
        <Popover.Positioner>
          <Popover.Content
            bg="sheet"
            color="ink"
            border="1.5px solid"
            borderColor="ink"
            borderRadius="hair"
            boxShadow="none"
            w="auto"
            minW="220px"
            maxW="340px"
            aria-label={name}
          >
            <Popover.Body p="12px" maxH="60vh" overflowY="auto">
              {children}
            </Popover.Body>
          </Popover.Content>
        </Popover.Positioner>
      </Portal>
    </Popover.Root>
  )
}

export const Option = chakra('button', {
  base: {
    display: 'block',
    w: '100%',
    minH: '40px',
    px: '8px',
    textAlign: 'left',
    cursor: 'pointer',
    bg: 'transparent',
    _hover: { bg: 'wash' },
    '&[aria-pressed=true]': { fontWeight: '700', bg: 'wash' },
    _disabled: { opacity: 0.45, cursor: 'not-allowed' },
  },
})

/** A head over some options. */
export const Head = ({ children }: { children: ReactNode }) => (
  <Box fontSize="small" color="quiet" mt="8px" mb="2px" borderBottom="1px solid" borderColor="rule">
    {children}
  </Box>
)
