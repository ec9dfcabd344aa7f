import { Injectable, effect, inject, signal } from '@angular/core';
import { Title } from '@angular/platform-browser';
import { BenchStore } from './bench-store';
import { countdown, type RunningClock } from './run';

/** A deadline that passed longer ago than this, while the page was away, is shown but no longer rung. */
const LATE_MS = 90_000;

/** Rings, shakes and tells when a clock runs out; the title of the page counts with the soonest one. */
@Injectable()
export class Alarm {
  readonly #store = inject(BenchStore);
  readonly #title = inject(Title);
  readonly #rung = new Set<string>();
  /** What has just rung, until it is taken note of. */
  readonly ringing = signal<readonly { readonly id: string; readonly text: string }[]>([]);
  readonly sound = signal(true);
  #audio: AudioContext | undefined;
  #before: readonly RunningClock[] = [];

  constructor() {
    effect(() => {
      const [now, clocks] = [this.#store.now(), this.#store.clocks()];
      for (const was of this.#before) {
        if (now < was.until || this.#rung.has(was.id) || was.kind === 'over') continue;
        this.#rung.add(was.id);
        // The batch may have been laid or thrown away before its pot's deadline.
        const current = this.#store.runs().find((r) => r.id === was.run.id);
        if (!current || current.step !== was.run.step || now - was.until > LATE_MS) continue;
        this.ringing.update((list) => [...list, { id: was.id, text: was.told }]);
        this.#ring();
      }
      this.#before = clocks;
      const soonest = clocks.find((c) => c.kind !== 'over' && c.until > now);
      this.#title.setTitle(
        soonest ? `${countdown(soonest.until, now)} ${soonest.name} · Nelbo` : 'Bench · Nelbo',
      );
    });
  }

  /** Browsers let a page sound only after a touch: called on the first one. */
  unlock(): void {
    if (typeof AudioContext === 'undefined') return;
    this.#audio ??= new AudioContext();
    if (this.#audio.state === 'suspended') void this.#audio.resume();
  }

  heard(id: string): void {
    this.ringing.update((list) => list.filter((r) => r.id !== id));
  }

  #ring(): void {
    navigator.vibrate?.([300, 120, 300, 120, 600]);
    const audio = this.#audio;
    if (!audio || !this.sound()) return;
    for (const [k, hz] of [880, 660, 880].entries()) {
      const [tone, gain] = [audio.createOscillator(), audio.createGain()];
      const at = audio.currentTime + k * 0.35;
      tone.frequency.value = hz;
      gain.gain.setValueAtTime(0.0001, at);
      gain.gain.exponentialRampToValueAtTime(0.4, at + 0.03);
      gain.gain.exponentialRampToValueAtTime(0.0001, at + 0.3);
      tone.connect(gain).connect(audio.destination);
      tone.start(at);
      tone.stop(at + 0.32);
    }
  }
}
