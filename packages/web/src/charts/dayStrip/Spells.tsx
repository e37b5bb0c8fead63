import { ink } from '../../ui/theme.ts'
import { RIBBON, SPELLS } from './frame.ts'
import type { Frame } from './frame.ts'
import type { StripModel, StripSpells } from './stripModel.ts'

const BAR = 20
const LETTER = 6.6

/** What the day was like in words, on the same hours: a bar for each spell, its word where there is room. */
export function Spells({ model, frame }: { model: StripModel; frame: Frame }) {
  const top = frame.foot + 10 + model.ribbons.length * RIBBON
  return (
    <g>
      {model.spells.map((one, i) => (
        <Row key={one.name} row={one} top={top + i * SPELLS} frame={frame} />
      ))}
    </g>
  )
}

function Row({ row: { name, spells }, top, frame: { x, wide } }: { row: StripSpells; top: number; frame: Frame }) {
  const named = spells.findIndex(
    ({ fromMs, toMs, word }) => x(toMs) - x(fromMs) > (name.length + 2 + word.length) * LETTER + 8,
  )
  return (
    <g style={{ fontSize: 13 }}>
      {wide && (
        <text x="0" y={top + 18} style={{ fontWeight: 600 }} fill={ink.ink}>
          {name}
        </text>
      )}
      {spells.map(({ fromMs, toMs, word, shade }, i) => {
        const [from, width] = [x(fromMs), x(toMs) - x(fromMs)]
        // Without room beside the strip, the first of a row that has room says what the row is of.
        const said = wide || i !== named ? word : `${name}: ${word}`
        const fits = width > said.length * LETTER + 8
        return (
          <g key={fromMs}>
            <rect
              x={from + 0.75}
              y={top + 4}
              width={Math.max(0.5, width - 1.5)}
              height={BAR}
              fill={fillOf(shade)}
              stroke={ink.rule}
              strokeWidth={shade === undefined ? 1 : 0}
            >
              <title>{`${name}: ${word}`}</title>
            </rect>
            {fits && (
              <text
                x={from + 8}
                y={top + 18}
                fill={shade === undefined ? ink.ink : shade < 0.55 ? '#f4f2e6' : '#1a2320'}
                pointerEvents="none"
              >
                {said}
              </text>
            )}
          </g>
        )
      })}
    </g>
  )
}

/** From night to bright day; words without a shade are outlined. */
function fillOf(shade: number | undefined): string {
  if (shade === undefined) return 'none'
  const mix = (dark: number, bright: number): number => Math.round(dark + shade * (bright - dark))
  return `rgb(${mix(30, 244)}, ${mix(43, 232)}, ${mix(52, 186)})`
}
