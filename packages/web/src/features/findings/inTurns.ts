/** Often enough to follow, seldom enough that drawing does not take a processor from those who work the answer out. */
const EVERY_MS = 300

/** Draws at once, and then once in a while for all that came meanwhile; nothing more once it is over. */
export function inTurns(draw: () => void): { readonly soon: () => void; readonly over: () => void } {
  let turn: ReturnType<typeof setTimeout> | undefined
  let [due, isOver] = [false, false]
  const soon = (): void => {
    due = true
    if (turn !== undefined || isOver) return
    due = false
    turn = setTimeout(() => {
      turn = undefined
      if (due) soon()
    }, EVERY_MS)
    draw()
  }
  return {
    soon,
    over: () => {
      isOver = true
      clearTimeout(turn)
    },
  }
}
