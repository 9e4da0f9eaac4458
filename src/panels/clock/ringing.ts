"use client";
import { deviceChoice } from "@/ui/deviceChoice";

/** How this device tells of an end: with a tone, and with a notification where the browser may show one. */
interface Ringing {
  /** Of the end of a sitting, of a block and of a break. */
  readonly sitting: boolean;
  readonly block: boolean;
  readonly break: boolean;
  readonly notifies: boolean;
}

export const ringing = deviceChoice<Ringing>(
  "pensum-ringing",
  { sitting: true, block: true, break: true, notifies: false },
  ({ sitting, block = sitting, break: pause, notifies }) => ({
    sitting: sitting !== false,
    block: block !== false,
    break: pause !== false,
    notifies: notifies === true,
  }),
);

/** Two soft tones, made here: nothing is fetched for them. Says nothing where the browser lets no sound out yet. */
export function ring() {
  try {
    const audio = new AudioContext();
    const start = audio.currentTime + 0.02;
    for (const [at, pitch] of [
      [0, 660],
      [0.22, 880],
    ] as const) {
      const tone = audio.createOscillator();
      const loudness = audio.createGain();
      tone.frequency.value = pitch;
      loudness.gain.setValueAtTime(0.0001, start + at);
      loudness.gain.exponentialRampToValueAtTime(0.2, start + at + 0.03);
      loudness.gain.exponentialRampToValueAtTime(0.0001, start + at + 0.9);
      tone.connect(loudness).connect(audio.destination);
      tone.start(start + at);
      tone.stop(start + at + 1);
      tone.onended = () => at > 0 && void audio.close();
    }
  } catch {
    // Without sound the line on the screen and the notification say it.
  }
}

/** Shows a notification where that is wanted and allowed. */
export function notifyOutside(text: string) {
  if (!ringing.read().notifies || typeof Notification === "undefined" || Notification.permission !== "granted") return;
  try {
    new Notification("Pensum", { body: text, tag: text });
  } catch {
    // Some browsers show none without a service worker.
  }
}

/** Whether an end was told of already, in whatever tab: the first to ask tells of it. */
export async function claimRing(workspace: string, until: number): Promise<boolean> {
  const key = `pensum-rung:${workspace}`;
  const claim = () => {
    try {
      if (localStorage.getItem(key) === String(until)) return false;
      localStorage.setItem(key, String(until));
    } catch {
      // Without storage every tab tells of it.
    }
    return true;
  };
  return navigator.locks ? navigator.locks.request(key, claim) : claim();
}
