import { Box } from '@chakra-ui/react'

const SUMMARY = 'What do these figures mean?'

/** Every figure of a page in a line each, for those who ask. */
export function Explained({ lines }: { lines: readonly string[] }) {
  return (
    <Box as="details" mt="6px" fontSize="small" className="no-print">
      <Box as="summary" cursor="pointer" minH="32px" textDecoration="underline" textUnderlineOffset="3px">
        {SUMMARY}
      </Box>
      <Box as="ul" pl="18px" css={{ listStyle: 'disc' }}>
        {lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </Box>
    </Box>
  )
}
