import { Injectable, computed, signal } from '@angular/core';
import { Observable, switchMap, of } from 'rxjs';
import { toObservable } from '@angular/core/rxjs-interop';
import type { Device, DeviceKind, DeviceReading } from './device';
import {
  SimulatedColourReader,
  SimulatedScale,
  simulatedLogger,
  simulatedMoisture,
  simulatedThermometer,
} from './simulated';

export const DEVICE_KINDS: readonly DeviceKind[] = [
  'scale',
  'infrared thermometer',
  'air logger',
  'moisture meter',
  'colour reader',
];

const KEY = 'nelbo-devices';
const DRIVERS: Readonly<Record<DeviceKind, () => Device>> = {
  scale: () => new SimulatedScale(),
  'infrared thermometer': simulatedThermometer,
  'air logger': simulatedLogger,
  'moisture meter': simulatedMoisture,
  'colour reader': () => new SimulatedColourReader(),
};

/** The devices of this screen. Today all of them are stand-ins; a driver of a real one is added to the table above. */
@Injectable({ providedIn: 'root' })
export class Devices {
  readonly #on = signal<ReadonlySet<DeviceKind>>(remembered());
  readonly #made = new Map<DeviceKind, Device>();
  readonly connected = computed(() =>
    DEVICE_KINDS.filter((k) => this.#on().has(k)).map((k) => this.#device(k)),
  );
  readonly #on$ = toObservable(this.#on);

  isOn(kind: DeviceKind): boolean {
    return this.#on().has(kind);
  }

  set(kind: DeviceKind, on: boolean): void {
    const next = new Set(this.#on());
    if (on) next.add(kind);
    else next.delete(kind);
    this.#on.set(next);
    try {
      localStorage.setItem(KEY, JSON.stringify([...next]));
    } catch {
      // Without storage the choice lasts as long as the page.
    }
  }

  of(kind: DeviceKind): Device | undefined {
    return this.#on().has(kind) ? this.#device(kind) : undefined;
  }

  /** Readings of a kind of device; undefined while none is connected. */
  readings(kind: DeviceKind): Observable<DeviceReading | undefined> {
    return this.#on$.pipe(switchMap((on) => (on.has(kind) ? this.#device(kind).readings$ : of(undefined))));
  }

  #device(kind: DeviceKind): Device {
    const made = this.#made.get(kind) ?? DRIVERS[kind]();
    this.#made.set(kind, made);
    return made;
  }
}

function remembered(): ReadonlySet<DeviceKind> {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? '[]');
    return new Set(DEVICE_KINDS.filter((k) => Array.isArray(kept) && kept.includes(k)));
  } catch {
    return new Set();
  }
}
