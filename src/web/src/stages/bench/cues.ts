const KEY = 'ink-basin.bench.cues';

export interface Cues {
  sound: boolean;
  flash: boolean;
}

/** Which cues are given: a way of working, kept on the device. */
export function keptCues(): Cues {
  const kept = (localStorage.getItem(KEY) ?? 'sound,flash').split(',');
  return { sound: kept.includes('sound'), flash: kept.includes('flash') };
}

export function keepCues(cues: Cues): void {
  localStorage.setItem(KEY, [cues.sound && 'sound', cues.flash && 'flash'].filter(Boolean).join(','));
}

let audio: AudioContext | null = null;

/** A short tone, twice for what cannot wait. */
export function sound(urgent: boolean): void {
  audio ??= new AudioContext();
  const from = audio.currentTime;
  for (const at of urgent ? [0, 0.28] : [0]) {
    const tone = audio.createOscillator();
    const loud = audio.createGain();
    tone.frequency.value = urgent ? 880 : 587;
    loud.gain.setValueAtTime(0.25, from + at);
    loud.gain.exponentialRampToValueAtTime(0.001, from + at + 0.22);
    tone.connect(loud).connect(audio.destination);
    tone.start(from + at);
    tone.stop(from + at + 0.24);
  }
}
