import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { parseClock } from '@jotbook/core'
import type { Fields } from '@jotbook/core'
import { newId } from '../../offline/index.ts'
import { deleted, deletionOf, saved, useSave } from '../../state/useSave.ts'
import { useMay, useNames } from '../../state/useBook.ts'
import { pageOfPlan, usePlans } from '../../state/usePlans.ts'
import type { SavedPlan } from '../../state/usePlans.ts'
import { Button, Field, Heading, Label, LinkButton, Quiet } from '../../ui/controls.tsx'
import { calendarDay, rate } from '../../ui/locale.ts'
import type { DeckAnswer, DeckAsked } from '../../workers/foresee.ts'
import type { TypedPlan } from './plan.ts'
import { linkOf } from './planLink.ts'
import { text } from './text.ts'

interface SavedPlansProps {
  readonly plan: TypedPlan
  readonly deck: DeckAnswer
  /** What it was chosen for. */
  readonly asked: DeckAsked
  /** The saved plan that the page was opened from. */
  readonly opened: string | undefined
  readonly onOpened: (id: string) => void
}

/** Saves the plan, and shows the others that were saved, each against the one on the page. */
export function SavedPlans({ plan, deck, asked, opened, onOpened }: SavedPlansProps) {
  const plans = usePlans()
  const { may } = useMay()
  const save = useSave()
  const own = plans?.find(({ id }) => id === opened)
  const [name, setName] = useState<string>()
  const named = name ?? own?.name ?? ''
  const keep = async (id: string): Promise<void> => {
    await save(saved(named || text.saved.unnamed), [{ kind: 'plan', id, fields: fieldsOf(plan, asked, deck, named) }])
    onOpened(id)
  }
  if (!plans) return null
  const others = plans.filter(({ id }) => id !== opened)
  return (
    <Box as="section" aria-label={text.saved.title} mt="18px" className="no-print">
      <Heading>{text.saved.title}</Heading>
      {may('plan', 'create') && (
        <Flex gap="8px" wrap="wrap" align="end">
          <Box flex="1 1 200px" maxW="320px">
            <Label htmlFor="plan-name">{text.saved.name}</Label>
            <Field
              id="plan-name"
              maxLength={80}
              placeholder={text.saved.hint}
              value={named}
              onChange={({ target }) => setName(target.value)}
            />
          </Box>
          {own && <Button onClick={() => void keep(own.id)}>{text.saved.change}</Button>}
          <Button onClick={() => void keep(newId())}>{own ? text.saved.another : text.saved.save}</Button>
        </Flex>
      )}
      <Box as="ul" p="0" m="6px 0 0" listStyleType="none">
        {others.slice(0, SHOWN).map((one) => (
          <Other key={one.id} one={one} deck={deck} />
        ))}
      </Box>
    </Box>
  )
}
const SHOWN = 6

function fieldsOf(plan: TypedPlan, asked: DeckAsked, deck: DeckAnswer, name: string): Fields {
  const hour = (written: string): number | null => {
    const clock = parseClock(written)
    return clock ? clock.hour + clock.minute / 60 : null
  }
  return {
    water: plan.water,
    date: plan.date,
    fromHour: hour(plan.from),
    toHour: hour(plan.to),
    setups: deck.rods.map(({ lure }) => lure),
    forecast: {
      link: linkOf(plan).toString(),
      asked: asked as never,
      ...(plan.objective === 'strikes' ? { value: deck.value } : {}),
      rods: deck.rods.map(({ lure, rate: expected, lower, upper }) => ({ lure, rate: expected, lower, upper })),
    },
    ...(name ? { note: name } : {}),
  }
}

/** Another plan: what it promises, and which rods it has that this one has not. */
function Other({ one, deck }: { one: SavedPlan; deck: DeckAnswer }) {
  const [water, lure] = [useNames('waters'), useNames('lures')]
  const save = useSave()
  const navigate = useNavigate()
  const { may } = useMay()
  const more = one.rods.filter((rod) => !deck.rods.some((own) => own.lure === rod.lure)).map((rod) => lure(rod.lure))
  const fewer = deck.rods.filter((own) => !one.rods.some((rod) => rod.lure === own.lure)).map((own) => lure(own.lure))
  const title = one.name || text.saved.unnamed
  return (
    <Box as="li" borderTop="1px solid" borderColor="rule" py="5px">
      <Flex gap="4px 12px" wrap="wrap" align="center">
        <b>{title}</b>
        <Quiet>
          {water(one.water)}, {calendarDay(one.date)}
          {one.value === null ? '' : ` · ${text.saved.value(rate(one.value))}`}
        </Quiet>
        <LinkButton look="bare" to={pageOfPlan(one)} aria-label={`${text.saved.open}: ${title}`}>
          {text.saved.open}
        </LinkButton>
        {may('plan', 'delete') && (
          <Button
            look="bare"
            aria-label={`${text.saved.remove}: ${title}`}
            onClick={() => {
              void save(deleted(title), [deletionOf('plan', one.id)]).then(() => navigate(`/plan`, { replace: true }))
            }}
          >
            {text.saved.remove}
          </Button>
        )}
      </Flex>
      <Quiet>{text.saved.against(more, fewer)}</Quiet>
    </Box>
  )
}
