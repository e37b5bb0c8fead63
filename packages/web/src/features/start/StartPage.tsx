import { Box, Flex } from '@chakra-ui/react'
import { useForm } from 'react-hook-form'
import type { FieldErrors, Resolver, UseFormReturn } from 'react-hook-form'
import { useNavigate } from 'react-router'
import { IMPERIAL, METRIC } from '@jotbook/core'
import type { Id } from '@jotbook/core'
import { useCreateBookMutation } from '../../state/api.ts'
import { DeletedBooks } from '../../ui/ofBook/DeletedBooks.tsx'
import { bookOpened } from '../../state/session.ts'
import { useAppDispatch } from '../../state/store.ts'
import { commit, newId } from '../../offline/index.ts'
import type { ProblemDetails } from '@jotbook/contract'
import { Choice } from '../../ui/Choice.tsx'
import { Button, Field, Heading, Label, Page, Quiet, Title } from '../../ui/controls.tsx'
import { FieldProblem, ProblemNote } from '../../ui/ProblemNote.tsx'
import { formErrors } from '../../ui/recordForm/index.ts'
import { NewLureFields, newLure, readLure } from '../tackle/index.ts'
import type { LureDraft } from '../tackle/index.ts'
import { NewWaterFields, newWater, readWater } from '../waters/index.ts'
import type { WaterDraft } from '../waters/index.ts'
import { text } from './text.ts'

interface Start {
  readonly name: string
  readonly units: 'imperial' | 'metric'
  readonly water: WaterDraft
  readonly lure: LureDraft
}

const NAME_LENGTH = 200

function nameProblem(name: string): string | undefined {
  if (name.trim() === '') return text.nameMissing
  return name.trim().length > NAME_LENGTH ? text.nameLong : undefined
}

/** What is wrong, as the form keeps it: of water and lure by their fields. */
const resolver: Resolver<Start> = (typed) => {
  const name = nameProblem(typed.name)
  const [water, lure] = [readWater(typed.water).problems, readLure(typed.lure).problems]
  const isSound = name === undefined && Object.keys(water).length + Object.keys(lure).length === 0
  if (isSound) return { values: typed, errors: {} }
  const own = formErrors(name === undefined ? {} : { name })
  return { values: {}, errors: { ...own, water: formErrors(water), lure: formErrors(lure) } }
}

const messagesOf = (errors: FieldErrors<WaterDraft | LureDraft> = {}): Record<string, string> =>
  Object.fromEntries(Object.entries(errors).map(([field, fault]) => [field, fault.message ?? '']))

/** A book of one's own: a name, units, the first water and one lure. */
export function StartPage() {
  const form = useForm<Start>({
    defaultValues: { name: '', units: 'imperial', water: newWater(), lure: newLure() },
    resolver,
  })
  const { watch, setValue, handleSubmit } = form
  const { errors, isSubmitted } = form.formState
  const [create, { error, isLoading }] = useCreateBookMutation()
  const dispatch = useAppDispatch()
  const navigate = useNavigate()
  const [units, water, lure] = watch(['units', 'water', 'lure'])
  const set = <Part extends 'units' | 'water' | 'lure'>(part: Part, value: Start[Part]): void =>
    setValue(part, value as never, { shouldDirty: true, shouldValidate: isSubmitted })

  const open = async (id: Id<'book'>): Promise<void> => {
    dispatch(bookOpened(id))
    await navigate('/today')
  }
  const start = async (typed: Start): Promise<void> => {
    const id = newId()
    const made = await create({ id, name: typed.name.trim(), units: typed.units === 'imperial' ? IMPERIAL : METRIC })
    if (made.error) return
    await commit(id, [
      { kind: 'water', id: newId(), fields: readWater(typed.water).fields },
      { kind: 'lure', id: newId(), fields: readLure(typed.lure).fields },
    ])
    await open(id)
  }

  return (
    <Page>
      <Title>{text.title}</Title>
      <p>{text.note}</p>
      <DeletedBooks onRestored={(id) => void open(id)} />
      <form noValidate onSubmit={(event) => void handleSubmit(start)(event)}>
        <NameAndUnits form={form} units={units} onUnits={(chosen) => set('units', chosen)} />
        <Box mt="26px">
          <Heading>{text.water}</Heading>
          <NewWaterFields draft={water} problems={messagesOf(errors.water)} onChange={(draft) => set('water', draft)} />
        </Box>
        <Box mt="26px">
          <Heading>{text.lure}</Heading>
          <NewLureFields draft={lure} problems={messagesOf(errors.lure)} onChange={(draft) => set('lure', draft)} />
        </Box>
        <ProblemNote problem={error as ProblemDetails | undefined} />
        <Button type="submit" look="main" mt="26px" minH="48px" fontSize="large" disabled={isLoading}>
          {text.start}
        </Button>
      </form>
    </Page>
  )
}

interface NameAndUnitsProps {
  readonly form: UseFormReturn<Start>
  readonly units: Start['units']
  readonly onUnits: (units: Start['units']) => void
}

function NameAndUnits({ form: { register, formState }, units, onUnits }: NameAndUnitsProps) {
  const { name } = formState.errors
  return (
    <Flex gap="14px" mt="20px" wrap="wrap">
      <Box w="280px">
        <Label htmlFor="book-name">{text.whose}</Label>
        <Field
          id="book-name"
          autoFocus
          aria-invalid={name !== undefined}
          aria-describedby="book-name-problem"
          {...register('name')}
        />
        <FieldProblem id="book-name-problem" message={name?.message} />
      </Box>
      <Choice
        id="book-units"
        label={text.units}
        value={units}
        options={[
          ['imperial', text.imperial],
          ['metric', text.metric],
        ]}
        width="280px"
        onChoose={(chosen) => onUnits(chosen || 'imperial')}
      >
        <Quiet>{text.unitsNote}</Quiet>
      </Choice>
    </Flex>
  )
}
