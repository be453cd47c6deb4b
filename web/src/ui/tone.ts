/** What a tone is played on; a browser lets it sound only after somebody has touched the page. */
let sounds: AudioContext | undefined

const hertz = [659, 784, 988]
const seconds = 0.22

/** Lets tones sound from now on; called while somebody taps. */
export function wakeTone(): void {
  sounds ??= new AudioContext()
  void sounds.resume()
}

/** Three rising tones, once. */
export function ring(): void {
  if (!sounds) return
  const from = sounds.currentTime
  hertz.forEach((pitch, i) => {
    if (!sounds) return
    const tone = sounds.createOscillator()
    const loud = sounds.createGain()
    tone.frequency.value = pitch
    loud.gain.setValueAtTime(0.25, from + i * seconds)
    loud.gain.exponentialRampToValueAtTime(0.001, from + (i + 1) * seconds)
    tone.connect(loud).connect(sounds.destination)
    tone.start(from + i * seconds)
    tone.stop(from + (i + 1) * seconds)
  })
}
