import { Box } from '@chakra-ui/react'
import { useRef } from 'react'
import type { Water } from '@jotbook/core'
import { useAnalysis } from '../../state/useAnalysis.ts'
import { useUnits } from '../../state/useBook.ts'
import { YearCourse, YearHours } from '../../charts/yearCourse/YearCourse.tsx'
import { Heading, Quiet } from '../../ui/controls.tsx'
import { useWidth } from '../../ui/useWidth.ts'
import { text } from './text.ts'
import { yearCourse, yearHours } from './yearModel.ts'

const SMALLER = ['visibilityM', 'windMps', 'levelM'] as const

/** The water over the years: its temperature's course with this year on it, where the hours lie, and what else was read. */
export function ConditionsOfYears({ water }: { water: Water }) {
  const { value: years } = useAnalysis('years', [water.id])
  const units = useUnits()
  const frame = useRef<HTMLDivElement>(null)
  const width = useWidth(frame)
  const temperature = years && yearCourse(years, 'waterTempC', units)
  const others = years ? SMALLER.flatMap((field) => yearCourse(years, field, units) ?? []) : []
  return (
    <Box as="section" aria-label={text.years.title} mt="26px" borderTop="1px solid" borderColor="rule" pt="10px">
      <Heading>{text.years.title}</Heading>
      <Quiet>{years && !temperature ? text.years.none : text.years.note}</Quiet>
      <Box ref={frame} mt="8px">
        {years && temperature && width > 0 && (
          <>
            <Box fontWeight="600">{temperature.name}</Box>
            <YearCourse model={temperature} width={width} height={250} label={text.years.label(temperature.name)} />
            <Box fontWeight="600" mt="6px">
              {text.years.hours} <Quiet>{text.years.hoursNote(temperature.year)}</Quiet>
            </Box>
            <YearHours model={yearHours(years)} width={width} height={96} label={text.years.hours} />
            <Box
              display="grid"
              gridTemplateColumns={{ base: 'minmax(0, 1fr)', lg: '1fr 1fr' }}
              gap="14px 36px"
              mt="10px"
            >
              {others.map((model) => (
                <div key={model.name}>
                  <Box fontWeight="600">{model.name}</Box>
                  <YearCourse
                    model={model}
                    width={width > 900 ? (width - 36) / 2 : width}
                    height={140}
                    label={text.years.label(model.name)}
                  />
                </div>
              ))}
            </Box>
          </>
        )}
      </Box>
    </Box>
  )
}
