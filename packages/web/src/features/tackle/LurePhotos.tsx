import { Box, Flex } from '@chakra-ui/react'
import { useLiveQuery } from 'dexie-react-hooks'
import type { Lure } from '@jotbook/core'
import { AddPhoto, Photo } from '../../ui/ofBook/Photo.tsx'
import { useBookId, useMay } from '../../state/useBook.ts'
import { deletionOf, useSave } from '../../state/useSave.ts'
import { keepPicture, newId, recordsOf } from '../../offline/index.ts'
import { Button, Heading } from '../../ui/controls.tsx'
import { text } from './text.ts'

/** Photos of a lure. */
export function LurePhotos({ lure }: { lure: Lure }) {
  const book = useBookId()
  const { may } = useMay()
  const save = useSave()
  const all = useLiveQuery(() => recordsOf(book, 'photo'), [book]) ?? []
  const photos = all.filter((photo) => photo.lure === lure.id)
  const add = async (file: File): Promise<void> => {
    const sha256 = await keepPicture(book, file)
    await save(text.lure.photoAdded, [{ kind: 'photo', id: newId(), fields: { sha256, lure: lure.id } }])
  }
  return (
    <Box as="section" aria-label={text.lure.photos} mt="26px">
      <Heading>{text.lure.photos}</Heading>
      <Flex gap="12px" wrap="wrap" align="end" mt="6px">
        {photos.map((photo) => (
          <Box key={photo.id}>
            <Photo sha256={photo.sha256} caption={lure.name} size={120} />
            {may('photo', 'delete') && (
              <Box className="no-print">
                <Button look="bare" onClick={() => void save(text.lure.photoRemoved, [deletionOf('photo', photo.id)])}>
                  {text.lure.removePhoto}
                </Button>
              </Box>
            )}
          </Box>
        ))}
        {may('photo', 'create') && <AddPhoto label={text.lure.addPhoto} onAdd={add} />}
      </Flex>
    </Box>
  )
}
