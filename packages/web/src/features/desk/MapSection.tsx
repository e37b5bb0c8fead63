import { Box } from '@chakra-ui/react'
import { useMemo } from 'react'
import { useNavigate } from 'react-router'
import { whereText } from '@jotbook/core'
import type { Clause } from '@jotbook/core'
import { Heading } from '../../ui/controls.tsx'
import { hoursOfGroup, useBoard, useNaming } from '../board/index.ts'
import { MapPicture } from './MapPicture.tsx'
import { Measured } from './Measured.tsx'

interface MapSectionProps {
  readonly title: string
  /** Columns: what stands across, and down. */
  readonly across: string
  readonly down: string
  readonly where: readonly Clause[]
  readonly most: number
}

/** Two columns as a map below an answer; a cell leads to the board of its hours. */
export function MapSection({ title, across, down, where, most }: MapSectionProps) {
  const naming = useNaming()
  const navigate = useNavigate()
  const by = useMemo(() => [across, down], [across, down])
  const { value: board } = useBoard({ by, where })
  if (!board?.all) return null
  const usual = board.all.rate
  return (
    <Box as="section" aria-label={title} mt="28px">
      <Heading>{title}</Heading>
      <Measured most={most}>
        {(width) => (
          <MapPicture
            board={board}
            usual={usual}
            naming={naming}
            width={width}
            label={title}
            onCell={({ group }) => {
              const clauses = hoursOfGroup({ by, where }, group)
              void navigate(`/findings?by=lure&where=${encodeURIComponent(whereText(clauses))}`)
            }}
          />
        )}
      </Measured>
    </Box>
  )
}
