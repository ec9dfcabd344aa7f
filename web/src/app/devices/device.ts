import type { Observable } from 'rxjs';

export type DeviceKind = 'scale' | 'infrared thermometer' | 'air logger' | 'moisture meter';

/** What a device says: kg, °C, °C with humidity 0–1, or points of the meter's scale. */
export interface DeviceReading {
  readonly at: number;
  readonly value: number;
  readonly humidity?: number;
  /** False while the value still runs. */
  readonly steady: boolean;
}

/**
 * A device of the bench as every screen sees it, whether it stands there or is simulated. A real one is put in its
 * place with the same four members over Web Serial or Bluetooth.
 */
export interface Device {
  readonly kind: DeviceKind;
  readonly name: string;
  /** True for a stand-in: its readings are marked wherever they are shown or kept. */
  readonly simulated: boolean;
  /** Readings while somebody listens; listening connects, unsubscribing lets go. */
  readonly readings$: Observable<DeviceReading>;
}

/** A scale can be set to zero. */
export interface ScaleDevice extends Device {
  tare(): void;
}
