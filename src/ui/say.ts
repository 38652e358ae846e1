'use client';

/** Says a sentence aloud; where the device has no voice, a tone tells good from bad. */
export function say(text: string, tone: 'good' | 'bad'): void {
  if ('speechSynthesis' in window && window.speechSynthesis.getVoices().length > 0) {
    window.speechSynthesis.cancel();
    const spoken = new SpeechSynthesisUtterance(text);
    spoken.lang = 'en-GB';
    window.speechSynthesis.speak(spoken);
    return;
  }
  beep(tone === 'good' ? 880 : 220, tone === 'good' ? 0.12 : 0.5);
}

function beep(hertz: number, seconds: number): void {
  try {
    const sound = new AudioContext();
    const tone = sound.createOscillator();
    tone.frequency.value = hertz;
    tone.connect(sound.destination);
    tone.start();
    tone.stop(sound.currentTime + seconds);
    tone.onended = () => void sound.close();
  } catch {
    // A device without sound shows the sentence all the same.
  }
}
