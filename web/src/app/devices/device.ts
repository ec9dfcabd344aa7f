import type { Observable } from 'rxjs';

export type DeviceKind = 'scale' | 'infrared thermometer' | 'air logger' | 'moisture meter' | 'colour reader';

/** What a device says: kg, °C, °C with humidity 0–1, points of the meter's scale, or a colour. */
export interface DeviceReading {
  readonly at: number;
  readonly value: number;
  readonly humidity?: number;
  /** L*a*b* under D65, of a colour reader; its value is L*. */
  readonly lab?: { readonly L: number; readonly a: number; readonly b: number };
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

/** A colour reader is held on a surface; a stand-in is told which. */
export interface ColourDevice extends Device {
  /** What the stand-in is held on; a real one needs no telling. */
  hold?(colour: { readonly L: number; readonly a: number; readonly b: number }): void;
}
