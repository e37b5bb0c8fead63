/** Room around a picture for its axes, in pixels. */
export const ROOM = { left: 54, right: 18, top: 16, foot: 56 } as const

/** The picture's height by its width: a landscape on the desk, nearly square on a phone. */
export const heightFor = (width: number): number => Math.round(Math.max(300, Math.min(420, width * 0.55)))

export const TEXT_PX = 13
