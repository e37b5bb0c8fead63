import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { Link } from 'react-router'
import { LURE_CLASSES } from '@jotbook/core'
import type { Lure } from '@jotbook/core'
import { LureDrawing } from '../../charts/lures/LureDrawing.tsx'
import { allLures } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { PageFrame } from '../../ui/Unknown.tsx'
import { Field, Heading, Label, LinkButton, Page, Quiet, Title } from '../../ui/controls.tsx'
import { Choice } from '../../ui/Choice.tsx'
import { Result, useGroups } from '../board/index.ts'
import type { GroupResult } from '../board/index.ts'
import { LURE_SORTS, bodiesOf, isFound, sortedLures } from './bodies.ts'
import type { Body, LureSort } from './bodies.ts'
import { Setups } from './Setups.tsx'
import { text } from './text.ts'

/** The tackle wall: bodies with their colours side by side, and what each has done. */
export function TacklePage() {
  const { book } = useAppSelector(({ records }) => records)
  const lures = useAppSelector(allLures)
  const [asked, setAsked] = useState<AskedOfWall>({ typed: '', lureClass: '', sort: 'class' })
  const groups = useGroups('lure')
  if (book === null) return <PageFrame title={text.title} />
  const classes = classesIn(lures)
  const { typed, lureClass, sort } = asked
  const found = lures.filter((lure) => (lureClass === '' || lure.class === lureClass) && isFound(lure, typed))
  return (
    <Page>
      <Top />
      {lures.length === 0 ? (
        <Box mt="24px" maxW="520px">
          {text.none}
        </Box>
      ) : (
        <>
          <Finder classes={classes} asked={asked} onAsk={setAsked} />
          {found.length === 0 && <Box mt="20px">{text.noneFound}</Box>}
          {sort === 'class' ? (
            <Flex wrap="wrap" gap="22px 28px" mt="18px" align="start">
              {classesOf(bodiesOf(found, classes)).map(([name, bodies]) => (
                <ClassOnWall key={name} name={name} bodies={bodies} groups={groups} />
              ))}
            </Flex>
          ) : (
            <Flex as="ul" listStyleType="none" gap="14px 12px" wrap="wrap" mt="18px" align="start">
              {sortedLures(found, sort, groups).map((lure) => (
                <Hung key={lure.id} lure={lure} groups={groups} whole />
              ))}
            </Flex>
          )}
        </>
      )}
      <Setups />
    </Page>
  )
}

/** What of the wall is looked for, and in which order. */
interface AskedOfWall {
  readonly typed: string
  readonly lureClass: string
  readonly sort: LureSort
}

interface FinderProps {
  readonly classes: readonly string[]
  readonly asked: AskedOfWall
  readonly onAsk: (asked: AskedOfWall) => void
}

function Finder({ classes, asked, onAsk }: FinderProps) {
  return (
    <Flex gap="14px" mt="14px" wrap="wrap" className="no-print">
      <Box w={{ base: '100%', sm: '280px' }}>
        <Label htmlFor="find-lure">{text.find}</Label>
        <Field
          id="find-lure"
          placeholder={text.findHint}
          value={asked.typed}
          onChange={(event) => onAsk({ ...asked, typed: event.target.value })}
        />
      </Box>
      <Choice
        id="lure-class-filter"
        label={text.class}
        value={asked.lureClass}
        none={text.anyClass}
        options={classes.map((name) => [name, name])}
        width={{ base: '100%', sm: '240px' }}
        onChoose={(lureClass) => onAsk({ ...asked, lureClass })}
      />
      <Choice
        id="lure-sort"
        label={text.sort.label}
        value={asked.sort}
        options={LURE_SORTS.map((one) => [one, text.sort.by[one]])}
        width={{ base: '100%', sm: '180px' }}
        onChoose={(one) => onAsk({ ...asked, sort: one || 'class' })}
      />
    </Flex>
  )
}

