import { Box, Flex } from '@chakra-ui/react'
import { LURE_CLASSES } from '@jotbook/core'
import { LureDrawing } from '../../charts/lures/LureDrawing.tsx'
import { allLures } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { Page, Quiet, Title } from '../../ui/controls.tsx'
import { text } from './text.ts'

/** The size at which a lure must be known at a glance. */
const SIZE = 96

/** Every class of the trade, drawn: in the colours of a lure of the book where there is one. */
export function ClassesPage() {
  const lures = useAppSelector(allLures)
  return (
    <Page>
      <Title>{text.classes.title}</Title>
      <Quiet>{text.classes.note}</Quiet>
      <Flex as="ul" listStyleType="none" wrap="wrap" gap="14px 10px" mt="18px">
        {LURE_CLASSES.map((name) => {
          const own = lures.find((lure) => lure.class === name)
          return (
            <Box as="li" key={name} w="128px" textAlign="center" fontSize="small">
              <LureDrawing
                lure={own ?? { name, class: name, back: 'olive', side: 'tan', belly: 'white' }}
                width={SIZE}
                decorative
              />
              <Box mt="4px">{name}</Box>
            </Box>
          )
        })}
      </Flex>
    </Page>
  )
}
