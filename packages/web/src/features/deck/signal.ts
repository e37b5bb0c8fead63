/** A tap that is kept makes itself felt; where nothing can vibrate it ticks and flashes. */
export function signal(): void {
  const felt = 'vibrate' in navigator && navigator.maxTouchPoints > 0 && navigator.vibrate(40)
  if (felt) return
  document.documentElement.classList.remove('deck-flash')
  void document.documentElement.offsetWidth
  document.documentElement.classList.add('deck-flash')
  tick()
}

let audio: AudioContext | undefined

function tick(): void {
  try {
    audio ??= new AudioContext()
    const tone = audio.createOscillator()
    const loudness = audio.createGain()
    loudness.gain.setValueAtTime(0.2, audio.currentTime)
    loudness.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + 0.05)
    tone.frequency.value = 1800
    tone.connect(loudness).connect(audio.destination)
    tone.start()
    tone.stop(audio.currentTime + 0.05)
  } catch {
    // No sound here: the flash is left.
  }
}
