import fontUrl from '@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-wght-normal.woff2?url'

const PIXELS_A_UNIT = 2

/** Gives a file to the reader. */
export function giveFile(content: BlobPart, type: string, name: string): void {
  const url = URL.createObjectURL(new Blob([content], { type }))
  const link = document.createElement('a')
  link.href = url
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(url), 10_000)
}

/** The drawing by itself: theme colours as they are now, its typeface inside, so that it looks the same anywhere. */
async function standaloneSvg(picture: SVGSVGElement): Promise<string> {
  const copy = picture.cloneNode(true) as SVGSVGElement
  const bytes = new Uint8Array(await (await fetch(fontUrl)).arrayBuffer())
  const base64 = btoa(bytes.reduce((all, byte) => all + String.fromCharCode(byte), ''))
  const style = document.createElementNS('http://www.w3.org/2000/svg', 'style')
  style.textContent = `@font-face{font-family:'Atkinson Hyperlegible Next Variable';src:url(data:font/woff2;base64,${base64}) format('woff2');font-weight:200 800}`
  copy.prepend(style)
  const colours = getComputedStyle(document.documentElement)
  return new XMLSerializer()
    .serializeToString(copy)
    .replace(
      /var\((--chakra-colors-[a-zA-Z]+)\)/g,
      (_all, name: string) => colours.getPropertyValue(name).trim() || '#17252b',
    )
}

export async function saveSvg(picture: SVGSVGElement, name: string): Promise<void> {
  giveFile(await standaloneSvg(picture), 'image/svg+xml', `${name}.svg`)
}

export async function savePng(picture: SVGSVGElement, name: string): Promise<void> {
  const image = new Image()
  image.src = URL.createObjectURL(new Blob([await standaloneSvg(picture)], { type: 'image/svg+xml' }))
  await image.decode()
  const { width, height } = picture.viewBox.baseVal
  const canvas = document.createElement('canvas')
  canvas.width = width * PIXELS_A_UNIT
  canvas.height = height * PIXELS_A_UNIT
  canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height)
  URL.revokeObjectURL(image.src)
  const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/png'))
  if (blob) giveFile(blob, 'image/png', `${name}.png`)
}
