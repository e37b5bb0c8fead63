import { Box, chakra } from '@chakra-ui/react'
import { Problem } from '@jotbook/contract'
import { X } from 'lucide-react'
import { useEffect, useId, useRef, useState } from 'react'
import { keptPicture, pictureAddress } from '../../offline/index.ts'
import { Button } from '../controls.tsx'
import { text } from './text.ts'
import { useBookId } from '../../state/useBook.ts'
import { ink } from '../theme.ts'

export interface PhotoProps {
  readonly sha256: string
  /** What is on it, in words: its label. */
  readonly caption: string
  /** Width and height of the small picture, in pixels. */
  readonly size?: number
}

const Small = chakra('button', {
  base: {
    p: 0,
    border: '1px solid',
    borderColor: 'rule',
    bg: 'sheet',
    cursor: 'zoom-in',
    display: 'inline-block',
    lineHeight: 0,
    verticalAlign: 'middle',
  },
})

/** A photo, small; pressed, it opens large. */
export function Photo({ sha256, caption, size = 56 }: PhotoProps) {
  const url = usePicture(sha256)
  const [large, setLarge] = useState(false)
  return (
    <>
      <Small type="button" aria-label={text.photo.open(caption)} onClick={() => setLarge(true)}>
        <Picture url={url} caption="" style={{ width: size, height: size, objectFit: 'cover' }} />
      </Small>
      {large && <LargePhoto url={url} caption={caption} onClose={() => setLarge(false)} />}
    </>
  )
}

function Picture({ url, caption, style }: { url: string | undefined; caption: string; style: React.CSSProperties }) {
  const [missing, setMissing] = useState(false)
  if (url === undefined || missing)
    return (
      <span style={{ ...style, display: 'inline-block', fontSize: 11, lineHeight: 1.2 }}>
        {missing && text.photo.missing}
      </span>
    )
  return <img src={url} alt={caption} style={style} onError={() => setMissing(true)} />
}

function LargePhoto({ url, caption, onClose }: { url: string | undefined; caption: string; onClose: () => void }) {
  const dialog = useRef<HTMLDialogElement>(null)
  const label = useId()
  useEffect(() => dialog.current?.showModal(), [])
  return (
    <dialog
      ref={dialog}
      aria-labelledby={label}
      onClose={onClose}
      onClick={({ target }) => target === dialog.current && dialog.current?.close()}
      style={{
        padding: 0,
        border: 0,
        margin: 'auto',
        background: ink.waterline,
        color: ink.halo,
        maxWidth: '96vw',
        maxHeight: '96vh',
      }}
    >
      <Box display="flex" alignItems="center" justifyContent="space-between" gap="16px" pl="14px">
        <span id={label}>{caption}</span>
        <Button
          look="bare"
          color="onBand"
          _hover={{ bg: 'ink' }}
          minH="48px"
          minW="48px"
          aria-label={text.close}
          autoFocus
          onClick={() => dialog.current?.close()}
        >
          <X size={20} aria-hidden />
        </Button>
      </Box>
      <Picture
        url={url}
        caption={caption}
        style={{ display: 'block', maxWidth: '96vw', maxHeight: 'calc(96vh - 52px)', margin: '0 auto' }}
      />
    </dialog>
  )
}

/** Where a picture can be had: on this device while it waits to be sent, else at the server, which the service worker keeps once it was seen. */
function usePicture(sha256: string): string | undefined {
  const book = useBookId()
  const [url, setUrl] = useState<string>()
  useEffect(() => {
    let made: string | undefined
    let live = true
    void keptPicture(sha256).then((jpeg) => {
      if (!live) return
      made = jpeg && URL.createObjectURL(jpeg)
      setUrl(made ?? pictureAddress(book, sha256))
    })
    return () => {
      live = false
      if (made !== undefined) URL.revokeObjectURL(made)
    }
  }, [book, sha256])
  return url
}

interface AddPhotoProps {
  readonly label: string
  readonly onAdd: (photo: File) => Promise<void>
}

/** Takes a photo from the camera or from files. */
export function AddPhoto({ label, onAdd }: AddPhotoProps) {
  const file = useRef<HTMLInputElement>(null)
  const [failed, setFailed] = useState<string>()
  const add = async (chosen: File | undefined): Promise<void> => {
    if (!chosen) return
    setFailed(undefined)
    // A device without room says so itself; what else fails is a file that cannot be drawn.
    await onAdd(chosen).catch((error: unknown) =>
      setFailed(error instanceof Problem ? error.detail : text.photo.unreadable),
    )
    if (file.current) file.current.value = ''
  }
  return (
    <>
      <input
        ref={file}
        type="file"
        accept="image/*"
        hidden
        aria-label={label}
        onChange={({ target }) => void add(target.files?.[0])}
      />
      <Button look="bare" onClick={() => file.current?.click()}>
        {label}
      </Button>
      {failed !== undefined && <span role="alert">{failed}</span>}
    </>
  )
}
