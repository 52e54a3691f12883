/** Turns what a browser can play into what telephones play. */
import { samplesPerSecond, writeWav } from '@/core/ring/wav'

/** @throws DOMException for what is no sound */
export async function wavOf(sound: Blob): Promise<Blob> {
  // Decoding brings it to the context's own rate.
  const context = new OfflineAudioContext(1, 1, samplesPerSecond)
  const decoded = await context.decodeAudioData(await sound.arrayBuffer())
  const channels = Array.from({ length: decoded.numberOfChannels }, (_one, at) => decoded.getChannelData(at))
  const mixed = new Float32Array(decoded.length).map(
    (_one, at) => channels.reduce((sum, channel) => sum + channel[at]!, 0) / channels.length,
  )
  return new Blob([writeWav(mixed)], { type: 'audio/wav' })
}
