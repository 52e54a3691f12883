/**
 * Writes and reads WAV (RIFF): PCM of 16 bits, one channel. Every greeting is stored in this format, uploaded or recorded, so that
 * an exchange needs to know no other. The browser decodes what was given (https://www.w3.org/TR/webaudio-1.1).
 */

export const samplesPerSecond = 16_000
export const mostGreetingSeconds = 60
const headBytes = 44

/** @param samples - from −1 to 1, `samplesPerSecond` of them a second */
export function writeWav(samples: Float32Array): Uint8Array<ArrayBuffer> {
  const bytes = new Uint8Array(headBytes + samples.length * 2)
  const view = new DataView(bytes.buffer)
  const letters = (at: number, text: string) => {
    for (let index = 0; index < text.length; index += 1) view.setUint8(at + index, text.charCodeAt(index))
  }
  letters(0, 'RIFF')
  view.setUint32(4, bytes.length - 8, true)
  letters(8, 'WAVEfmt ')
  view.setUint32(16, 16, true)
  view.setUint16(20, 1, true)
  view.setUint16(22, 1, true)
  view.setUint32(24, samplesPerSecond, true)
  view.setUint32(28, samplesPerSecond * 2, true)
  view.setUint16(32, 2, true)
  view.setUint16(34, 16, true)
  letters(36, 'data')
  view.setUint32(40, samples.length * 2, true)
  samples.forEach((sample, at) =>
    view.setInt16(headBytes + at * 2, Math.round(Math.max(-1, Math.min(1, sample)) * 32_767), true),
  )
  return bytes
}

/** @returns seconds that it lasts; undefined for what is no such sound */
export const secondsOfWav = (bytes: Uint8Array): number | undefined => samplesIn(bytes)?.seconds

/** How loud it is in so many parts of its length, from 0 to 1, against its loudest; for what is no such sound, none. */
export function peaksOf(bytes: Uint8Array, parts: number): number[] {
  const samples = samplesIn(bytes)?.view
  if (!samples) return []
  const count = samples.byteLength >> 1
  const peaks = Array.from({ length: parts }, (_one, part) => {
    const until = Math.floor(((part + 1) * count) / parts)
    let most = 0
    for (let at = Math.floor((part * count) / parts); at < until; at += 1)
      most = Math.max(most, Math.abs(samples.getInt16(at * 2, true)))
    return most
  })
  const loudest = Math.max(1, ...peaks)
  return peaks.map((peak) => Math.round((peak / loudest) * 100) / 100)
}

function samplesIn(bytes: Uint8Array): { readonly seconds: number; readonly view: DataView } | undefined {
  if (bytes.length <= headBytes) return undefined
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const letters = (at: number) => String.fromCharCode(...bytes.subarray(at, at + 4))
  if (letters(0) !== 'RIFF' || letters(8) !== 'WAVE') return undefined
  let rate: number | undefined
  for (let at = 12; at + 8 <= bytes.length;) {
    const size = view.getUint32(at + 4, true)
    const name = letters(at)
    if (name === 'fmt ' && at + 24 <= bytes.length) {
      const isPlain = view.getUint16(at + 8, true) === 1 && view.getUint16(at + 22, true) === 16
      if (!isPlain || view.getUint16(at + 10, true) !== 1) return undefined
      rate = view.getUint32(at + 12, true)
    }
    if (name === 'data') {
      const held = Math.min(size, bytes.length - at - 8)
      return rate
        ? { seconds: held / 2 / rate, view: new DataView(view.buffer, view.byteOffset + at + 8, held) }
        : undefined
    }
    at += 8 + size + (size % 2)
  }
  return undefined
}