function Top() {
  return (
    <Flex justify="space-between" align="center" wrap="wrap" gap="12px">
      <Title>{text.title}</Title>
      <Flex gap="12px" align="center" wrap="wrap">
        <LinkButton look="bare" to="/tackle/classes">
          {text.allClasses}
        </LinkButton>
        <LinkButton look="main" to="/tackle/new" fontSize="large" minH="48px">
          {text.newLure}
        </LinkButton>
      </Flex>
    </Flex>
  )
}

/** In the order of the trade; what it does not know comes last. */
function classesIn(lures: readonly Lure[]): string[] {
  const own = [...new Set(lures.map((lure) => lure.class))]
  return [
    ...LURE_CLASSES.filter((name) => own.includes(name)),
    ...own.filter((name) => !(LURE_CLASSES as readonly string[]).includes(name)),
  ]
}

type Groups = ReadonlyMap<string, GroupResult> | undefined

/** Bodies of one class hang together. */
function classesOf(bodies: readonly Body[]): [string, Body[]][] {
  const classes = new Map<string, Body[]>()
  for (const body of bodies) classes.set(body.class, [...(classes.get(body.class) ?? []), body])
  return [...classes]
}

function ClassOnWall({ name, bodies, groups }: { name: string; bodies: readonly Body[]; groups: Groups }) {
  const isOne = bodies.reduce((count, { lures }) => count + lures.length, 0) === 1
  return (
    <Box
      as="section"
      aria-label={name}
      borderTop="1.5px solid"
      borderColor="ink"
      pt="6px"
      maxW="100%"
      // On a phone in two columns, whatever the names: two classes of one lure stand side by side.
      flexBasis={{ base: isOne ? 'calc(50% - 14px)' : '100%', sm: 'auto' }}
    >
      <Heading>{name.charAt(0).toUpperCase() + name.slice(1)}</Heading>
      <Flex gap="8px 22px" wrap="wrap">
        {bodies.map((body) => (
          <Box key={body.key}>
            <Quiet>
              {body.name === ''
                ? text.noBody
                : body.lures.length > 1
                  ? `${body.name} · ${text.colours(body.lures.length)}`
                  : body.name}
            </Quiet>
            <Flex as="ul" listStyleType="none" gap="6px 10px" wrap="wrap" mt="2px">
              {body.lures.map((lure) => (
                <Hung key={lure.id} lure={lure} groups={groups} />
              ))}
            </Flex>
          </Box>
        ))}
      </Flex>
    </Box>
  )
}

/** A lure on the wall: its drawing, its colour, and what it has done. */
function Hung({ lure, groups, whole = false }: { lure: Lure; groups: Groups; whole?: boolean }) {
  const [, ...colour] = lure.name.split(', ')
  return (
    <Box as="li" w="150px">
      <Link to={`/tackle/${lure.id}`} style={{ display: 'block', textDecoration: 'none' }} aria-label={lure.name}>
        <Box
          bg="sheet"
          px="12px"
          pt="10px"
          pb="6px"
          border="1px solid"
          borderColor="rule"
          _hover={{ borderColor: 'ink' }}
        >
          <LureDrawing lure={lure} width={122} decorative />
          <Box fontWeight="600" lineHeight="1.2" mt="2px">
            {whole ? lure.name : colour.join(', ') || lure.name}
          </Box>
          {lure.version && <Quiet>{lure.version}</Quiet>}
        </Box>
        <Box fontSize="small" color="quiet" px="2px">
          <Deeds groups={groups} id={lure.id} />
        </Box>
      </Link>
    </Box>
  )
}

/** What a lure has done, its rate first; one without a rate says what else is known of it. */
function Deeds({ groups, id }: { groups: Groups; id: string }) {
  const row = groups?.get(id)?.row
  if (!row) return <Result groups={groups} id={id} />
  return (
    <>
      <Box color="ink" fontWeight="600" mt="3px">
        {text.anHour(row.rate)}
      </Box>
      <Box>{text.done(row.strikes, row.hours)}</Box>
      <Box>{text.trips(row.trips)}</Box>
    </>
  )
}
