import { Box, Flex } from '@chakra-ui/react'
import type { ClaimTrial, LongQuestion } from '@jotbook/core'
import { FindingsNav } from '../../ui/ofBook/FindingsNav.tsx'
import { Button, LinkButton, Page, Quiet, Title } from '../../ui/controls.tsx'
import { againstWords, filterWords, useNaming } from '../board/index.ts'
import type { Naming } from '../board/index.ts'
import { closestToTell } from './matches.ts'
import { text } from './text.ts'
import { useLongAnswer } from './useLongAnswer.ts'

/** What to fish on the next trips, so that rules of the trade are told: a card for each, to take along. */
export function CardsPage() {
  const words = text.trial.cards
  const naming = useNaming()
  const { answer } = useLongAnswer<Extract<LongQuestion, { kind: 'claims' }>>('claims')
  const trials = closestToTell(answer ?? [])
  return (
    <Page>
      <FindingsNav />
      <Title>{words.title}</Title>
      <Box className="no-print" maxW="820px">
        <Quiet>{trials.length > 0 ? words.note : answer ? words.none : words.untested}</Quiet>
        <Flex gap="8px" mt="6px" wrap="wrap">
          {trials.length > 0 && <Button onClick={() => window.print()}>{words.print}</Button>}
          <LinkButton look="bare" to="/findings/trial">
            {words.back}
          </LinkButton>
        </Flex>
      </Box>
      <Box
        as="ul"
        p="0"
        m="16px 0 0"
        display="grid"
        gridTemplateColumns="repeat(auto-fill, minmax(min(340px, 100%), 1fr))"
        gap="14px"
      >
        {trials.map((trial) => (
          <Card key={trial.claim.id} trial={trial} naming={naming} />
        ))}
      </Box>
    </Page>
  )
}

/** A card is read at a glance: the rule over it names the rest. */
const BRIEF = 60
const brief = (words: string, instead: string): string => (words.length > BRIEF ? instead : words)

/** Lines for the pencil. */
const LINES = 3

function Card({ trial: { claim, hoursNeeded }, naming }: { trial: ClaimTrial; naming: Naming }) {
  const words = text.trial.cards
  const against = againstWords(claim.against, naming)
  return (
    <Box
      as="li"
      listStyleType="none"
      border="1.5px solid"
      borderColor="ink"
      borderRadius="hair"
      p="12px 16px"
      css={{ breakInside: 'avoid' }}
    >
      <Box textStyle="display" fontWeight="700" fontSize="large" lineHeight="1.3">
        {claim.says}
      </Box>
      <Box mt="6px">
        {words.fish(brief(filterWords(claim.lure, naming), words.named) || words.any, brief(against, words.other))},{' '}
        {claim.when === '' ? words.always : brief(words.when(filterWords(claim.when, naming)), words.then)}.
      </Box>
      <Box mt="2px" fontWeight="600">
        {words.hours(hoursNeeded ?? 0)}.
      </Box>
      <Box mt="8px" fontSize="small" color="quiet">
        {words.write}
      </Box>
      {Array.from({ length: LINES }, (_, line) => (
        <Box key={line} h="26px" borderBottom="1px solid" borderColor="rule" />
      ))}
    </Box>
  )
}
