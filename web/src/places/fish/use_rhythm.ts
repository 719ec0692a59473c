import { useEffect, useRef } from "react";
import type { PackRig } from "../../api/client";
import { useClock, usualCycle } from "../../state/drift_clock";

const BUZZ_MS = 60;
const TONE_HZ = 880;
const TONE_S = 0.09;

/** Tones at the marks of a drift; by rhythm the next drift starts by itself. Nothing runs while nothing drifts. */
export function useRhythm(rig: PackRig, seconds: number, option: number, down: () => Promise<void>): void {
  const since = useClock((s) => s.since);
  const rhythm = useClock((s) => s.rhythm);
  // What is done then is what would be done then: the lane, or the rig, may have been changed on the way.
  const latest = useRef(down);
  latest.current = down;
  useEffect(() => {
    if (since === null) return;
    const timers: number[] = [];
    const at = (second: number, act: () => void) => {
      const ms = since + second * 1000 - Date.now();
      if (ms > 0) timers.push(window.setTimeout(act, ms));
    };
    for (const mark of rig.options[option]?.marks ?? []) at(mark.second, () => signal(1));
    at(seconds, () => signal(2));
    const cycle = rhythm ? usualCycle(useClock.getState().cycles) : null;
    if (cycle !== null) at(cycle, () => void latest.current());
    return () => timers.forEach(window.clearTimeout);
  }, [since, rhythm, rig, seconds, option]);
}

let sound: AudioContext | null = null;

/** A short buzz and tone, so many times. */
function signal(times: number): void {
  if (isQuiet()) return;
  try {
    navigator.vibrate?.(Array.from({ length: times * 2 - 1 }, () => BUZZ_MS));
    sound ??= new AudioContext();
    for (let k = 0; k < times; k++) {
      const tone = sound.createOscillator();
      const loud = sound.createGain();
      loud.gain.value = 0.2;
      tone.frequency.value = TONE_HZ;
      tone.connect(loud).connect(sound.destination);
      tone.start(sound.currentTime + k * 2 * TONE_S);
      tone.stop(sound.currentTime + (k * 2 + 1) * TONE_S);
    }
  } catch {}
}

const QUIET = "jarana.quiet";

export function isQuiet(): boolean {
  try {
    return localStorage.getItem(QUIET) === "yes";
  } catch {
    return false;
  }
}

export function setQuiet(quiet: boolean): void {
  try {
    localStorage.setItem(QUIET, quiet ? "yes" : "no");
  } catch {}
}
