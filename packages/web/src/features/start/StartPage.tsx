import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { IMPERIAL, METRIC } from '@jotbook/core'
import { useCreateBookMutation } from '../../state/api.ts'
import { DeletedBooks } from '../../ui/ofBook/DeletedBooks.tsx'
import { bookOpened } from '../../state/session.ts'
import { useAppDispatch } from '../../state/store.ts'
import { commit, newId } from '../../offline/index.ts'
import type { ProblemDetails } from '@jotbook/contract'
import { Choice } from '../../ui/Choice.tsx'
import { Button, Field, Heading, Label, Page, Quiet, Title } from '../../ui/controls.tsx'
import { FieldProblem, ProblemNote } from '../../ui/ProblemNote.tsx'
import { LureFields, newLure, readLure } from '../tackle/index.ts'
import { WaterFields, newWater, readWater } from '../waters/index.ts'
import { text } from './text.ts'

/** A book of one's own: a name, units, the first water and one lure. */
export function StartPage() {
  const [name, setName] = useState('')
  const [units, setUnits] = useState<'imperial' | 'metric'>('imperial')
  const [water, setWater] = useState(newWater)
  const [lure, setLure] = useState(newLure)
  const [tried, setTried] = useState(false)
  const [create, { error, isLoading }] = useCreateBookMutation()
  const dispatch = useAppDispatch()
  const navigate = useNavigate()
  const [readW, readL] = [readWater(water), readLure(lure)]
  const nameProblem = name.trim() === '' ? text.nameMissing : name.trim().length > 200 ? text.nameLong : undefined

  const start = async (): Promise<void> => {
    setTried(true)
    if (nameProblem !== undefined || Object.keys(readW.problems).length + Object.keys(readL.problems).length > 0) return
    const id = newId()
    const made = await create({ id, name: name.trim(), units: units === 'imperial' ? IMPERIAL : METRIC })
    if (made.error) return
    await commit(id, [
      { kind: 'water', id: newId(), fields: readW.fields },
      { kind: 'lure', id: newId(), fields: readL.fields },
    ])
    dispatch(bookOpened(id))
    await navigate('/today')
  }

  return (
    <Page>
      <Title>{text.title}</Title>
      <p>{text.note}</p>
      <DeletedBooks />
      <form
        noValidate
        onSubmit={(event) => {
          event.preventDefault()
          void start()
        }}
      >
        <Flex gap="14px" mt="20px" wrap="wrap">
          <Box w="280px">
            <Label htmlFor="book-name">{text.whose}</Label>
            <Field
              id="book-name"
              autoFocus
              value={name}
              aria-invalid={tried && nameProblem !== undefined}
              aria-describedby="book-name-problem"
              onChange={(event) => setName(event.target.value)}
            />
            <FieldProblem id="book-name-problem" message={tried ? nameProblem : undefined} />
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
            onChoose={(chosen) => setUnits(chosen || 'imperial')}
          >
            <Quiet>{text.unitsNote}</Quiet>
          </Choice>
        </Flex>
        <Box mt="26px">
          <Heading>{text.water}</Heading>
          <WaterFields draft={water} problems={tried ? readW.problems : {}} onChange={setWater} />
        </Box>
        <Box mt="26px">
          <Heading>{text.lure}</Heading>
          <LureFields draft={lure} problems={tried ? readL.problems : {}} onChange={setLure} />
        </Box>
        <ProblemNote problem={error as ProblemDetails | undefined} />
        <Button type="submit" look="main" mt="26px" minH="48px" fontSize="large" disabled={isLoading}>
          {text.start}
        </Button>
      </form>
    </Page>
  )
}
