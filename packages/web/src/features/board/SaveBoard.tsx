import { Flex } from '@chakra-ui/react'
import type { MouseEvent } from 'react'
import type { Board } from '@jotbook/core'
import { Button } from '../../ui/controls.tsx'
import { giveFile, savePng, saveSvg } from '../../ui/savePicture.ts'
import { text } from './text.ts'
import type { Naming } from './useNaming.ts'

async function saveCsv(board: Board, naming: Naming, question: string, origin: string): Promise<void> {
  const { boardCsv } = await import('@jotbook/core/formats')
  giveFile(boardCsv(board, naming.level, { question, origin }), 'text/csv', `${text.save.file}.csv`)
}

/** The board out of the book: as a drawing, as figures, on paper. */
export function SaveBoard({
  board,
  naming,
  question,
  origin,
}: {
  board: Board
  naming: Naming
  question: string
  origin: string
}) {
  const drawn = (save: (svg: SVGSVGElement, name: string) => Promise<void>) => (event: MouseEvent) => {
    // Two boards may stand side by side, each with its own picture.
    const svg = event.currentTarget.closest('main, aside')?.querySelector<SVGSVGElement>('.board-picture')
    if (svg) void save(svg, text.save.file)
  }
  return (
    <Flex role="group" aria-label={text.save.label} gap="4px" wrap="wrap" className="no-print">
      <Button look="bare" onClick={drawn(saveSvg)}>
        {text.save.svg}
      </Button>
      <Button look="bare" onClick={drawn(savePng)}>
        {text.save.png}
      </Button>
      <Button look="bare" onClick={() => void saveCsv(board, naming, question, origin)}>
        {text.save.csv}
      </Button>
      <Button look="bare" onClick={() => window.print()}>
        {text.save.print}
      </Button>
    </Flex>
  )
}
