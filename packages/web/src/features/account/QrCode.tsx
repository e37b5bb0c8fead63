import { create } from 'qrcode'

const EDGE = 4

/** A text as a QR code, drawn dark on light whatever the colours of the page. */
export function QrCode({ value, label }: { value: string; label: string }) {
  const { modules } = create(value, { errorCorrectionLevel: 'M' })
  const size = modules.size + 2 * EDGE
  const cells = Array.from(modules.data, (dark, i) =>
    dark ? `M${EDGE + (i % modules.size)} ${EDGE + Math.floor(i / modules.size)}h1v1h-1z` : '',
  ).join('')
  return (
    <svg
      viewBox={`0 0 ${size} ${size}`}
      width="260"
      height="260"
      role="img"
      aria-label={label}
      shapeRendering="crispEdges"
    >
      <rect width={size} height={size} fill="#ffffff" />
      <path d={cells} fill="#000000" />
    </svg>
  )
}
