/** Reads words aloud by the browser's own voice, sentence by sentence; a device without one can't. */
export function useReadAloud() {
  const voice = 'speechSynthesis' in window ? window.speechSynthesis : null
  const isReading = ref(false)
  /** Told only when it is tried: some browsers load their voices late. */
  const hasNoVoice = ref(false)

  function stop(): void {
    voice?.cancel()
    isReading.value = false
  }

  function read(words: readonly string[]): void {
    stop()
    if (!voice || voice.getVoices().length === 0) {
      hasNoVoice.value = true
      return
    }
    const sentences = words.flatMap(sentencesOf)
    isReading.value = sentences.length > 0
    for (const [i, sentence] of sentences.entries()) {
      const utterance = new SpeechSynthesisUtterance(sentence)
      utterance.lang = document.documentElement.lang
      // A little slower than people speak: hands follow.
      utterance.rate = 0.9
      const end = () => {
        if (i === sentences.length - 1) isReading.value = false
      }
      utterance.onend = end
      utterance.onerror = end
      voice.speak(utterance)
    }
  }

  onBeforeUnmount(stop)
  return { isReading: readonly(isReading), hasNoVoice: readonly(hasNoVoice), read, stop }
}

/** Long texts are cut off by some voices: each sentence is said by itself. */
export function sentencesOf(words: string): string[] {
  if (!('Segmenter' in Intl)) return [words]
  return [...new Intl.Segmenter(undefined, { granularity: 'sentence' }).segment(words)]
    .map(each => each.segment.trim())
    .filter(each => each !== '')
}
