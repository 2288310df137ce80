/** Rings once for each timer that is over, on every screen that is open; silent until the page was touched once, as browsers ask. */

const rung = new Set<string>();
let audio: AudioContext | undefined;

export function allowSound(): void {
  audio ??= typeof AudioContext === "undefined" ? undefined : new AudioContext();
  void audio?.resume();
}

/** @returns whether it rang just now */
export function ring(timer: string): boolean {
  if (rung.has(timer)) return false;
  rung.add(timer);
  // A browser lets a page shake the device, and be heard, only once somebody has touched it.
  if (navigator.userActivation?.hasBeenActive) navigator.vibrate?.([300, 150, 300]);
  if (audio?.state === "running") {
    for (const [index, pitch] of [660, 880, 660, 880].entries()) {
      const tone = audio.createOscillator();
      const loudness = audio.createGain();
      tone.frequency.value = pitch;
      loudness.gain.value = 0.25;
      tone.connect(loudness).connect(audio.destination);
      tone.start(audio.currentTime + index * 0.35);
      tone.stop(audio.currentTime + index * 0.35 + 0.25);
    }
  }
  return true;
}
